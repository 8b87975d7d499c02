<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { handRing } from '@/look/hand'

/** A pan from above with what lies in it: one picture of how a thing looks on its way. */
const props = defineProps<{ picture: Api<'Picture'>; size?: number }>()

interface Mark {
  x: number
  y: number
  r: number
  full?: boolean
}
const C = 32
const spread = (n: number, reach: number, r: number, full = false): Mark[] =>
  Array.from({ length: n }, (_, i) => {
    // Sunflower seeds lie like this: even, and in no rows.
    const turn = 2.4 * i
    const out = reach * Math.sqrt((i + 0.5) / n)
    return { x: C + out * Math.cos(turn), y: C + out * Math.sin(turn), r, full }
  })
const at = (x: number, y: number, r: number, full = false): Mark => ({
  x: C + x,
  y: C + y,
  r,
  full,
})
const wave = (y: number, x0 = 14, x1 = 50) => {
  const q = (x1 - x0) / 4
  return `M${x0} ${y} q${q / 2} -4 ${q} 0 t${q} 0 t${q} 0 t${q} 0`
}
const RISING = [
  'M24 40 q-4 -6 0 -11 t0 -11',
  'M32 42 q-4 -6 0 -12 t0 -12',
  'M40 40 q-4 -6 0 -11 t0 -11',
]

const MARKS: Record<Api<'Picture'>, { marks?: Mark[]; lines?: string[]; mass?: Mark }> = {
  pale: { marks: spread(19, 21, 1.8) },
  warm: { marks: spread(15, 21, 1.6), lines: RISING },
  darker: { marks: spread(19, 21, 2.4, true) },
  clumps: { marks: [at(-11, -9, 6), at(9, -11, 5), at(-5, 9, 7), at(12, 6, 6), at(1, -1, 3)] },
  paste: { mass: at(0, 1, 17), lines: ['M20 40 q8 -16 24 -18'] },
  loose: { mass: at(0, 0, 20), lines: [wave(26, 18, 46), wave(34, 18, 46), wave(42, 20, 44)] },
  wet: { lines: [wave(22, 16, 48), wave(32), wave(42, 16, 48)] },
  bubbles: {
    marks: [at(-9, -8, 6), at(8, -9, 4), at(2, 4, 7), at(-11, 8, 3.5), at(13, 7, 5), at(-2, 15, 3)],
  },
  sides: { mass: at(0, 0, 14), lines: ['M24 38 q8 -10 16 -12'] },
  lump: { mass: at(3, 2, 10) },
  milky: { mass: at(0, 0, 22) },
  specks: { marks: spread(26, 21, 1.1, true) },
  clots: {
    marks: [at(-9, -6, 6, true), at(8, -9, 4.5, true), at(5, 8, 6.5, true), at(-8, 10, 3.5, true)],
    lines: [wave(20, 20, 44), wave(46, 22, 42)],
  },
  low: { marks: spread(6, 17, 4), lines: [wave(32)] },
  afloat: { marks: spread(6, 17, 5.5, true) },
  large: { marks: spread(5, 14, 8.5, true) },
}
const drawn = computed(() => MARKS[props.picture])
const ring = (m: Mark, seed: number) => handRing({ x: m.x, y: m.y }, m.r, m.r, seed)
</script>

<template>
  <svg viewBox="0 0 64 64" :width="size ?? 64" :height="size ?? 64" aria-hidden="true">
    <path class="pan" :d="handRing({ x: C, y: C }, 27, 27, 4)" />
    <path v-if="drawn.mass" class="mass" :d="ring(drawn.mass, 9)" />
    <path v-for="(m, i) in drawn.marks" :key="i" :class="{ full: m.full }" :d="ring(m, i + 2)" />
    <path v-for="(d, i) in drawn.lines" :key="`l${i}`" :d="d" />
  </svg>
</template>

<style scoped>
path {
  fill: none;
  stroke: currentColor;
  stroke-width: var(--line-drawn);
  stroke-linecap: round;
}

.pan {
  stroke-width: 2.5;
}

.mass {
  fill: currentColor;
  fill-opacity: 0.16;
}

.full {
  fill: currentColor;
}
</style>
