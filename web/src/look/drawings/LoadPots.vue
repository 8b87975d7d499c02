<script setup lang="ts">
import { computed } from 'vue'
import { handRing } from '@/look/hand'

/** The loads of a pot in a row: those that are out, the one that is in, those to come. */
const props = defineProps<{ loads: number; done: number; now?: number | undefined }>()
const PITCH = 44
const pots = computed(() =>
  Array.from({ length: Math.min(props.loads, 24) }, (_, i) => ({
    no: i + 1,
    d: handRing({ x: 22 + i * PITCH, y: 22 }, 16, 16, i + 3),
    state: i + 1 === props.now ? 'now' : i < props.done ? 'done' : 'ahead',
  })),
)
const label = computed(() => `${props.done} of ${props.loads} loads are done`)
</script>

<template>
  <svg
    class="pots"
    :viewBox="`0 0 ${pots.length * PITCH} 44`"
    :style="{ maxWidth: `${pots.length * 2.75}rem` }"
    role="img"
    :aria-label="label"
  >
    <g v-for="p in pots" :key="p.no" :class="p.state">
      <path :d="p.d" />
      <text :x="22 + (p.no - 1) * PITCH" y="27" text-anchor="middle">{{ p.no }}</text>
    </g>
  </svg>
</template>

<style scoped>
.pots {
  display: block;
  width: 100%;
}

path {
  fill: none;
  stroke: var(--steel-strong);
  stroke-width: 1.75;
}

text {
  fill: var(--ink-soft);
  font-family: var(--text-face);
  font-size: 14px;
}

.now path {
  stroke: var(--ink);
  stroke-width: 4;
}

.now text {
  fill: var(--ink);
  font-weight: 700;
}

.done path {
  fill: var(--ink-soft);
  stroke: var(--ink-soft);
}

.done text {
  fill: var(--ground);
}
</style>
