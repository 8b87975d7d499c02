<script setup lang="ts">
import type { Api } from '@/api/client'

/** What a cooled drop does between finger and thumb, drawn. Always beside its name. */
defineProps<{ pull: Api<'Pull'> }>()

/** How far apart the two pads are, and what hangs between them. */
const SHAPES: Record<Api<'Pull'>, { apart: number; threads: string[]; drops?: string }> = {
  none: { apart: 10, threads: [], drops: 'M-4.500 3c1.400-4.500 7.600-4.600 9 .1' },
  snaps: { apart: 13, threads: ['M-12.500.300l6.200.400', 'M12.500.200l-5.800-.300'] },
  short: { apart: 15, threads: ['M-14 .300q13.600 1.200 28-.200'] },
  centimetre: { apart: 23, threads: ['M-22 .200q21.500 2.200 44 0'] },
  long: { apart: 36, threads: ['M-35 .300q34 3 70-.300'] },
  two: { apart: 30, threads: ['M-29-2.800q28.500 2 58 .100', 'M-29 3.100q29-1.900 58 0'] },
  holds: {
    apart: 40,
    threads: ['M-39-3.200q38 3.200 78 0', 'M-39 .100q39 .700 78 0', 'M-39 3.300q39-2.600 78 .100'],
  },
}
</script>

<template>
  <svg class="pull" viewBox="-52 -17 104 34" aria-hidden="true" focusable="false">
    <g :transform="`translate(${-SHAPES[pull].apart} 0)`">
      <path d="M-11.500-13c7-.6 11.200 4.600 11.300 12.700.1 8.400-4 13.600-11.200 13.300" />
      <path class="nail" d="M-8.600-7.300c3.300 3 3.500 11.200.100 14.300" />
    </g>
    <g :transform="`translate(${SHAPES[pull].apart} 0)`">
      <path d="M11.500-13.200c-7.200-.3-11.400 4.700-11.400 13-.1 8 4.200 13.200 11.300 13.100" />
      <path class="nail" d="M8.700-7.200c-3.500 3.200-3.400 11-.1 14.200" />
    </g>
    <path v-for="t in SHAPES[pull].threads" :key="t" class="thread" :d="t" />
    <path v-if="SHAPES[pull].drops" class="thread" :d="SHAPES[pull].drops" />
  </svg>
</template>

<style scoped>
.pull {
  display: block;
  width: 100%;
  height: 2.75rem;
  flex: none;
}

path {
  fill: none;
  stroke: currentColor;
  stroke-width: 2;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.nail {
  stroke-width: 1.25;
}

.thread {
  stroke-width: 2.4;
}
</style>
