<script setup lang="ts">
import { computed } from 'vue'
import { handLine, smooth } from '@/look/hand'
import { stringLength } from '@/units/format'

/** Finger, thumb and the string between them, as long as it gets before it breaks; to size. */
const props = defineProps<{ length_cm: number; strings?: number }>()

const PX_PER_CM = 37.8
const WIDE = 230
const gap = computed(() => Math.min(props.length_cm * PX_PER_CM, WIDE - 84))
const cut = computed(() => props.length_cm * PX_PER_CM > WIDE - 84)
const mid = WIDE / 2
const tip = computed(() => ({ left: mid - gap.value / 2, right: mid + gap.value / 2 }))

const finger = (edge: number, way: 1 | -1) =>
  smooth(
    [
      [-52, -25],
      [-16, -22.5],
      [-1.5, -12],
      [0.5, 0.5],
      [-2, 13],
      [-17, 21.5],
      [-52, 24],
    ].map(([dx = 0, dy = 0]) => ({ x: edge + way * dx, y: 48 + dy })),
  )
const nail = (edge: number, way: 1 | -1) =>
  smooth(
    [
      [-31, -22],
      [-21, -12],
      [-9, -15.5],
    ].map(([dx = 0, dy = 0]) => ({ x: edge + way * dx, y: 48 + dy })),
  )
const threads = computed(() => {
  const n = props.length_cm < 0.1 ? 0 : (props.strings ?? 1)
  const sag = Math.min(9, gap.value * 0.06)
  return Array.from({ length: n }, (_, i) => {
    const y = 48 + (i - (n - 1) / 2) * 9
    return gap.value < 24
      ? handLine({ x: tip.value.left, y }, { x: tip.value.right, y }, i + 1, 0.3)
      : smooth([
          { x: tip.value.left - 2, y },
          { x: mid - gap.value / 5, y: y + sag },
          { x: mid + gap.value / 6, y: y + sag * 1.05 },
          { x: tip.value.right + 2, y },
        ])
  })
})
const words = computed(() =>
  props.length_cm < 0.1
    ? 'No string: it lets go at once'
    : `String of ${stringLength(props.length_cm)} before it breaks`,
)
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${WIDE} 96`" role="img" :aria-label="words">
      <path v-for="(d, i) in threads" :key="i" class="thread" :d="d" />
      <path class="finger" :d="finger(tip.left, 1)" />
      <path class="finger" :d="nail(tip.left, 1)" />
      <path class="finger" :d="finger(tip.right, -1)" />
      <text v-if="cut" :x="mid" y="90" text-anchor="middle">longer than this drawing</text>
    </svg>
    <figcaption>{{ words }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

svg {
  display: block;
  width: 230px;
  max-width: 100%;
}

.finger {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.75;
  stroke-linecap: round;
}

.thread {
  fill: none;
  stroke: var(--syrup-soft-ball);
  stroke-width: 2.6;
  stroke-linecap: round;
}

text {
  fill: var(--ink-soft);
  font-size: 12px;
}

figcaption {
  font-size: var(--size-small);
  color: var(--ink-soft);
}
</style>
