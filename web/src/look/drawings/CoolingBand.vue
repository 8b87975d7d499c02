<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { celsius, degreeUnit, number } from '@/units/format'

/** The slab as it cools: its hottest point and its face along the time, and under them what can be done when. */
const props = defineProps<{ cooling: Api<'Cooling'> }>()
const room_c = computed(() => props.cooling.air_c)

const WIDE = 620
const TALL = 150
const LEFT = 74
const ROW = 30
const NAMES: Record<Api<'SetAct'>, string> = {
  knead: 'knead',
  roll: 'roll',
  mark: 'mark',
  cut: 'cut',
  lift: 'lift',
  chill: 'chill',
  pack: 'pack',
}
const shown = computed(() => props.cooling.windows.filter((w) => w.act !== 'chill'))
/** Until it can be packed, or as long as it is told. */
const end_min = computed(() => {
  const opens = shown.value.flatMap((w) => (w.opens_min ? [w.opens_min.mid] : []))
  const last = props.cooling.minutes.at(-1) ?? 1
  return Math.max(10, opens.length ? 1.15 * Math.max(...opens) : last)
})
const hot_c = computed(() => props.cooling.hottest_c[0] ?? 100)
const x = (min: number) => LEFT + (WIDE - LEFT - 14) * Math.min(1, min / end_min.value)
const y = (c: number) =>
  10 + (TALL - 24) * (1 - (c - room_c.value) / Math.max(1, hot_c.value - room_c.value))
function curve(values: readonly number[]): string {
  const points = props.cooling.minutes
    .map((min, i) => ({ min, c: values[i] ?? room_c.value }))
    .filter((p) => p.min <= 1.05 * end_min.value)
  return points
    .map((p, i) => `${i ? 'L' : 'M'}${x(p.min).toFixed(1)} ${y(p.c).toFixed(1)}`)
    .join('')
}
/** What lies between its face and its middle is the slab. */
const slab = computed(() => {
  const back = [...props.cooling.minutes.keys()].reverse()
  const under = back
    .filter((i) => (props.cooling.minutes[i] ?? 0) <= 1.05 * end_min.value)
    .map(
      (i) =>
        `L${x(props.cooling.minutes[i] ?? 0).toFixed(1)} ${y(props.cooling.surface_c[i] ?? 0).toFixed(1)}`,
    )
  return `${curve(props.cooling.hottest_c)}${under.join('')}Z`
})
const ticks = computed(() => {
  const step = [1, 2, 5, 10, 15, 30, 60, 120, 240].find((s) => end_min.value / s <= 6) ?? 480
  const all: number[] = []
  for (let min = 0; min <= end_min.value; min += step) all.push(min)
  return all
})
const span = (from: number, to: number) =>
  to < 90 ? `${number(from)} – ${minutes(to)}` : `${minutes(from)} – ${minutes(to)}`
const minutes = (min: number) => (min < 90 ? `${number(min)} min` : `${number(min / 60, 1)} h`)
const rows = computed(() =>
  shown.value.map((w, i) => {
    const top = TALL + 18 + i * ROW
    if (!w.opens_min) return { ...w, top, from: 0, to: 0, told: 'not here' }
    const from = x(w.opens_min.mid)
    const to = w.closes_min ? x(w.closes_min.mid) : x(end_min.value)
    const told = w.closes_min
      ? span(w.opens_min.mid, w.closes_min.mid)
      : `from ${minutes(w.opens_min.mid)}`
    return { ...w, top, from, to: Math.max(to, from + 3), told }
  }),
)
const tall = computed(() => TALL + 24 + shown.value.length * ROW)
const said = computed(() => rows.value.map((r) => `${NAMES[r.act]}: ${r.told}`).join('; '))
/** Where the words of a bar stand: behind it, before it, or in it where there is no room beside. */
function place(row: { opens_min?: unknown; from: number; to: number }) {
  if (!row.opens_min) return { x: LEFT + 6, anchor: 'start' }
  if (row.to < WIDE - 190) return { x: row.to + 8, anchor: 'start' }
  return row.from > LEFT + 180
    ? { x: row.from - 8, anchor: 'end' }
    : { x: row.from + 8, anchor: 'start' }
}
</script>

<template>
  <svg
    class="cooling"
    :viewBox="`0 0 ${WIDE} ${tall}`"
    role="img"
    :aria-label="`After the pour. ${said}.`"
  >
    <g v-for="t in ticks" :key="t">
      <path class="tick" :d="`M${x(t)} 6V${tall - 4}`" />
      <text :x="x(t)" :y="TALL + 4" text-anchor="middle" class="small">
        {{ t === 0 ? 'pour' : minutes(t) }}
      </text>
    </g>
    <path class="slab" :d="slab" />
    <path class="middle" :d="curve(cooling.hottest_c)" />
    <path class="face" :d="curve(cooling.surface_c)" />
    <text :x="LEFT - 8" :y="y(hot_c) + 8" text-anchor="end">{{ celsius(hot_c) }}</text>
    <text :x="LEFT - 8" :y="y(room_c) + 2" text-anchor="end">{{ celsius(room_c) }}</text>
    <text :x="LEFT - 8" :y="y(0.5 * (hot_c + room_c))" text-anchor="end" class="small">
      {{ degreeUnit() }}
    </text>
    <g v-for="r in rows" :key="r.act">
      <text :x="LEFT - 8" :y="r.top + 15" text-anchor="end" class="act">{{ NAMES[r.act] }}</text>
      <rect
        v-if="r.opens_min"
        class="open"
        :class="{ ends: r.closes_min }"
        :x="r.from"
        :y="r.top + 1"
        :width="r.to - r.from"
        height="20"
      />
      <text :x="place(r).x" :y="r.top + 17" :text-anchor="place(r).anchor">
        {{ r.told }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.cooling {
  display: block;
  width: 100%;
}

path {
  fill: none;
}

.tick {
  stroke: var(--steel);
  stroke-width: 1;
}

.slab {
  fill: var(--well);
}

.middle {
  stroke: var(--ink);
  stroke-width: 3;
}

.face {
  stroke: var(--ink-soft);
  stroke-width: 1.5;
  stroke-dasharray: 5 4;
}

.open {
  fill: var(--steel);
}

.open.ends {
  fill: var(--ink);
}

text {
  fill: var(--ink);
  font-family: var(--text-face);
  font-size: 15px;
}

.small {
  fill: var(--ink-soft);
  font-size: 13px;
}

.act {
  font-weight: 650;
}

/* On a phone the drawing is small: what is written in it is not. */
@container room (max-width: 38rem) {
  text {
    font-size: 23px;
  }

  .small {
    font-size: 20px;
  }
}
</style>
