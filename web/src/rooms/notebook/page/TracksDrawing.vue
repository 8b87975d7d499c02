<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import StrataDrawing from '@/look/drawings/StrataDrawing.vue'
import { useKitchen } from '@/live/kitchen'
import { dayAndHour } from '@/units/format'
import StepRibbon from './StepRibbon.vue'

/** The ways of one or two syrups over the ladder, and the steps of each as a ribbon under them. */
const props = defineProps<{
  tracks: readonly Api<'BatchTrack'>[]
  aim?: number | undefined
  /** Strengths that are put over it and have to find room. */
  reach?: readonly number[]
}>()
const kitchen = useKitchen()

const ways = computed(() => props.tracks.map((t) => t.boil?.way ?? []))
const all = computed(() => ways.value.flat())
const end_s = computed(() => Math.max(120, ...all.value.map((p) => p.at_s)) * 1.04)
const from = computed(() =>
  Math.max(
    0.3,
    Math.min(...all.value.map((p) => p.solids_frac), ...(props.reach ?? []), props.aim ?? 0.7) -
      0.02,
  ),
)
const to = computed(() =>
  Math.min(
    0.95,
    Math.max(...all.value.map((p) => p.solids_frac), ...(props.reach ?? []), props.aim ?? 0.7) +
      0.04,
  ),
)
const label = computed(() => {
  const ends = ways.value.map((w) => w.at(-1)?.solids_frac)
  const said = ends.filter((e) => e != null).map((e) => `${(100 * e).toFixed(1)} per cent`)
  return `The way of the syrup as it is believed; it ends at ${said.join(' and at ')}.`
})
</script>

<template>
  <section class="tracks" aria-label="The way of the syrup">
    <StrataDrawing
      v-if="all.length && kitchen.ladder.length"
      class="strata"
      :ladder="kitchen.ladder"
      :from="from"
      :to="to"
      :end_s="end_s"
      :label="label"
    >
      <template #default="{ x, y }">
        <line v-if="aim" class="aim" :x1="x(0)" :x2="x(end_s)" :y1="y(aim)" :y2="y(aim)" />
        <polyline
          v-for="(way, i) in ways"
          :key="i"
          class="way"
          :class="{ second: i === 1 }"
          :points="way.map((p) => `${x(p.at_s)},${y(p.solids_frac)}`).join(' ')"
        />
        <slot :x="x" :y="y" />
      </template>
    </StrataDrawing>
    <div v-for="(t, i) in tracks" :key="i" class="named">
      <p v-if="tracks.length > 1" class="small">
        <svg viewBox="0 0 32 8" aria-hidden="true">
          <line class="way" :class="{ second: i === 1 }" x1="0" x2="32" y1="4" y2="4" />
        </svg>
        {{ t.title }}, {{ dayAndHour(t.started_ms) }}
      </p>
      <StepRibbon :track="t" />
    </div>
  </section>
</template>

<style scoped>
.tracks {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--gap-3);
  min-width: 0;
}

.strata {
  height: 22rem;
}

/* Over syrup the ink is syrup's own in both lights. */
.way {
  fill: none;
  stroke: var(--on-pale-syrup);
  stroke-width: 2.5;
}

.named .way {
  stroke: var(--ink);
}

.way.second {
  stroke-dasharray: 9 5;
}

.aim {
  stroke: var(--on-pale-syrup);
  stroke-dasharray: 2 5;
}

.named p {
  display: flex;
  gap: var(--gap-2);
  align-items: center;
  margin: 0;
}

.named svg {
  width: 2rem;
  height: 0.5rem;
}
</style>
