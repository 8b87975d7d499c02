<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import type { Api } from '@/api/client'
import { useSize } from '@/look/size'
import { letter, wall } from './clockWords'
import { minuteAt } from './foldedTime'
import { useLanes } from './useLanes'

/** Hands, rings, pans, trays and the cold shelf along the hours: who does what, and what stands where. */
const props = defineProps<{ told: Api<'DaysTold'>; step: string | undefined; zoom: number }>()
const emit = defineEmits<{ pick: [step: string]; drop: [step: string, at_min: number] }>()

const LABEL = 108
const SNAP_MIN = 5

const frame = useTemplateRef('frame')
const { width } = useSize(frame)

const { steps, lanes, full, tall, folds, x, shape, title, hours, shut, nowX } = useLanes(
  () => props.told,
  () => props.zoom,
  width,
)

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
              <!-- By its step: where the plan changes, what is held and where the keys go stays with it. -->
              <template v-for="(bar, i) in lane.bars" :key="bar.step ?? i">
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
                    v-if="shape(lane, bar).wide > 13 && bar.full"
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
