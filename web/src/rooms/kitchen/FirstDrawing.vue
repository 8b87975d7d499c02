<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { handLine, handRing, smooth, type Dot } from '@/look/hand'

/** A ring, a pan or a cup as it is asked for in the first hour, in one line weight. */
const props = defineProps<{ of: Api<'FirstRing'> | Api<'FirstPan'> | Api<'FirstCup'> }>()

const LINE = 1.75
const CENTRE: Dot = { x: 32, y: 24 }
interface Stroke {
  d: string
  width: number
}
const ring = (r: number, seed: number): Stroke => ({
  d: handRing(CENTRE, r, r, seed),
  width: LINE,
})
/** Flames between two rings of a burner. */
const burner = (r: number): Stroke[] => [
  ring(r, 4),
  ring(r * 0.4, 6),
  ...[0, 60, 120, 180, 240, 300].map((deg) => {
    const a = (deg * Math.PI) / 180
    const at = (k: number) => ({ x: CENTRE.x + k * Math.cos(a), y: CENTRE.y + k * Math.sin(a) })
    return { d: handLine(at(r * 0.55), at(r * 0.8), deg, 0.3), width: LINE }
  }),
]
/** A vessel from the side: half its width at the rim and at the foot, its height, and how thick it is. */
function vessel(rim: number, foot: number, high: number, width = LINE): Stroke {
  const floor = 42
  const d = smooth([
    { x: 32 - rim, y: floor - high },
    { x: 32 - foot - (rim - foot) * 0.3, y: floor - high * 0.3 },
    { x: 32 - foot * 0.8, y: floor },
    { x: 32, y: floor + 0.4 },
    { x: 32 + foot * 0.8, y: floor },
    { x: 32 + foot + (rim - foot) * 0.3, y: floor - high * 0.3 },
    { x: 32 + rim, y: floor - high },
  ])
  return { d, width }
}
const line = (ax: number, ay: number, bx: number, by: number): Stroke => ({
  d: handLine({ x: ax, y: ay }, { x: bx, y: by }, ax + by, 0.4),
  width: LINE,
})
const plate = [line(12, 4, 52, 4), line(52, 4, 52, 44), line(52, 44, 12, 44), line(12, 44, 12, 4)]

const DRAWN: Record<typeof props.of, () => Stroke[]> = {
  gas_small: () => burner(11),
  gas_medium: () => burner(15),
  gas_large: () => burner(20),
  coil: () => [ring(19, 2), ring(14, 3), ring(9, 5), ring(4, 8)],
  plate: () => [...plate, ring(15, 3)],
  induction: () => [...plate, ring(15, 3), line(32, 14, 32, 34), line(22, 24, 42, 24)],
  multi_cooker: () => [vessel(19, 18, 26), line(11, 15, 53, 15), line(29, 10, 35, 10)],
  thin: () => [vessel(20, 17, 20, 1.4)],
  heavy: () => [vessel(20, 17, 20, 4)],
  cast_iron: () => [vessel(21, 11, 20, 5.5)],
  wide: () => [vessel(27, 23, 10, 2.5)],
  tea_cup: () => [vessel(13, 10, 20), { d: handRing({ x: 49, y: 31 }, 5, 6, 3), width: LINE }],
  katori: () => [vessel(16, 12, 15)],
  glass: () => [vessel(10, 8, 30)],
  measuring_cup: () => [
    vessel(14, 13, 26),
    ...[22, 28, 34].map((y) => line(20, y, 27, y)),
    line(46, 20, 56, 18),
  ],
}
const strokes = computed(() => DRAWN[props.of]())
</script>

<template>
  <svg viewBox="0 0 64 48" aria-hidden="true" focusable="false">
    <path v-for="(s, i) in strokes" :key="i" :d="s.d" :style="{ strokeWidth: s.width }" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 4rem;
  height: 3rem;
  margin: 0 auto;
}

path {
  fill: none;
  stroke: currentColor;
  stroke-linecap: round;
  stroke-linejoin: round;
}
</style>
