<script setup lang="ts">
import { computed } from 'vue'
import { handLine, smooth } from '@/look/hand'

/** How thick a mass lies, from the side, beside the tip of a finger in the same measure. */
const props = defineProps<{ thick_mm: number }>()
/** Units of the drawing for a millimetre, and the floor both stand on. */
const MM = 2
const FLOOR = 74
/** A forefinger laid flat is about as thick as this, mm. */
const FINGER_MM = 15
const high = computed(() => Math.min(66, MM * props.thick_mm))
const finger = (() => {
  const top = FLOOR - MM * FINGER_MM
  return smooth([
    { x: 176, y: top - 2 },
    { x: 140, y: top },
    { x: 122, y: top + 4 },
    { x: 112, y: (top + FLOOR) / 2 },
    { x: 120, y: FLOOR - 2 },
    { x: 140, y: FLOOR },
    { x: 176, y: FLOOR },
  ])
})()
const nail = handLine({ x: 118, y: FLOOR - MM * 13 }, { x: 136, y: FLOOR - MM * 14 }, 3, 0.3)
const slab = computed(() => ({ y: FLOOR - high.value, height: high.value }))
</script>

<template>
  <svg viewBox="0 0 180 82" aria-hidden="true" focusable="false">
    <rect class="slab" x="6" width="92" v-bind="slab" />
    <path :d="handLine({ x: 2, y: FLOOR }, { x: 178, y: FLOOR }, 5, 0.5)" />
    <path :d="finger" />
    <path :d="nail" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 11rem;
}

path {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.75;
  stroke-linecap: round;
}

.slab {
  fill: var(--syrup-coating);
  stroke: currentColor;
  stroke-width: 1.75;
}
</style>
