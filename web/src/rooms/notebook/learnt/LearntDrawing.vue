<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { number } from '@/units/format'

/** A value on its line: what was told as a hatched band, what is known now as a filled one, each batch as a tick. */
const props = defineProps<{ value: Api<'LearntValue'> }>()
const W = 320
const H = 70
const EDGE = 10

const span = computed(() => {
  const { before, now, from } = props.value
  const mids = from.map((f) => f.said.mid)
  const low = Math.min(before.low, now.low, ...mids)
  const high = Math.max(before.high, now.high, ...mids)
  // A batch far off is drawn at the edge; the bands keep their room.
  const wide = Math.max(before.high - before.low, now.high - now.low, 1e-6)
  const from_ = Math.max(low, Math.min(before.low, now.low) - 0.6 * wide)
  const to = Math.min(high, Math.max(before.high, now.high) + 0.6 * wide)
  const air = 0.06 * (to - from_)
  return { from: from_ - air, to: to + air }
})
const x = (value: number) => {
  const share = (value - span.value.from) / (span.value.to - span.value.from)
  return EDGE + Math.min(1, Math.max(0, share)) * (W - 2 * EDGE)
}
const ticks = computed(() =>
  props.value.from.map((f) => ({
    id: f.batch_id,
    at: x(f.said.mid),
    tall: 4 + 10 * f.weight,
    counts: f.counts,
  })),
)
const shown = (v: number) => number(v, props.value.decimals)
const label = computed(
  () =>
    `${props.value.name}: told ${shown(props.value.before.mid)}, now ${shown(props.value.now.mid)} ${props.value.unit}`,
)
const hatch = computed(() => `hatch-${props.value.name.replace(/\W/g, '')}`)
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="label">
    <defs>
      <pattern :id="hatch" width="6" height="6" patternUnits="userSpaceOnUse">
        <path d="M0 6L6 0" class="hatch" />
      </pattern>
    </defs>
    <rect
      class="before"
      :x="x(value.before.low)"
      y="20"
      :width="Math.max(2, x(value.before.high) - x(value.before.low))"
      height="18"
      :style="{ fill: `url(#${hatch})` }"
    />
    <rect
      class="now"
      :x="x(value.now.low)"
      y="20"
      :width="Math.max(3, x(value.now.high) - x(value.now.low))"
      height="18"
    />
    <line class="was" :x1="x(value.before.mid)" :x2="x(value.before.mid)" y1="20" y2="38" />
    <line class="mid" :x1="x(value.now.mid)" :x2="x(value.now.mid)" y1="16" y2="42" />
    <line class="ground" :x1="EDGE" :x2="W - EDGE" y1="38" y2="38" />
    <line
      v-for="t in ticks"
      :key="t.id"
      class="tick"
      :class="{ little: !t.counts }"
      :x1="t.at"
      :x2="t.at"
      y1="40"
      :y2="40 + t.tall"
    />
    <text :x="x(value.now.mid)" y="12" text-anchor="middle">{{ shown(value.now.mid) }}</text>
    <text class="soft" :x="EDGE" :y="H - 2">{{ shown(span.from) }}</text>
    <text class="soft" :x="W - EDGE" :y="H - 2" text-anchor="end">{{ shown(span.to) }}</text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  max-width: 24rem;
  height: auto;
}

.hatch {
  stroke: var(--steel-strong);
  stroke-width: 1;
}

.before {
  stroke: var(--steel-strong);
}

.now {
  fill: var(--ink);
  fill-opacity: 0.28;
  stroke: var(--ink);
  stroke-width: 1.25;
}

.was {
  stroke: var(--steel-strong);
  stroke-width: 2;
}

.mid {
  stroke: var(--ink);
  stroke-width: 2.5;
}

.ground {
  stroke: var(--ink);
  stroke-width: 1;
}

.tick {
  stroke: var(--ink);
  stroke-width: 1.75;
}

.tick.little {
  stroke-dasharray: 2 2;
  stroke: var(--ink-soft);
}

text {
  fill: var(--ink);
  font: 11px var(--text-face);
  font-variant-numeric: tabular-nums;
}

text.soft {
  fill: var(--ink-soft);
}
</style>
