<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { handLine, handRing } from '@/look/hand'
import { inkOn, syrupColour } from '@/look/strata'
import { about, aboutRange } from '@/units/format'

/** The hob seen from above: her rings as they lie, her pans on them, the syrup glowing in them. */
const props = defineProps<{
  rings: readonly { id: number | null | undefined; name: string; kind: Api<'RingKind'> }[]
  /** What stands on each ring, by the ring's number. */
  pans: ReadonlyMap<number | null | undefined, Api<'BatchLine'>>
  stageName: (key: string) => string
}>()

/** Letters that fit beside each other in a pan, and how far apart its lines stand. */
const WIDE = 17
const LINE = 20
/** A name in as many lines as it takes, around the middle of the pan. */
function inPan(title: string): { words: string; y: number }[] {
  const lines = title.split(' ').reduce<string[]>((all, word) => {
    const last = all.at(-1)
    const joined = `${last ?? ''} ${word}`.trim()
    return last !== undefined && joined.length <= WIDE
      ? [...all.slice(0, -1), joined]
      : [...all, word]
  }, [])
  return lines.map((words, i) => ({ words, y: 5 + LINE * (i - (lines.length - 1) / 2) }))
}

const PITCH = 250
const ROW = 320
/** Up to three rings stand in a row; more stand in two rows, as on a hob. */
const columns = computed(() =>
  props.rings.length <= 3 ? Math.max(1, props.rings.length) : Math.ceil(props.rings.length / 2),
)
const places = computed(() =>
  props.rings.map((ring, i) => {
    const centre = {
      x: 150 + (i % columns.value) * PITCH,
      y: 165 + Math.floor(i / columns.value) * ROW,
    }
    const batch = props.pans.get(ring.id)
    const gas = ring.kind === 'gas'
    const syrup = batch?.state?.syrup
    const left = syrup?.turn_off_in_s
    return {
      ring,
      centre,
      batch,
      ink: syrup ? inkOn(syrup.stage) : 'var(--ink)',
      glow: syrup
        ? { fill: syrupColour(syrup.stage), '--glow': syrupColour(syrup.stage) }
        : { fill: 'var(--well)' },
      title: batch ? inPan(batch.title) : [],
      stage: syrup ? props.stageName(syrup.stage) : '',
      left: left ? about(left.mid) : '',
      spread: left ? aboutRange(left) : '',
      outer: handRing(centre, 104, 104, i + 2),
      inner: handRing(centre, gas ? 40 : 78, gas ? 40 : 78, i + 7),
      grate: gas
        ? [45, 135, 225, 315].map((deg) => {
            const a = (deg * Math.PI) / 180
            const at = (r: number) => ({
              x: centre.x + r * Math.cos(a),
              y: centre.y + r * Math.sin(a),
            })
            return handLine(at(46), at(104), deg + i, 0.6)
          })
        : [],
      pan: batch ? handRing(centre, 97, 97, i + 11) : '',
      syrup: batch ? handRing(centre, 86, 86, i + 17) : '',
      handle: batch
        ? handLine(
            { x: centre.x + 68, y: centre.y - 68 },
            { x: centre.x + 112, y: centre.y - 112 },
            i,
          )
        : '',
    }
  }),
)
const width = computed(() => 300 + (columns.value - 1) * PITCH)
const height = computed(() => 330 + (Math.ceil(props.rings.length / columns.value) - 1) * ROW)
</script>

<template>
  <svg
    class="hob"
    :viewBox="`0 0 ${width} ${height}`"
    :style="{ maxWidth: `${(1.25 * width) / 16}rem` }"
    role="group"
    aria-label="The hob from above"
  >
    <rect x="6" y="6" :width="width - 12" :height="height - 12" rx="14" class="plate" />
    <router-link
      v-for="p in places"
      :key="p.ring.name"
      :to="p.batch ? `/stove/${p.batch.id}` : `/stove/start?ring=${p.ring.id}`"
      :aria-label="
        p.batch ? `${p.ring.name}: ${p.batch.title}` : `Put something on the ${p.ring.name}`
      "
    >
      <circle :cx="p.centre.x" :cy="p.centre.y" r="108" class="reach" />
      <template v-if="!p.batch">
        <path class="steel" :d="p.outer" />
        <path class="steel" :d="p.inner" />
        <path v-for="g in p.grate" :key="g" class="steel" :d="g" />
      </template>
      <template v-else>
        <path class="handle" :d="p.handle" />
        <path class="pan" :d="p.pan" />
        <path class="syrup" :class="{ lit: p.batch.state?.syrup }" :d="p.syrup" :style="p.glow" />
        <g class="words" text-anchor="middle" :style="{ fill: p.ink }">
          <text v-if="p.stage" :x="p.centre.x" :y="p.centre.y - 34">{{ p.stage }}</text>
          <text
            v-for="(line, i) in p.title"
            v-else
            :key="i"
            :x="p.centre.x"
            :y="p.centre.y + line.y"
          >
            {{ line.words }}
          </text>
          <text class="left" :x="p.centre.x" :y="p.centre.y + 14">{{ p.left }}</text>
          <text :x="p.centre.x" :y="p.centre.y + 40">{{ p.spread }}</text>
          <text v-if="p.left" :x="p.centre.x" :y="p.centre.y + (p.spread ? 60 : 40)">
            {{ p.left === 'now' ? 'flame off' : 'to flame off' }}
          </text>
        </g>
      </template>
      <text class="ring" :x="p.centre.x" :y="p.centre.y + 143" text-anchor="middle">
        {{ p.ring.name }}
      </text>
    </router-link>
  </svg>
</template>

<style scoped>
.hob {
  display: block;
  width: 100%;
}

.plate {
  fill: var(--well);
  stroke: var(--steel-strong);
  stroke-width: 1.75;
}

path {
  fill: none;
  stroke: var(--steel-strong);
  stroke-width: 1.75;
  stroke-linecap: round;
}

.reach {
  fill: transparent;
}

a:hover .reach,
a:focus-visible .reach {
  fill: var(--sheet);
}

.pan {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2.5;
}

.syrup {
  stroke: var(--ink);
  stroke-width: 1;
}

/* In the evening kitchen the syrup lights what is around it. */
:global(.v-theme--slate .hob .lit) {
  filter: drop-shadow(0 0 1.1rem color-mix(in srgb, var(--glow) 55%, transparent));
}

.handle {
  stroke: var(--ink);
  stroke-width: 9;
}

text {
  fill: var(--ink-soft);
  font-family: var(--text-face);
  font-size: 15px;
}

.words text {
  fill: inherit;
}

.words .left {
  font-family: var(--display-face);
  font-size: 38px;
  font-weight: 600;
}

@container room (max-width: 38rem) {
  .words {
    display: none;
  }

  text {
    font-size: 26px;
  }
}
</style>
