<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { handLine, smooth } from '@/look/hand'
import { millilitres, millilitreUnit, number } from '@/units/format'

/** Her pans and trays on a shelf, side view, all to one scale; the wall as thick as the heat it holds. */
const props = defineProps<{
  pans: readonly Api<'Pan'>[]
  /** What each pan holds to its rim, ml; none for a pan not kept yet. */
  capacities_ml: readonly (number | undefined)[]
  trays: readonly Api<'Tray'>[]
}>()

const PX_PER_CM = 6.4
const GAP = 34
const FLOOR = 132

const things = computed(() => {
  let x = 16
  const place = (width_cm: number, height_cm: number) => {
    const left = x
    x += width_cm * PX_PER_CM + GAP
    return { left, right: left + width_cm * PX_PER_CM, top: FLOOR - height_cm * PX_PER_CM }
  }
  const pans = props.pans.map((pan, i) => {
    const at = place(pan.diameter_cm, pan.wall_height_cm)
    const holds = props.capacities_ml[i]
    const rim = holds === undefined ? '' : ` · ${millilitres(holds)} ${millilitreUnit()} to the rim`
    const thick = 1.5 + Math.min(6, pan.heat_capacity_j_k / 200)
    const lean = 5
    const wall = smooth([
      { x: at.left - lean, y: at.top },
      { x: at.left + 2, y: FLOOR - 14 },
      { x: at.left + 14, y: FLOOR - thick / 2 },
      { x: (at.left + at.right) / 2, y: FLOOR - thick / 2 + 0.6 },
      { x: at.right - 14, y: FLOOR - thick / 2 },
      { x: at.right - 2, y: FLOOR - 14 },
      { x: at.right + lean, y: at.top },
    ])
    return {
      key: pan.name,
      wall,
      thick,
      mid: (at.left + at.right) / 2,
      words: `${number(pan.diameter_cm)} cm${rim}`,
    }
  })
  const trays = props.trays.map((tray) => {
    const at = place(tray.length_cm, tray.height_cm)
    return {
      key: tray.name,
      wall: `M${at.left} ${at.top}L${at.left + 3} ${FLOOR - 1}L${at.right - 3} ${FLOOR - 1}L${at.right} ${at.top}`,
      thick: 2,
      mid: (at.left + at.right) / 2,
      words: `${number(tray.length_cm)} × ${number(tray.width_cm)} cm`,
    }
  })
  return { all: [...pans, ...trays], width: x }
})
/** The tallest thing touches the top of the picture. */
const top = computed(() => {
  const tallest_cm = Math.max(
    4,
    ...props.pans.map((p) => p.wall_height_cm),
    ...props.trays.map((t) => t.height_cm),
  )
  return FLOOR - tallest_cm * PX_PER_CM - 8
})
const floor = computed(() =>
  handLine({ x: 4, y: FLOOR + 2 }, { x: things.value.width - 4, y: FLOOR + 2 }, 9, 0.8),
)
</script>

<template>
  <div class="shelf">
    <svg
      :viewBox="`0 ${top} ${things.width} ${178 - top}`"
      :style="{ minWidth: `${things.width * 0.72}px` }"
      role="img"
      aria-label="Pans and trays to scale"
    >
      <path class="floor" :d="floor" />
      <g v-for="t in things.all" :key="t.key">
        <path class="wall" :d="t.wall" :style="{ strokeWidth: t.thick }" />
        <text class="name" :x="t.mid" y="152" text-anchor="middle">{{ t.key }}</text>
        <text :x="t.mid" y="169" text-anchor="middle">{{ t.words }}</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.shelf {
  overflow-x: auto;
}

svg {
  display: block;
  width: 100%;
}

path {
  fill: none;
  stroke: var(--ink);
  stroke-linecap: round;
  stroke-linejoin: round;
}

.floor {
  stroke: var(--steel-strong);
  stroke-width: 3;
}

text {
  font-family: var(--text-face);
  font-size: 11.5px;
  fill: var(--ink-soft);
}

.name {
  font-size: 13.5px;
  font-weight: 650;
  fill: var(--ink);
}
</style>
