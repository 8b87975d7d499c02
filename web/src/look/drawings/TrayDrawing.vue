<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { Api } from '@/api/client'

/**
 * A tray from above, to scale: how far the mass is spread in it, and where it is marked. The far edge of the mass is
 * dragged to make it thicker or thinner, the handle on the marks to make the pieces larger or lean.
 */
const props = defineProps<{
  tray_length_cm: number
  tray_width_cm: number
  length_cm: number
  marked: Api<'Marked'> | undefined
  said: string
  /** Only looked at: nothing in it is dragged. */
  still?: boolean
}>()
const emit = defineEmits<{ spread: [length_cm: number] }>()

const svg = useTemplateRef<SVGSVGElement>('svg')
/** Units of the drawing for a centimetre. */
const CM = 20
const EDGE = 14
const wide = computed(() => CM * props.tray_length_cm + 2 * EDGE)
const tall = computed(() => CM * props.tray_width_cm + 2 * EDGE)
const at = (cm: number) => EDGE + CM * cm
/** Wide enough for a finger, however small the drawing. */
const grip = computed(() => 0.065 * wide.value)

function drag(event: PointerEvent): void {
  if (!(event.buttons & 1) || !svg.value) return
  const box = svg.value.getBoundingClientRect()
  const cm = ((event.clientX - box.left) / box.width) * (wide.value / CM) - EDGE / CM
  emit('spread', Math.min(props.tray_length_cm, Math.max(2, Math.round(2 * cm) / 2)))
}
const hold = (event: PointerEvent) =>
  (event.currentTarget as Element).setPointerCapture(event.pointerId)
</script>

<template>
  <svg ref="svg" class="tray" :viewBox="`0 0 ${wide} ${tall}`" role="img" :aria-label="said">
    <rect class="rim" x="4" y="4" :width="wide - 8" :height="tall - 8" rx="10" />
    <rect class="mass" :x="EDGE" :y="EDGE" :width="CM * length_cm" :height="CM * tray_width_cm" />
    <path
      v-for="(m, i) in marked?.marks"
      :key="i"
      class="mark"
      :d="`M${at(m.from_x_cm)} ${at(m.from_y_cm)}L${at(m.to_x_cm)} ${at(m.to_y_cm)}`"
    />
    <g v-if="!still" class="edge" @pointerdown="hold" @pointermove="drag">
      <rect :x="at(length_cm) - grip" :y="EDGE" :width="2 * grip" :height="CM * tray_width_cm" />
      <path :d="`M${at(length_cm)} ${EDGE}v${CM * tray_width_cm}`" />
      <circle :cx="at(length_cm)" :cy="tall / 2" :r="0.5 * grip" />
      <path
        :d="`M${at(length_cm) - 0.15 * grip} ${tall / 2 - 0.2 * grip}v${0.4 * grip}m${0.3 * grip} ${-0.4 * grip}v${0.4 * grip}`"
      />
    </g>
  </svg>
</template>

<style scoped>
.tray {
  display: block;
  width: 100%;
  max-height: 26rem;
}

.rim {
  fill: var(--well);
  stroke: var(--ink);
  stroke-width: 5;
}

.mass {
  fill: var(--sheet);
  stroke: var(--steel-strong);
  stroke-width: 1.5;
}

path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}

.mark {
  stroke-linecap: round;
}

.edge {
  cursor: ew-resize;
  touch-action: none;
}

.edge rect {
  fill: transparent;
}

.edge circle {
  fill: var(--ground);
  stroke: var(--ink);
  stroke-width: 2.5;
}
</style>
