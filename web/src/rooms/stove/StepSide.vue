<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import StepRow from '@/look/pieces/StepRow.vue'
import { about, clock, spanRange } from '@/units/format'

/** Beside the sheet: what was changed, what is in it, when the step is done, why, and all steps with their times. */
const props = defineProps<{
  setup: Api<'BatchSetup'>
  state: Api<'BatchState'>
  step: Api<'Step'> | undefined
}>()

const changes = computed(() => props.setup.chosen?.changes ?? [])
const allergens = computed(() => props.setup.allergens ?? [])
function time(s: Api<'StepState'>, minutes?: Api<'Spread'> | null): string | undefined {
  if (s.began_ms != null && s.done_ms != null) return clock((s.done_ms - s.began_ms) / 1000)
  if (s.loads > 1 && s.loads_done > 0) return `${s.loads_done} of ${s.loads}`
  if (minutes) return spanRange(minutes)
  return undefined
}
/** When after the pour it can be done: a mass that sets does not wait. */
const setting = computed(() => {
  const window = props.setup.plan?.find((p) => p.step === props.step?.key)?.window
  if (!window) return undefined
  const from = window.opens_min && about(60 * window.opens_min.mid)
  const to = window.closes_min && about(60 * window.closes_min.mid)
  const when = !from ? '' : to ? `Between ${from} and ${to}.` : `From ${from} on.`
  return { when, words: window.words }
})
const going = computed(() => new Set(props.state.runs.map((r) => r.step)))
const minutesOf = (step?: Api<'Step'>) =>
  props.setup.plan?.find((p) => p.step === step?.key)?.minutes ?? step?.minutes
const rows = computed(() =>
  props.state.steps.map((s, i) => {
    const words = props.setup.steps[i]
    const place: 'done' | 'now' | 'ahead' =
      s.done_ms != null
        ? 'done'
        : s.key === props.step?.key || going.value.has(s.key)
          ? 'now'
          : 'ahead'
    return {
      key: s.key,
      title: words?.title ?? s.key,
      cue: words?.cue,
      place,
      time: time(s, minutesOf(words)),
    }
  }),
)
</script>

<template>
  <section>
    <p v-if="changes.length"><span class="label">Changed</span><br />{{ changes.join(', ') }}.</p>
    <p v-if="allergens.length">
      <span class="label">Contains</span><br />{{ allergens.join(', ') }}.
    </p>
    <template v-if="step">
      <p><span class="label">Done when</span><br />{{ step.cue }}.</p>
      <p v-if="step.reason"><span class="label">Why</span><br />{{ step.reason }}</p>
      <p v-if="minutesOf(step)" class="soft">
        Here {{ about((minutesOf(step)?.low ?? 0) * 60) }} to
        {{ about((minutesOf(step)?.high ?? 0) * 60) }}.
      </p>
      <p v-if="setting">
        <span class="label">After the pour</span><br />{{ setting.when }} {{ setting.words }}
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
