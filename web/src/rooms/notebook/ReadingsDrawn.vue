<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import StrataDrawing from '@/look/drawings/StrataDrawing.vue'
import { percent } from '@/units/format'

/** The readings of a batch over the ladder, from the moment the heat went on. */
const props = defineProps<{ batch: Api<'BatchView'>; setup: Api<'BatchSetup'> }>()
const kitchen = useKitchen()

const aim = computed(() => props.setup.syrup?.target_solids_frac ?? 0.75)
// Readings are drawn from the moment the heat first went on.
const heat_ms = computed(
  () =>
    props.batch.log.find((l) => l.event === 'flame' && l.flame !== 'off')?.at_ms ??
    props.batch.started_ms,
)
const dots = computed(() =>
  props.batch.readings.map((r) => ({ ...r, s: (r.at_ms - heat_ms.value) / 1000 })),
)
const end_s = computed(() => Math.max(120, ...dots.value.map((d) => d.s)) * 1.08)
const from = computed(() =>
  Math.min(0.6, ...dots.value.map((d) => d.solids_frac.low), aim.value - 0.05),
)
const to = computed(() =>
  Math.min(0.95, Math.max(aim.value + 0.05, ...dots.value.map((d) => d.solids_frac.high + 0.01))),
)
</script>

<template>
  <section class="drawing" aria-label="Readings">
    <StrataDrawing
      class="strata"
      :ladder="kitchen.ladder"
      :from="from"
      :to="to"
      :end_s="end_s"
      :label="`${dots.length} readings, the last at ${percent(batch.summary.last_solids_frac ?? 0)} per cent.`"
    >
      <template #default="{ x, y }">
        <line class="aim" :x1="x(0)" :x2="x(end_s)" :y1="y(aim)" :y2="y(aim)" />
        <g v-for="d in dots" :key="d.seq" class="reading">
          <line :x1="x(d.s)" :x2="x(d.s)" :y1="y(d.solids_frac.low)" :y2="y(d.solids_frac.high)" />
          <circle
            v-if="d.reading.kind === 'weight'"
            :cx="x(d.s)"
            :cy="y(d.solids_frac.mid)"
            r="6"
          />
          <rect
            v-else-if="d.reading.kind === 'thermometer'"
            :x="x(d.s) - 5"
            :y="y(d.solids_frac.mid) - 5"
            width="10"
            height="10"
          />
          <path v-else :d="`M${x(d.s)} ${y(d.solids_frac.mid) - 7}l7 12h-14z`" />
        </g>
      </template>
    </StrataDrawing>
    <p class="small soft">
      Minutes from heat on. Round: weighed. Square: thermometer. Triangle: string, spoon or drop.
      Bars: 80 %.
    </p>
  </section>
</template>

<style scoped>
.drawing {
  grid-column: 1;
}

.drawing p {
  margin: var(--gap-2) 0 0;
}

.strata {
  height: 22rem;
}

.aim {
  stroke: var(--ink);
  stroke-dasharray: 6 4;
}

.reading > * {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2.25;
}
</style>
