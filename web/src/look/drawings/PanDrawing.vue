<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { handLine, smooth } from '@/look/hand'
import { syrupColour, type StageKey } from '@/look/strata'

/** Her pan from the side, to its proportions, with the syrup in it and the line it must not froth over. */
const props = defineProps<{
  pan: Api<'Pan'>
  stage: StageKey
  /** Share of the pan that is full, and that is safe to fill. */
  fill: number
  limit: number
}>()

const WIDTH = 240
const FLOOR = 128
const shape = computed(() => {
  const scale = Math.min(WIDTH / props.pan.diameter_cm, 96 / props.pan.wall_height_cm)
  const wide = props.pan.diameter_cm * scale
  const high = props.pan.wall_height_cm * scale
  const left = 30 + (WIDTH - wide) / 2
  const right = left + wide
  const top = FLOOR - high
  const thick = 2 + Math.min(7, props.pan.heat_capacity_j_k / 200)
  const wall = smooth([
    { x: left - 4, y: top },
    { x: left, y: FLOOR - 16 },
    { x: left + 12, y: FLOOR },
    { x: (left + right) / 2, y: FLOOR + 0.6 },
    { x: right - 12, y: FLOOR },
    { x: right, y: FLOOR - 16 },
    { x: right + 4, y: top },
  ])
  const at = (share: number) => FLOOR - Math.min(1, share) * high
  const level = at(props.fill)
  const syrup = `M${left + 1} ${level}L${left + 2} ${FLOOR - 16}Q${left + 4} ${FLOOR - 2} ${left + 14} ${FLOOR - 1}L${right - 14} ${FLOOR - 1}Q${right - 4} ${FLOOR - 2} ${right - 2} ${FLOOR - 16}L${right - 1} ${level}Z`
  const froth = handLine(
    { x: left - 2, y: at(props.limit) },
    { x: right + 2, y: at(props.limit) },
    5,
    0.7,
  )
  return { wall, thick, syrup, froth, frothY: at(props.limit), right, top }
})
</script>

<template>
  <svg
    class="pan"
    viewBox="0 0 300 140"
    role="img"
    :aria-label="`${pan.name}, ${Math.round(100 * fill)} per cent full`"
  >
    <path class="syrup" :d="shape.syrup" :style="{ fill: syrupColour(stage) }" />
    <path class="froth" :d="shape.froth" />
    <path class="wall" :d="shape.wall" :style="{ strokeWidth: shape.thick }" />
  </svg>
</template>

<style scoped>
.pan {
  display: block;
  width: 100%;
  max-width: 22rem;
}

path {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.wall {
  stroke: var(--ink);
}

.froth {
  stroke: var(--steel-strong);
  stroke-width: 1.5;
  stroke-dasharray: 5 5;
}
</style>
