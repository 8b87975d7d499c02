<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import TracksDrawing from './TracksDrawing.vue'

/** The way of the syrup as it is believed, with the readings it is believed by, and the steps under it. */
const props = defineProps<{
  batch: Api<'BatchView'>
  setup: Api<'BatchSetup'>
  track: Api<'BatchTrack'>
}>()
const aim = computed(() => props.setup.syrup?.target_solids_frac)
const dots = computed(() => {
  const begun_ms = props.track.boil?.begun_ms ?? props.batch.started_ms
  return props.batch.readings.map((r) => ({ ...r, s: (r.at_ms - begun_ms) / 1000 }))
})
const reach = computed(() => dots.value.flatMap((d) => [d.solids_frac.low, d.solids_frac.high]))
</script>

<template>
  <div class="drawing">
    <TracksDrawing :tracks="[track]" :aim="aim" :reach="reach">
      <template #default="{ x, y }">
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
    </TracksDrawing>
    <p v-if="dots.length" class="small soft">
      Minutes from heat on; the line is what is believed of all of it. Round: weighed. Square:
      thermometer. Triangle: string, spoon or drop. Bars: 80 %. Below: the steps, dark over a flame.
    </p>
  </div>
</template>

<style scoped>
.drawing {
  min-width: 0;
}

.drawing p {
  margin: var(--gap-2) 0 0;
}

.reading > * {
  fill: var(--on-deep-syrup);
  stroke: var(--on-pale-syrup);
  stroke-width: 2.25;
}
</style>
