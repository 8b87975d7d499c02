<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import StepRow from '@/look/pieces/StepRow.vue'
import { about } from '@/units/format'

/** Before a sweet without a syrup: its steps in this kitchen, and how often the pot is filled. */
const props = defineProps<{ setup: Api<'BatchSetup'> }>()
const rows = computed(() =>
  props.setup.steps.map((step) => {
    const plan = props.setup.plan?.find((p) => p.step === step.key)
    const minutes = plan?.minutes ?? step.minutes
    const loads = plan && plan.loads > 1 ? `, ${plan.loads} loads` : ''
    return {
      key: step.key,
      title: `${step.title}${loads}`,
      time: minutes ? about(60 * minutes.mid) : undefined,
    }
  }),
)
</script>

<template>
  <section class="steps" aria-label="The steps">
    <h2>Step by step, in this kitchen</h2>
    <StepRow
      v-for="(r, i) in rows"
      :key="r.key"
      :number="i + 1"
      :title="r.title"
      place="ahead"
      :time="r.time"
    />
  </section>
</template>

<style scoped>
h2 {
  margin: 0 0 var(--gap-2);
}
</style>
