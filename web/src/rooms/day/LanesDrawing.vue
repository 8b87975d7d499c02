<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import type { Api } from '@/api/client'
import { useSize } from '@/look/size'
import { dayAt, letter, wall } from './clockWords'
import { foldTime, minuteAt, widthOf, xOf } from './foldedTime'

/** Hands, rings, pans, trays and the cold shelf along the hours: who does what, and what stands where. */
const props = defineProps<{ told: Api<'DaysTold'>; step: string | undefined; zoom: number }>()
const emit = defineEmits<{ pick: [step: string]; drop: [step: string, at_min: number] }>()

const LABEL = 108
const HEIGHTS: Record<string, number> = { hands: 50, ring: 28, vessel: 28, tray: 24, cold: 24 }
const SNAP_MIN = 5

const frame = useTemplateRef('frame')
const { width } = useSize(frame)

const steps = computed(
  () => new Map(props.told.batches.flatMap((b) => b.steps.map((s) => [s.id, s] as const))),
)
const busy = computed(() => {
  const bars = props.told.lanes.filter((l) => l.kind === 'hands').flatMap((l) => l.bars)
  const now = props.told.now_min
  const around: [number, number][] =
    now >= 0 && now < props.told.horizon_min ? [[now, now + 1]] : []
  return [...bars.map((b) => [b.from_min, b.to_min] as [number, number]), ...around]
})
/** px a minute: by default all that is busy fits. */
const rate = computed(() => {
  const room = Math.max(320, width.value - 130)
  const folds = foldTime(busy.value, [0, props.told.horizon_min], 1)
  const minutes = widthOf(folds)
  return Math.max(1.1, room / Math.max(60, minutes)) * props.zoom
})
const waits = computed(() =>
  Math.max(0, ...props.told.lanes.flatMap((l) => l.bars.map((b) => b.to_min))),
)
const folds = computed(() =>
  foldTime(busy.value, [0, props.told.horizon_min], rate.value, waits.value),
)
const full = computed(() => Math.max(width.value - 2, widthOf(folds.value)))
const x = (minute: number) => xOf(folds.value, minute)

const lanes = computed(() => {
  let y = 34
  return props.told.lanes
    .filter((l) => l.kind === 'hands' || l.bars.length)
    .map((lane) => {
      const height = HEIGHTS[lane.kind] ?? 24
      const top = y
      y += height + (lane.kind === 'hands' ? 8 : 4)
      return { ...lane, top, height }
    })
})
const tall = computed(() => (lanes.value.at(-1)?.top ?? 0) + (lanes.value.at(-1)?.height ?? 0) + 8)

/** What takes all of the cook stands in the upper part of her lane, what wants a look now and then in the lower. */
function shape(lane: (typeof lanes.value)[number], bar: Api<'LaneBar'>) {
  const left = x(bar.from_min)
  const wide = Math.max(2, x(bar.to_min) - left)
  if (lane.kind !== 'hands') return { left, wide, top: lane.top + 4, high: lane.height - 8 }
  const full_on = bar.units > 5
  return full_on
    ? { left, wide, top: lane.top + 2, high: 30 }
    : { left, wide, top: lane.top + 35, high: 13 }
}
const title = (bar: Api<'LaneBar'>) => {
  const of = props.told.batches[bar.batch]?.title ?? ''
  const step = bar.step ? steps.value.get(bar.step) : undefined
  const when = `${wall(props.told, bar.from_min)}–${wall(props.told, bar.to_min)}`
  return step ? `${step.title}, ${of}, ${when}` : `${of}, ${when}`
}
const hours = computed(() => {
  const marks: { x: number; words: string; day: string | undefined; folded: boolean }[] = []
  const every = rate.value > 4 ? 15 : rate.value > 2.2 ? 30 : 60
  for (const fold of folds.value) {
    const folded = fold.rate < 0.5 * rate.value
    if (folded) {
      marks.push({
        x: fold.x + ((fold.to - fold.from) * fold.rate) / 2,
        words: '',
        day: undefined,
        folded,
      })
      continue
    }
    const first = Math.ceil(fold.from / every) * every
    for (let m = first; m <= fold.to; m += every) {
      const day = m - every < fold.from ? dayAt(props.told, m)?.words.split(' ')[0] : undefined
      marks.push({ x: x(m), words: wall(props.told, m), day, folded })
    }
  }
  return marks
})
/** When nobody is in the kitchen. */
const shut = computed(() => {
  const edges = [
    0,
    ...props.told.hours.flatMap((h) => [h.from_min, h.to_min]),
    props.told.horizon_min,
  ]
  const gaps: { x: number; wide: number }[] = []
  for (let i = 0; i + 1 < edges.length; i += 2) {
    const [from, to] = [edges[i] ?? 0, edges[i + 1] ?? 0]
    if (to > from) gaps.push({ x: x(from), wide: x(to) - x(from) })
  }
  return gaps.filter((g) => g.wide > 1)
})
const nowX = computed(() => {
  const first = folds.value[0]
  const now = props.told.now_min
  return first && now >= first.from && now <= props.told.horizon_min ? x(now) : undefined
})

const drag = ref<{ step: string; grabbed: number; at: number; from: number }>()
const place = (event: PointerEvent) => {
  const svg = (event.currentTarget as Element).closest('svg')
  return event.clientX - (svg?.getBoundingClientRect().left ?? 0)
}
function grab(event: PointerEvent, bar: Api<'LaneBar'>): void {
  if (!bar.step || steps.value.get(bar.step)?.begun) return
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  const at = minuteAt(folds.value, place(event))
  drag.value = { step: bar.step, grabbed: at, at: bar.from_min, from: bar.from_min }
}
function move(event: PointerEvent): void {
  const held = drag.value
  if (!held) return
  const by = minuteAt(folds.value, place(event)) - held.grabbed
  held.at = Math.round((held.from + by) / SNAP_MIN) * SNAP_MIN
}
function letGo(): void {
  const held = drag.value
  drag.value = undefined
  if (!held) return
  if (Math.abs(held.at - held.from) >= SNAP_MIN) emit('drop', held.step, held.at)
  else emit('pick', held.step)
}
const dragged = computed(() => {
  const held = drag.value
  const step = held && steps.value.get(held.step)
  if (!held || !step) return undefined
  const ends = held.at + step.to_min - step.from_min
  const open = props.told.hours.some((h) => h.from_min <= held.at && ends <= h.to_min)
  const late = held.at < props.told.now_min
  return {
    left: x(held.at),
    wide: Math.max(4, x(ends) - x(held.at)),
    words: !open ? 'nobody is here' : late ? 'in the past' : wall(props.told, held.at),
    bad: !open || late,
  }
})
</script>

<template>
  <div class="lanes">
    <svg class="names" :width="LABEL" :height="tall" aria-hidden="true">
      <text
        v-for="lane in lanes"
        :key="`n${lane.kind}${lane.name}`"
        x="0"
        :y="lane.top + lane.height / 2 + 5"
        :class="{ strong: lane.kind === 'hands' }"
      >
        {{ lane.name }}
      </text>
    </svg>
    <div ref="frame" class="frame" tabindex="0" role="group" aria-label="The days, lane by lane">
      <svg :width="full" :height="tall" :class="{ dragging: drag }">
        <defs>
          <pattern
            id="now-and-then"
            width="5"
            height="5"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(50)"
          >
            <line x1="0" y1="0" x2="0" y2="5" class="hatch" />
          </pattern>
          <clipPath id="lanes-shown"><rect :x="0" y="0" :width="full" :height="tall" /></clipPath>
        </defs>
        <g>
          <g clip-path="url(#lanes-shown)">
            <rect
              v-for="(s, i) in shut"
              :key="`s${i}`"
              class="shut"
              :x="s.x"
              y="26"
              :width="s.wide"
              :height="tall"
            />
            <g v-for="(h, i) in hours" :key="`h${i}`">
              <path
                v-if="h.folded"
                class="fold"
                :d="`M${h.x - 4} 26 l6 ${tall / 4} l-7 ${tall / 4} l7 ${tall / 4} l-6 ${tall / 4}`"
              />
              <line v-else class="hour" :x1="h.x" y1="26" :x2="h.x" :y2="tall" />
              <text v-if="!h.folded" :x="h.x + 3" y="22" class="small">{{ h.words }}</text>
              <text v-if="h.day" :x="h.x + 3" y="9" class="day">{{ h.day }}</text>
            </g>
            <g v-for="lane in lanes" :key="`${lane.kind}${lane.name}`">
              <line
                class="rule"
                x1="0"
                :y1="lane.top + lane.height + 2"
                :x2="full"
                :y2="lane.top + lane.height + 2"
              />
              <template v-for="(bar, i) in lane.bars" :key="i">
                <g
                  v-if="lane.kind === 'hands'"
                  class="bar hand"
                  :class="{
                    picked: bar.step === step,
                    syrup: bar.step && steps.get(bar.step)?.syrup,
                    done: bar.step && steps.get(bar.step)?.begun,
                    watch: bar.units <= 5,
                  }"
                  role="button"
                  tabindex="0"
                  :aria-label="title(bar)"
                  @pointerdown="grab($event, bar)"
                  @pointermove="move"
                  @pointerup="letGo"
                  @pointercancel="drag = undefined"
                  @keydown.enter.prevent="bar.step && emit('pick', bar.step)"
                  @keydown.space.prevent="bar.step && emit('pick', bar.step)"
                >
                  <rect
                    class="reach"
                    :x="shape(lane, bar).left - 1"
                    :y="lane.top"
                    :width="shape(lane, bar).wide + 2"
                    :height="lane.height"
                  />
                  <rect
                    class="ink"
                    :x="shape(lane, bar).left"
                    :y="shape(lane, bar).top"
                    :width="Math.max(1.5, shape(lane, bar).wide - 1)"
                    :height="shape(lane, bar).high"
                  />
                  <text
                    v-if="shape(lane, bar).wide > 13 && bar.units > 5"
                    :x="shape(lane, bar).left + 4"
                    :y="shape(lane, bar).top + 20"
                  >
                    {{ letter(bar.batch) }}
                  </text>
                  <path
                    v-if="bar.step && steps.get(bar.step)?.pinned"
                    class="pin"
                    :d="`M${shape(lane, bar).left + 1} ${lane.top - 1} l5 0 l-2.500 8 z`"
                  />
                  <title>{{ title(bar) }}</title>
                </g>
                <g
                  v-else
                  class="bar"
                  :class="{ lit: lane.kind === 'ring' && bar.step && steps.get(bar.step)?.syrup }"
                >
                  <rect
                    v-if="lane.kind === 'ring'"
                    class="ink"
                    :x="shape(lane, bar).left"
                    :y="shape(lane, bar).top"
                    :width="Math.max(1.5, shape(lane, bar).wide - 1)"
                    :height="shape(lane, bar).high"
                  />
                  <path
                    v-else
                    class="held"
                    :d="`M${shape(lane, bar).left} ${shape(lane, bar).top + 2} v${shape(lane, bar).high - 4} m0 ${-(shape(lane, bar).high - 4) / 2} h${Math.max(1, shape(lane, bar).wide - 1)} m0 ${-(shape(lane, bar).high - 4) / 2} v${shape(lane, bar).high - 4}`"
                  />
                  <text
                    v-if="shape(lane, bar).wide > 16"
                    :x="shape(lane, bar).left + 4"
                    :y="
                      shape(lane, bar).top +
                      shape(lane, bar).high / 2 +
                      (lane.kind === 'ring' ? 5 : -3)
                    "
                    class="small"
                  >
                    {{ letter(bar.batch) }}
                  </text>
                  <title>{{ title(bar) }}</title>
                </g>
              </template>
            </g>
            <g v-if="nowX !== undefined" class="now" aria-hidden="true">
              <line :x1="nowX" y1="14" :x2="nowX" :y2="tall" />
              <text :x="nowX + 4" y="34">now</text>
            </g>
            <g v-if="dragged" class="ghost" :class="{ bad: dragged.bad }" aria-hidden="true">
              <rect :x="dragged.left" y="26" :width="dragged.wide" :height="tall - 26" />
              <text :x="dragged.left + dragged.wide + 5" y="46">{{ dragged.words }}</text>
            </g>
          </g>
        </g>
      </svg>
    </div>
  </div>
</template>

<style scoped src="./lanes.css"></style>
