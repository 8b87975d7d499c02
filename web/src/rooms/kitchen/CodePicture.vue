<script setup lang="ts">
import { computed } from 'vue'

/** A code as squares, dark on light in whatever light the room has: cameras want it so. */
const props = defineProps<{ rows: readonly string[] }>()

const QUIET = 4
const side = computed(() => props.rows.length + 2 * QUIET)
const dark = computed(() =>
  props.rows
    .flatMap((row, y) =>
      [...row].flatMap((c, x) => (c === '#' ? [`M${x + QUIET} ${y + QUIET}h1v1h-1z`] : [])),
    )
    .join(''),
)
</script>

<template>
  <svg class="code" :viewBox="`0 0 ${side} ${side}`" role="img" aria-label="Code to scan">
    <rect :width="side" :height="side" fill="#fff" />
    <path :d="dark" fill="#000" shape-rendering="crispEdges" />
  </svg>
</template>

<style scoped>
.code {
  width: min(18rem, 100%);
  aspect-ratio: 1;
  border: var(--line) solid var(--steel-strong);
}
</style>
