<script setup lang="ts">
import { usePreferredReducedMotion, useRafFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { Api } from '@/api/client'
import { handLine, smooth } from '@/look/hand'
import { number, stringLength } from '@/units/format'

/**
 * Finger, thumb and the string between them: to size, at the length it gets before it breaks. Pulled, it
 * is drawn out as the syrup's own thinning allows, in real time up to three seconds, and snaps.
 */
const props = defineProps<{ string: Api<'StringAnswer'> }>()

const PX_PER_CM = 37.8
const WIDE = 230
const ROOM = WIDE - 84
const SLOWEST_S = 3

/** Moment of the pull, 0–1; at rest it stands just before the break. */
const share = ref(1)
const snapped = ref(false)
const still = usePreferredReducedMotion()
let began = 0
const { pause, resume, isActive } = useRafFn(
  ({ timestamp }) => {
    began ||= timestamp
    const lasts_s = Math.min(Math.max(props.string.break_s, 0.25), SLOWEST_S)
    share.value = Math.min(1, (timestamp - began) / 1000 / lasts_s)
    if (share.value >= 1) {
      pause()
      snapped.value = true
      setTimeout(() => (snapped.value = false), 700)
    }
  },
  { immediate: false },
)
function pull(): void {
  if (still.value === 'reduce') return
  began = 0
  snapped.value = false
  resume()
}
watch(
  () => props.string.solids_frac,
  () => {
    pause()
    share.value = 1
    snapped.value = false
  },
)

const now = computed(() => {
  const pullSeries = props.string.pull
  const at = share.value * (pullSeries.length - 1)
  const a = pullSeries[Math.floor(at)]
  const b = pullSeries[Math.ceil(at)] ?? a
  if (!a || !b) return { length_cm: 0, thickness_mm: 0 }
  const f = at - Math.floor(at)
  return {
    length_cm: a.length_cm + f * (b.length_cm - a.length_cm),
    thickness_mm: a.thickness_mm + f * (b.thickness_mm - a.thickness_mm),
  }
})
const gap = computed(() => Math.min(now.value.length_cm * PX_PER_CM, ROOM))
const cut = computed(() => props.string.string_cm * PX_PER_CM > ROOM)
const mid = WIDE / 2
const tip = computed(() => ({ left: mid - gap.value / 2, right: mid + gap.value / 2 }))
// 3.78 px are a millimetre; a hair that could not be seen is drawn as a hair.
const thick = computed(() => Math.max(1.4, Math.min(8, now.value.thickness_mm * 3.78)))

const FINGER = [
  [-52, -25],
  [-16, -22.5],
  [-1.5, -12],
  [0.5, 0.5],
  [-2, 13],
  [-17, 21.5],
  [-52, 24],
] as const
const NAIL = [
  [-31, -22],
  [-21, -12],
  [-9, -15.5],
] as const
const outline = (dots: readonly (readonly [number, number])[], edge: number, way: 1 | -1) =>
  smooth(dots.map(([dx, dy]) => ({ x: edge + way * dx, y: 48 + dy })))

const threads = computed(() => {
  const n = props.string.string_cm < 0.1 || snapped.value ? 0 : props.string.strings
  const sag = Math.min(9, gap.value * 0.06)
  return Array.from({ length: n }, (_, i) => {
    const y = 48 + (i - (n - 1) / 2) * 9
    return gap.value < 24
      ? handLine({ x: tip.value.left, y }, { x: tip.value.right, y }, i + 1, 0.3)
      : smooth([
          { x: tip.value.left - 2, y },
          { x: mid - gap.value / 5, y: y + sag },
          { x: mid + gap.value / 6, y: y + sag * 1.05 },
          { x: tip.value.right + 2, y },
        ])
  })
})
const words = computed(() =>
  props.string.string_cm < 0.1
    ? 'No string: it lets go at once'
    : `String of ${stringLength(props.string.string_cm)}, breaks after ${number(props.string.break_s, props.string.break_s < 1 ? 2 : 1)} s`,
)
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${WIDE} 96`" role="img" :aria-label="words">
      <path
        v-for="(d, i) in threads"
        :key="i"
        class="thread"
        :d="d"
        :style="{ strokeWidth: thick }"
      />
      <path class="finger" :d="outline(FINGER, tip.left, 1)" />
      <path class="finger" :d="outline(NAIL, tip.left, 1)" />
      <path class="finger" :d="outline(FINGER, tip.right, -1)" />
      <text v-if="cut" :x="mid" y="90" text-anchor="middle">longer than this drawing</text>
    </svg>
    <figcaption>
      {{ words }}
      <v-btn
        v-if="string.string_cm >= 0.1 && still !== 'reduce'"
        class="pull"
        :disabled="isActive"
        @click="pull"
      >
        Pull
      </v-btn>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

svg {
  display: block;
  width: 230px;
  max-width: 100%;
}

.finger {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.75;
  stroke-linecap: round;
}

.thread {
  fill: none;
  stroke: var(--syrup-soft-ball);
  stroke-linecap: round;
}

text {
  fill: var(--ink-soft);
  font-size: 12px;
}

figcaption {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: var(--gap-2);
  font-size: var(--size-small);
  color: var(--ink-soft);
}

.pull {
  min-width: 4rem;
  min-height: 2.75rem;
  padding: var(--gap-1) var(--gap-3);
  border: var(--line) solid var(--steel-strong);
  border-radius: var(--corner);
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
</style>
