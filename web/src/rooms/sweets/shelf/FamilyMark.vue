<script setup lang="ts">
import type { Api } from '@/api/client'

/** The drawn mark of a family: what its sweets look like on the plate. Always beside its name. */
defineProps<{ family: Api<'Family'> }>()

const strokes: Record<Api<'Family'>, string> = {
  syrup_bound: 'M22 6.2 40.5 22 22.300 38 4 22.200zM13 14.200 31.400 30M31 14.100 13.200 30.200',
  one_pan:
    'M6 17.200 25.500 9l13.200 9.400-19.500 9zM6 17.400l.2 9.800 13.200 10V27.500M38.600 18.600l.2 9.600-19.300 9',
  roasted:
    'M22 8c8-.2 14 6 13.900 14.100C35.800 30 30 36 22 36S8 30 8.100 22C8.200 14 14 8.200 22 8M15 17.500l2.300.6M24 14.500l2.200.9M28.500 22l2 .3M17.500 26.500l2.300.2M25 29l1.900-.5',
  jaggery:
    'M10 15.500 22.300 10l11.800 5.200-.3 14.600-11.600 5.500L10.200 30zM10.200 15.700l12 5.200 11.700-5.500M22.200 21v14M15 5.500l1 2M28 5l-1.200 2.200',
  fried_soaked:
    'M5 24.500c4 11 30 11.200 34-.2M5 24.500c5-3.500 29.500-3.600 34-.2M14.500 22c-.2-9.500 12.200-9.600 12.400-.2M24 16c4.200-5 9.700-1 8.200 6',
  chhena:
    'M17 20.500c-6.800.1-8.500-10 0-10.600 8.300.4 7.200 10.600 0 10.600M31 23.500c-5.600 0-7-8.600 0-9 6.800.3 6 9 0 9M5 28c5-4 9 3.500 14 0s9 3.400 20-.2M7 34.500c5-3.500 9 3 14 0s9 2.800 16-.2',
  spooned:
    'M5 20.500c1.500 11 8 15.500 15.800 15.500 8 0 14-5 15.200-15.700zM26 20c1.500-6.500 4.500-11.500 12.500-15.500',
  filled:
    'M7 27c.5-16 29.500-16.200 30 .1.200 11-30 11-30-.1M13 23c1.800-7.500 16.500-7.500 18 0M16.500 27.500l1.500.4M22 25.500l1.400.3M27 28l1.300-.3',
  spread:
    'M11 13.500h22.200l1.300 4-.2 20-24.600.1.100-20zM13.500 13.300l.1-5.100 17.200-.1.200 5.200M10 24c8 3.200 16-3 24.300.2',
  component:
    'M22 5.500v8M12 13.600l20.300-.1-3.600 9-12.800.1zM16 22.700c-6 5.500-4 14.500 6.200 14.700 9.800-.2 12-9 6.400-14.800',
}
</script>

<template>
  <svg viewBox="0 0 44 44" width="44" height="44" aria-hidden="true" focusable="false">
    <path :d="strokes[family]" />
  </svg>
</template>

<style scoped>
svg {
  flex: none;
}

path {
  fill: none;
  stroke: currentColor;
  stroke-width: var(--line-drawn);
  stroke-linecap: round;
  stroke-linejoin: round;
}
</style>
