<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import StepRow from '@/look/pieces/StepRow.vue'
import { about, clock, number } from '@/units/format'

/** Beside the sheet: when the step is done, why, what can hurt, and all steps with their times. */
const props = defineProps<{
  setup: Api<'BatchSetup'>
  state: Api<'BatchState'>
  step: Api<'Step'> | undefined
}>()

function time(s: Api<'StepState'>, minutes?: Api<'Minutes'> | null): string | undefined {
  if (s.began_ms != null && s.done_ms != null) return clock((s.done_ms - s.began_ms) / 1000)
  if (minutes) return `${number(minutes.low_min)}–${number(minutes.high_min)} min`
  return undefined
}
const at = computed(() => props.setup.steps.findIndex((s) => s.key === props.state.current_step))
const rows = computed(() =>
  props.state.steps.map((s, i) => {
    const words = props.setup.steps[i]
    const place: 'done' | 'now' | 'ahead' =
      s.done_ms != null || i < at.value
        ? 'done'
        : s.key === props.state.current_step
          ? 'now'
          : 'ahead'
    return {
      key: s.key,
      title: words?.title ?? s.key,
      cue: words?.cue,
      place,
      time: time(s, words?.minutes),
    }
  }),
)
</script>

<template>
  <section>
    <template v-if="step">
      <p><span class="label">Done when</span><br />{{ step.cue }}.</p>
      <p v-if="step.reason"><span class="label">Why</span><br />{{ step.reason }}</p>
      <p v-for="h in step.hazards" :key="h" class="caution">{{ h }}</p>
      <p v-if="step.minutes" class="soft">
        Usually {{ about(step.minutes.low_min * 60) }} to {{ about(step.minutes.high_min * 60) }}.
      </p>
    </template>
    <div class="steps" aria-label="Steps">
      <StepRow
        v-for="(r, i) in rows"
        :key="r.key"
        :number="i + 1"
        :title="r.title"
        :place="r.place"
        :time="r.time"
      />
    </div>
  </section>
</template>

<style scoped>
p {
  margin: 0 0 var(--gap-4);
}
</style>
