<script setup lang="ts">
import { computed } from 'vue'
import { handLine } from '@/look/hand'

/** A clock lying down: from its beginning to its end, the time that is right drawn thick, and where it stands. */
const props = defineProps<{
  began_ms: number
  least_ms: number
  best_ms: number
  most_ms: number
  now_ms: number
}>()
const WIDE = 300
const span_ms = computed(() => Math.max(1, Math.max(props.most_ms, props.now_ms) - props.began_ms))
const x = (ms: number) => 8 + ((WIDE - 16) * (ms - props.began_ms)) / span_ms.value
const line = (from: number, to: number, seed: number) =>
  handLine({ x: from, y: 14 }, { x: to, y: 14 }, seed, 0.5)
const rail = computed(() => line(8, WIDE - 8, 3))
const right = computed(() => line(x(props.least_ms), x(props.most_ms), 5))
</script>

<template>
  <svg class="clock" :viewBox="`0 0 ${WIDE} 28`" aria-hidden="true">
    <path class="rail" :d="rail" />
    <path class="right" :d="right" />
    <path class="best" :d="handLine({ x: x(best_ms), y: 4 }, { x: x(best_ms), y: 24 }, 9, 0.5)" />
    <circle class="now" :class="{ over: now_ms > most_ms }" :cx="x(now_ms)" cy="14" r="7" />
  </svg>
</template>

<style scoped>
.clock {
  display: block;
  width: 100%;
  max-width: 22rem;
}

path {
  fill: none;
  stroke-linecap: round;
}

.rail {
  stroke: var(--steel-strong);
  stroke-width: 1.75;
}

.right {
  stroke: var(--ink-soft);
  stroke-width: 6;
}

.best {
  stroke: var(--ink);
  stroke-width: 2.5;
}

.now {
  fill: var(--ground);
  stroke: var(--ink);
  stroke-width: 3;
}

.now.over {
  fill: var(--ink);
}
</style>
