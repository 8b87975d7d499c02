<script setup lang="ts">
import { computed } from 'vue'
import { handLine, handRing, smooth } from '@/look/hand'
import type { Thing } from './things'

/** A thing of the kitchen in one line weight. Pans, cups and trays share one scale. */
const props = defineProps<{ thing: Thing }>()

const PX_PER_CM = 3.6
const FLOOR = 62

function vessel(width_cm: number, height_cm: number, lean: number): string {
  const w = Math.min(112, width_cm * PX_PER_CM)
  const h = Math.min(54, height_cm * PX_PER_CM)
  const left = 60 - w / 2
  const right = 60 + w / 2
  return smooth([
    { x: left - lean, y: FLOOR - h },
    { x: left, y: FLOOR - Math.min(h * 0.3, 10) },
    { x: left + Math.min(w * 0.12, 9), y: FLOOR },
    { x: 60, y: FLOOR + 0.5 },
    { x: right - Math.min(w * 0.12, 9), y: FLOOR },
    { x: right, y: FLOOR - Math.min(h * 0.3, 10) },
    { x: right + lean, y: FLOOR - h },
  ])
}
const drawn = computed((): { d: string; width: number }[] => {
  const t = props.thing
  switch (t.of) {
    case 'rings': {
      const r = 12 + Math.min(16, t.ring.rated_power_w / 130)
      const centre = { x: 60, y: 36 }
      const gas = t.ring.kind === 'gas'
      const grate = gas
        ? [45, 135, 225, 315].map((deg) => {
            const at = (k: number) => ({
              x: centre.x + k * Math.cos((deg * Math.PI) / 180),
              y: centre.y + k * Math.sin((deg * Math.PI) / 180),
            })
            return { d: handLine(at(r * 0.5), at(r), deg, 0.4), width: 1.75 }
          })
        : [{ d: handRing(centre, r * 0.62, r * 0.62, 9), width: 1.75 }]
      return [
        { d: handRing(centre, r, r, 4), width: 1.75 },
        { d: handRing(centre, r * (gas ? 0.38 : 0.3), r * (gas ? 0.38 : 0.3), 6), width: 1.75 },
        ...grate,
      ]
    }
    case 'pans': {
      const thick = 1.75 + Math.min(5, t.pan.heat_capacity_j_k / 260)
      return [{ d: vessel(t.pan.diameter_cm, t.pan.wall_height_cm, 3), width: thick }]
    }
    case 'measures': {
      const side_cm = Math.cbrt(t.measure.volume_ml / 0.6)
      const spoon = t.measure.volume_ml < 60
      const bowl = { d: vessel(side_cm * 1.05, side_cm * (spoon ? 0.45 : 0.8), 1.5), width: 1.75 }
      const tip = { x: 60 + (side_cm * 1.05 * PX_PER_CM) / 2, y: FLOOR - side_cm * 0.4 * PX_PER_CM }
      return spoon
        ? [bowl, { d: handLine(tip, { x: tip.x + 34, y: tip.y - 12 }, 3, 0.6), width: 1.75 }]
        : [bowl]
    }
    case 'thermometers':
      return [
        { d: handLine({ x: 60, y: 12 }, { x: 60, y: 50 }, 3, 0.4), width: 5 },
        { d: handRing({ x: 60, y: 55 }, 6, 6, 2), width: 1.75 },
      ]
    case 'trays':
      return [{ d: vessel(t.tray.length_cm, t.tray.height_cm, 1), width: 1.75 }]
  }
})
</script>

<template>
  <svg class="drawing" viewBox="0 0 120 68" aria-hidden="true" focusable="false">
    <path v-for="(p, i) in drawn" :key="i" :d="p.d" :style="{ strokeWidth: p.width }" />
  </svg>
</template>

<style scoped>
.drawing {
  display: block;
  width: 7.5rem;
  max-width: 100%;
  height: 4.25rem;
}

path {
  fill: none;
  stroke: currentColor;
  stroke-linecap: round;
  stroke-linejoin: round;
}
</style>
