<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import type { Api } from '@/api/client'
import StageMark from '@/look/marks/StageMark.vue'
import { useSize } from '@/look/size'
import { height, inkOn, strengthAt, syrupColour } from '@/look/strata'
import { degreeUnit, number } from '@/units/format'
import { strataLines, TOP } from './strataLines'

/**
 * The boil drawn: minutes to the right, strength upwards, the ladder of stages as strata. Shows the
 * curve with its band, the turn-off and the carry-over tail, and whatever else is put over it.
 */
const props = defineProps<{
  ladder: readonly Api<'Stage'>[]
  /** Strength at the bottom and at the top. */
  from: number
  to: number
  /** Last minute drawn, s. */
  end_s: number
  boil?: Api<'BoilDown'>
  /** Where the cursor stands, s. */
  cursor_s?: number
  label: string
}>()
const emit = defineEmits<{ 'update:cursor_s': [s: number] }>()

const clip = useId()
const frame = ref<HTMLElement>()
const size = useSize(frame)
const {
  narrow,
  left,
  right,
  box,
  x,
  y,
  bands,
  marks,
  ticks,
  band,
  off_s,
  before,
  beyond,
  tail,
  floor,
  aim,
} = strataLines(props, size)
const inside = (s: number) => Math.min(Math.max(s, 0), props.end_s)
const picture = ref<SVGSVGElement>()
defineExpose({ svg: () => picture.value })

function seconds(event: PointerEvent): number {
  const at = event.clientX - (frame.value?.getBoundingClientRect().left ?? 0)
  const share = (at - left.value) / (box.value.w - left.value - right.value)
  return inside(share * props.end_s)
}
function grab(event: PointerEvent): void {
  if (props.cursor_s === undefined) return
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  emit('update:cursor_s', seconds(event))
}
function drag(event: PointerEvent): void {
  if (props.cursor_s !== undefined && event.buttons) emit('update:cursor_s', seconds(event))
}
const STEPS: Record<string, number> = { ArrowLeft: -5, ArrowRight: 5, PageDown: -60, PageUp: 60 }
function step(event: KeyboardEvent): void {
  const by = STEPS[event.key]
  if (props.cursor_s === undefined || by === undefined) return
  event.preventDefault()
  emit('update:cursor_s', inside(props.cursor_s + by))
}
const top = computed(() => strengthAt(height(props.to)))
</script>

<template>
  <div ref="frame" class="strata">
    <svg
      ref="picture"
      :viewBox="`0 0 ${box.w} ${box.h}`"
      role="img"
      :aria-label="label"
      @pointerdown="grab"
      @pointermove="drag"
    >
      <rect
        v-for="b in bands"
        :key="b.stage.key"
        x="0"
        :width="box.w - right"
        :y="b.top"
        :height="b.tall"
        :fill="syrupColour(b.stage.key)"
      />
      <g v-for="b in bands" :key="`n-${b.stage.key}`" :style="{ color: inkOn(b.stage.key) }">
        <svg v-if="b.tall > 20" x="8" :y="(b.top + b.bottom) / 2 - 12" width="24" height="24">
          <StageMark :stage="b.stage.key" :size="24" />
        </svg>
        <text
          v-if="b.tall > 12"
          :x="narrow ? left + 6 : 40"
          :y="narrow ? b.top + 12 : (b.top + b.bottom) / 2"
          class="stage"
          :class="{ slight: narrow }"
          fill="currentColor"
        >
          {{ b.stage.name }}
        </text>
      </g>
      <line :x1="left" :x2="left" :y1="y(top)" :y2="y(from)" class="wall" />

      <clipPath :id="clip">
        <rect :x="left" y="0" :width="box.w - left - right" :height="box.h" />
      </clipPath>
      <path v-if="band" class="band" :d="band" :clip-path="`url(#${clip})`" />
      <path v-if="aim" class="aim" :d="aim" />
      <path class="halo" :d="before" />
      <path class="halo" :d="tail" />
      <path class="curve beyond" :d="beyond" />
      <path class="curve" :d="before" />
      <path class="curve tail" :d="tail" />
      <slot :x="x" :y="y" />

      <path class="floor" :d="floor" />
      <g v-for="t in ticks" :key="t">
        <line :x1="x(t * 60)" :x2="x(t * 60)" :y1="y(from)" :y2="y(from) + 5" class="floor" />
        <text :x="x(t * 60)" :y="y(from) + 20" class="tick" text-anchor="middle">
          {{ number(t) }}{{ t === ticks.at(-1) ? ' min' : '' }}
        </text>
      </g>
      <g v-for="m in marks" :key="m.key">
        <line :x1="box.w - right" :x2="box.w - right + 6" :y1="m.y" :y2="m.y" class="floor" />
        <text :x="box.w - right + 9" :y="m.y" class="tick middle">{{ m.shown }}°</text>
      </g>
      <text v-if="marks.length" :x="box.w - right + 9" :y="TOP - 3" class="tick">
        {{ degreeUnit() }}
      </text>

      <g v-if="boil" class="off">
        <line :x1="x(off_s)" :x2="x(off_s)" :y1="y(boil.turn_off.solids_frac)" :y2="y(from)" />
        <circle :cx="x(off_s)" :cy="y(boil.turn_off.solids_frac)" r="7" />
      </g>
      <line
        v-if="cursor_s !== undefined"
        class="cursor"
        :x1="x(cursor_s)"
        :x2="x(cursor_s)"
        :y1="TOP"
        :y2="y(from)"
      />
    </svg>
    <div
      v-if="cursor_s !== undefined"
      class="grip"
      role="slider"
      tabindex="0"
      aria-label="Moment looked at"
      aria-valuemin="0"
      :aria-valuemax="Math.round(end_s)"
      :aria-valuenow="Math.round(cursor_s)"
      :aria-valuetext="`${number(cursor_s / 60, 1)} minutes`"
      :style="{ left: `${x(cursor_s)}px` }"
      @keydown="step"
    ></div>
  </div>
</template>

<style scoped>
.strata {
  position: relative;
  min-height: 15rem;
}

.strata > svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: pan-y;
  user-select: none;
}

text {
  font-family: var(--text-face);
  font-size: 0.875rem;
  font-variant-numeric: tabular-nums;
}

.stage,
.middle {
  dominant-baseline: central;
}

.slight {
  font-size: 0.75rem;
}

.tick {
  fill: var(--ink-soft);
}

.wall {
  stroke: color-mix(in srgb, var(--ground) 60%, transparent);
}

.floor {
  fill: none;
  stroke: var(--steel-strong);
}

.band {
  fill: var(--ink);
  opacity: 0.13;
}

.halo {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 7;
  stroke-linejoin: round;
  opacity: 0.75;
}

.curve {
  fill: none;
  stroke: var(--ink);
  stroke-width: 3;
  stroke-linejoin: round;
}

.beyond {
  stroke-width: 1.75;
  stroke-dasharray: 2 6;
}

.tail {
  stroke-width: 3;
  stroke-dasharray: 9 4;
}

.aim {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.25;
  stroke-dasharray: 6 4;
}

.off line {
  stroke: var(--ink);
}

.off circle {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 3;
}

.cursor {
  stroke: var(--ink);
  stroke-width: 1.25;
}

.grip {
  position: absolute;
  bottom: 4px;
  width: 1.9rem;
  height: 1.9rem;
  margin-left: -0.95rem;
  border: 2px solid var(--ink);
  border-radius: 50%;
  background: var(--sheet);
  pointer-events: none;
}

.grip::after {
  content: '';
  position: absolute;
  inset: 0.45rem 0.62rem;
  border-inline: 2px solid var(--ink);
}
</style>
