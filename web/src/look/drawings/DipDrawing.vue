<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { about, celsius, degreeUnit, kelvins } from '@/units/format'

/** The fat under one load: how far it cools while the pieces fry, and when it is hot again. */
const props = defineProps<{ fry: Api<'Fry'> }>()
const WIDE = 560
const TALL = 120
const hot_c = computed(() => props.fry.oil_c[0] ?? 150)
/** Never drawn steeper than the dip that is allowed. */
const cool_c = computed(() => hot_c.value - Math.max(16, props.fry.dip_k + 3))
const end = computed(() => props.fry.load_minutes.at(-1) ?? 1)
const x = (min: number) => 64 + ((WIDE - 78) * min) / end.value
const y = (c: number) => 14 + ((TALL - 30) * (hot_c.value - c)) / (hot_c.value - cool_c.value)
const curve = computed(() =>
  props.fry.load_minutes
    .map(
      (min, i) => `${i ? 'L' : 'M'}${x(min).toFixed(1)} ${y(props.fry.oil_c[i] ?? 0).toFixed(1)}`,
    )
    .join(''),
)
const out = computed(() => props.fry.minutes_each.mid)
const said = computed(
  () =>
    `One load: the fat cools by ${kelvins(props.fry.dip_k)} ${degreeUnit()}, out after ${about(60 * out.value)}`,
)
</script>

<template>
  <svg class="dip" :viewBox="`0 0 ${WIDE} ${TALL + 26}`" role="img" :aria-label="said">
    <path class="held" :d="`M64 ${y(hot_c)}H${WIDE - 14}`" />
    <path class="out" :d="`M${x(out)} 6V${TALL}`" />
    <path class="fat" :d="curve" />
    <text x="56" :y="y(hot_c) + 6" text-anchor="end">{{ celsius(hot_c) }}</text>
    <text x="56" :y="TALL" text-anchor="end" class="soft">{{ degreeUnit() }}</text>
    <text x="64" :y="TALL + 20" class="soft">in</text>
    <text :x="x(out)" :y="TALL + 20" text-anchor="middle">out, {{ about(60 * out) }}</text>
  </svg>
</template>

<style scoped>
.dip {
  display: block;
  width: 100%;
  max-width: 36rem;
}

path {
  fill: none;
}

.held {
  stroke: var(--steel-strong);
  stroke-width: 1.25;
  stroke-dasharray: 3 6;
}

.out {
  stroke: var(--steel-strong);
  stroke-width: 1.5;
}

.fat {
  stroke: var(--ink);
  stroke-width: 3.5;
  stroke-linejoin: round;
}

text {
  fill: var(--ink);
  font-family: var(--text-face);
  font-size: 17px;
}

.soft {
  fill: var(--ink-soft);
}

@container room (max-width: 38rem) {
  text {
    font-size: 21px;
  }
}
</style>
