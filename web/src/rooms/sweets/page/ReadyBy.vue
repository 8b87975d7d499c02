<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Api } from '@/api/client'
import LineField from '@/look/pieces/LineField.vue'
import { dayAndHour, hourOf } from '@/units/format'

/** Ready by when: then when to begin, and when hands are wanted. */
const props = defineProps<{ method: Api<'Method'>; times: Api<'Times'> }>()
/** When it begins, ms since 1970; none before it was asked. */
const begins_ms = defineModel<number>()

const by = ref('')
const MIN_MS = 60_000
watch([by, () => props.times], () => {
  const at = by.value ? new Date(by.value).getTime() : NaN
  begins_ms.value = Number.isFinite(at) ? at - props.times.total_min.mid * MIN_MS : undefined
})
const slowly_ms = computed(() => {
  const { mid, high } = props.times.total_min
  return begins_ms.value === undefined ? undefined : begins_ms.value - (high - mid) * MIN_MS
})
/** Stretches with hands on it, those that touch as one. */
const hands = computed(() => {
  const begins = begins_ms.value
  if (begins === undefined) return []
  const merged: [number, number][] = []
  const wanted = props.times.steps
    .filter((t) => props.method.steps.find((s) => s.key === t.step)?.attention !== 'none')
    .map((t): [number, number] => [t.begins_min, t.begins_min + t.minutes.mid])
    .sort((a, b) => a[0] - b[0])
  for (const [from, to] of wanted) {
    const last = merged.at(-1)
    if (last && from - last[1] < 3) last[1] = Math.max(last[1], to)
    else merged.push([from, to])
  }
  return merged.map(
    ([from, to]) => `${hourOf(begins + from * MIN_MS)}–${hourOf(begins + to * MIN_MS)}`,
  )
})
</script>

<template>
  <div class="ready">
    <LineField v-model="by" label="Ready by" type="datetime-local" />
    <p v-if="begins_ms !== undefined && slowly_ms !== undefined" role="status">
      Begin <strong class="figures">{{ dayAndHour(begins_ms) }}</strong>, or at
      <span class="figures">{{ hourOf(slowly_ms) }}</span> if all of it goes slowly. Hands are
      wanted <span class="figures">{{ hands.join(', ') }}</span>.
    </p>
  </div>
</template>

<style scoped>
.ready {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: var(--gap-2) var(--gap-5);
}

.ready > .v-input {
  flex: 0 1 18rem;
}

p {
  flex: 1 1 20rem;
  margin: 0;
}
</style>
