<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { Api } from '@/api/client'
import { handLine } from '@/look/hand'
import { useSize } from '@/look/size'
import { inkOn, syrupColour } from '@/look/strata'
import { ribbon } from './ribbon'

import { hourOf, span } from '@/units/format'
import { ATTENTIONS } from '@/rooms/sweets/editor/works'

/** The steps along the time: tall where hands are on it, low where it waits; syrup where it is syrup. */
const props = defineProps<{
  method: Api<'Method'>
  times: Api<'Times'>
  chosen: string | undefined
  /** When it begins, ms since 1970: then the marks tell the clock. */
  beginsMs?: number | undefined
}>()
const emit = defineEmits<{ choose: [key: string] }>()

const box = useTemplateRef('box')
const { width } = useSize(box)
const LANE = 78
const HEIGHTS = { constant: 52, now_and_then: 30, none: 12 } as const
const inner = computed(() => Math.max(280, width.value - 2))
const drawn = computed(() => ribbon(props.method, props.times.steps, inner.value))
const height = computed(() => drawn.value.lanes * LANE + 24)
const title = (key: string) => props.method.steps.find((s) => s.key === key)?.title ?? key
const time = (key: string) => props.times.steps.find((t) => t.step === key)?.minutes.mid ?? 0
const floor = (lane: number) => (lane + 1) * LANE - 6

const tick = (minutes: number) =>
  props.beginsMs !== undefined
    ? hourOf(props.beginsMs + minutes * 60_000)
    : minutes >= 0.5
      ? span(minutes)
      : 'start'

function outline(x: number, y: number, w: number, h: number, seed: number): string {
  const edge = (a: [number, number], b: [number, number], s: number) =>
    handLine({ x: a[0], y: a[1] }, { x: b[0], y: b[1] }, s, 0.7)
  return [
    edge([x, y], [x + w, y], seed),
    edge([x + w, y], [x + w, y + h], seed + 1),
    edge([x + w, y + h], [x, y + h], seed + 2),
    edge([x, y + h], [x, y], seed + 3),
  ].join('')
}
function beside(event: KeyboardEvent, i: number): void {
  const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
  const next = step === undefined ? undefined : drawn.value.stretches[i + step]
  if (!next) return
  event.preventDefault()
  emit('choose', next.key)
  const buttons = box.value?.querySelectorAll<SVGElement>('[role="button"]')
  buttons?.[i + (step ?? 0)]?.focus()
}
</script>

<template>
  <div ref="box" class="ribbon">
    <svg
      :viewBox="`0 0 ${inner} ${height}`"
      :width="inner"
      :height="height"
      role="group"
      aria-label="The steps along the time"
    >
      <g
        v-for="(s, i) in drawn.stretches"
        :key="s.key"
        role="button"
        tabindex="0"
        class="stretch"
        :class="{ chosen: s.key === chosen }"
        :aria-pressed="s.key === chosen"
        :aria-label="`${s.number}. ${title(s.key)}, ${span(time(s.key))}, ${ATTENTIONS[s.hands]}`"
        @click="emit('choose', s.key)"
        @keydown.enter.prevent="emit('choose', s.key)"
        @keydown.space.prevent="emit('choose', s.key)"
        @keydown="beside($event, i)"
      >
        <rect
          class="touch"
          :x="s.x"
          :y="s.lane * LANE"
          :width="Math.max(s.width, 6)"
          :height="LANE"
        />
        <rect
          class="body"
          :x="s.x + 1"
          :y="floor(s.lane) - HEIGHTS[s.hands]"
          :width="Math.max(s.width - 2, 3)"
          :height="HEIGHTS[s.hands]"
          :style="s.stage ? { fill: syrupColour(s.stage) } : undefined"
        />
        <path
          :d="
            outline(
              s.x + 1,
              floor(s.lane) - HEIGHTS[s.hands],
              Math.max(s.width - 2, 3),
              HEIGHTS[s.hands],
              i + 3,
            )
          "
        />
        <text
          v-if="s.width > 15"
          :x="s.x + s.width / 2"
          :y="s.hands === 'none' ? floor(s.lane) - 18 : floor(s.lane) - HEIGHTS[s.hands] / 2 + 6"
          :style="
            s.stage && s.hands !== 'none' && s.key !== chosen ? { fill: inkOn(s.stage) } : undefined
          "
          :class="{ above: s.hands === 'none' }"
        >
          {{ s.number }}
        </text>
      </g>
      <g v-for="t in drawn.ticks" :key="t.minutes" class="tick">
        <text :x="Math.min(t.x, inner - (beginsMs === undefined ? 20 : 34))" :y="height - 4">
          {{ tick(t.minutes) }}
        </text>
      </g>
    </svg>
    <p class="legend small soft">
      Tall: hands on it. Middle: a look now and then. Low: by itself. Waits are drawn shorter than
      they are.
    </p>
  </div>
</template>

<style scoped>
.ribbon {
  min-width: 0;
}

svg {
  display: block;
  overflow: visible;
}

/* The focus shows in the line itself. */
.stretch {
  outline: none;
  cursor: pointer;
}

.touch {
  fill: transparent;
}

.body {
  fill: var(--sheet);
}

path {
  fill: none;
  stroke: var(--ink);
  stroke-width: var(--line-drawn);
  stroke-linecap: round;
}

text {
  font: 600 1rem var(--display-face);
  fill: var(--ink);
  text-anchor: middle;
}

.stretch.chosen .body {
  fill: var(--ink) !important;
}

.stretch.chosen text:not(.above) {
  fill: var(--on-ink);
}

.stretch:focus-visible path {
  stroke-width: 4;
}

.tick text {
  font: 400 0.8125rem var(--text-face);
  fill: var(--ink-soft);
  text-anchor: start;
}

.legend {
  margin: var(--gap-1) 0 0;
}
</style>
