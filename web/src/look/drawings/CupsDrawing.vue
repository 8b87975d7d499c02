<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { handLine, smooth } from '@/look/hand'

/** An amount as her cups and spoons, filled to where it reaches; the words stand beside it. */
const props = defineProps<{ measured: Api<'Measured'> }>()

const CUP = { width: 34, height: 30 }
const SPOON = { width: 44, height: 16 }
/** More than these are told by a number alone. */
const MOST = 6

interface Drawn {
  x: number
  fill: number
  spoon: boolean
  less: boolean
  seed: number
}
const isSpoon = (of: string) => /spoon/i.test(of)
function vessels(count: number, of: string, less: boolean, from: number, seed: number): Drawn[] {
  const spoon = isSpoon(of)
  const whole = Math.floor(count + 1e-6)
  const rest = count - whole
  const fills = [...Array<number>(whole).fill(1), ...(rest > 0.05 ? [rest] : [])]
  const wide = (spoon ? SPOON.width : CUP.width) + 8
  return fills.map((fill, i) => ({ x: from + i * wide, fill, spoon, less, seed: seed + i }))
}
const all = computed(() => {
  const m = props.measured
  const counted = !isSpoon(m.of) && m.of.charAt(0) === m.of.charAt(0).toLowerCase()
  if (counted || m.count > MOST) return []
  const main = vessels(m.count, m.of, false, 2, 3)
  const last = main.at(-1)
  const next = last ? last.x + (last.spoon ? SPOON.width : CUP.width) + 18 : 2
  const then = m.then ? vessels(m.then.count, m.then.of, m.then.less, next, 11) : []
  return [...main, ...then]
})
const width = computed(() => {
  const last = all.value.at(-1)
  return last ? last.x + (last.spoon ? SPOON.width : CUP.width) + 2 : 0
})
const sign = computed(() => all.value.find((d, i) => i > 0 && d.seed >= 11))

function cup(d: Drawn): { wall: string; fill: string } {
  const lean = 4
  const foot = 36
  const top = foot - CUP.height
  const wall = smooth([
    { x: d.x, y: top },
    { x: d.x + lean * 0.6, y: foot - 8 },
    { x: d.x + lean + 3, y: foot },
    { x: d.x + CUP.width / 2, y: foot + 0.8 },
    { x: d.x + CUP.width - lean - 3, y: foot },
    { x: d.x + CUP.width - lean * 0.6, y: foot - 8 },
    { x: d.x + CUP.width, y: top },
  ])
  const level = foot - CUP.height * d.fill + (d.fill > 0.98 ? 2 : 0)
  const inset = lean * (1 - d.fill) + 2
  const fill = `M${d.x + inset} ${level}L${d.x + lean + 2} ${foot - 1.5}L${d.x + CUP.width - lean - 2} ${foot - 1.5}L${d.x + CUP.width - inset} ${level}Z`
  return { wall, fill }
}
function spoon(d: Drawn): { wall: string; fill: string } {
  const y = 27
  const bowl = SPOON.width * 0.46
  const wall = `${smooth([
    { x: d.x, y: y - 3 },
    { x: d.x + bowl * 0.2, y: y + 5 },
    { x: d.x + bowl * 0.55, y: y + 7.5 },
    { x: d.x + bowl * 0.9, y: y + 3.5 },
    { x: d.x + bowl, y: y - 3 },
  ])}${handLine({ x: d.x + bowl, y: y - 3 }, { x: d.x + SPOON.width, y: y - 9 }, d.seed, 0.6)}`
  const down = (1 - d.fill) * 6
  const fill = `M${d.x + 1 + down * 0.4} ${y - 3 + down}Q${d.x + bowl * 0.5} ${y + 15 - down * 0.6} ${d.x + bowl - 1 - down * 0.4} ${y - 3 + down}Z`
  return { wall, fill }
}
</script>

<template>
  <svg
    v-if="all.length"
    class="cups"
    :viewBox="`0 0 ${width} 42`"
    :style="{ width: `${width / 16}rem` }"
    aria-hidden="true"
    focusable="false"
  >
    <g v-for="(d, i) in all" :key="i" :class="{ less: d.less }">
      <path class="fill" :d="(d.spoon ? spoon(d) : cup(d)).fill" />
      <path class="wall" :d="(d.spoon ? spoon(d) : cup(d)).wall" />
    </g>
    <path
      v-if="sign"
      class="sign"
      :d="sign.less ? `M${sign.x - 11} 24h7` : `M${sign.x - 11} 24h7M${sign.x - 7.5} 20.500v7`"
    />
  </svg>
</template>

<style scoped>
.cups {
  display: block;
  max-width: 100%;
}

path {
  stroke-linecap: round;
  stroke-linejoin: round;
}

.wall,
.sign {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.75;
}

.fill {
  fill: var(--steel);
}

.less .fill {
  fill: none;
  stroke: var(--steel-strong);
  stroke-dasharray: 2 3;
}
</style>
