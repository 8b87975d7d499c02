<script setup lang="ts">
import { computed } from 'vue'
import { handLine } from '@/look/hand'

/** A wooden ruler stood in the pan: where the mass began, where it is to end, where the clock says it is. */
const props = defineProps<{ start_mm: number; end_mm: number; now_mm: number }>()
const TALL = 130
const top_mm = computed(() => Math.ceil((1.15 * props.start_mm) / 5) * 5)
const y = (mm: number) => 12 + TALL * (1 - mm / top_mm.value)
const step = computed(() => (top_mm.value > 60 ? 20 : top_mm.value > 25 ? 10 : 5))
const ticks = computed(() => {
  const all = []
  for (let mm = 0; mm <= top_mm.value; mm += step.value) all.push(mm)
  return all
})
const line = (x1: number, x2: number, mm: number, seed: number) =>
  handLine({ x: x1, y: y(mm) }, { x: x2, y: y(mm) }, seed, 0.5)
</script>

<template>
  <svg class="ruler" :viewBox="`0 0 200 ${TALL + 30}`" aria-hidden="true">
    <path class="pan" :d="`M14 14V${TALL + 12}H186V14`" />
    <rect class="mass" x="16" :y="y(now_mm)" width="168" :height="y(0) - y(now_mm)" />
    <path class="began" :d="line(16, 184, start_mm, 2)" />
    <path class="ends" :d="line(16, 184, end_mm, 4)" />
    <rect class="wood" x="92" y="4" width="30" :height="TALL + 8" />
    <g v-for="mm in ticks" :key="mm">
      <path class="tick" :d="`M92 ${y(mm)}h10`" />
      <text x="120" :y="y(mm) + 4" text-anchor="end">{{ mm }}</text>
    </g>
  </svg>
</template>

<style scoped>
.ruler {
  display: block;
  width: 100%;
}

path {
  fill: none;
  stroke-linecap: round;
}

.pan {
  stroke: var(--ink);
  stroke-width: 3;
}

.mass {
  fill: var(--well);
}

.began {
  stroke: var(--steel-strong);
  stroke-width: 1.75;
  stroke-dasharray: 4 6;
}

.ends {
  stroke: var(--ink);
  stroke-width: 3.5;
}

.wood {
  fill: var(--sheet);
  stroke: var(--steel-strong);
  stroke-width: 1.25;
}

.tick {
  stroke: var(--ink-soft);
  stroke-width: 1.25;
}

text {
  fill: var(--ink-soft);
  font-family: var(--text-face);
  font-size: 11px;
}
</style>
