<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { handLine, handRing } from '@/look/hand'
import { inkOn, syrupColour } from '@/look/strata'
import { about } from '@/units/format'

/** The hob seen from above: her rings as they lie, her pans on them, the syrup glowing in them. */
const props = defineProps<{
  rings: readonly { id: number | null | undefined; name: string; kind: Api<'RingKind'> }[]
  /** What stands on each ring, by the ring's name. */
  pans: ReadonlyMap<string, Api<'BatchLine'>>
  stageName: (key: string) => string
}>()

const PITCH = 250
const places = computed(() =>
  props.rings.map((ring, i) => {
    const centre = { x: 150 + i * PITCH, y: 165 }
    const batch = props.pans.get(ring.name)
    const gas = ring.kind === 'gas'
    const syrup = batch?.state?.syrup
    const left = syrup?.turn_off_in_s
    return {
      ring,
      centre,
      batch,
      ink: syrup ? inkOn(syrup.stage) : 'var(--ink)',
      stage: syrup ? props.stageName(syrup.stage) : '',
      left: left ? about(left.mid) : '',
      spread: left ? `${about(left.low)} – ${about(left.high)}` : '',
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
const width = computed(() => 300 + (props.rings.length - 1) * PITCH)
</script>

<template>
  <svg class="hob" :viewBox="`0 0 ${width} 330`" role="group" aria-label="The hob from above">
    <rect x="6" y="6" :width="width - 12" height="318" rx="14" class="plate" />
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
        <path
          class="syrup"
          :d="p.syrup"
          :style="{
            fill: p.batch.state?.syrup ? syrupColour(p.batch.state.syrup.stage) : 'var(--well)',
          }"
        />
        <g class="words" text-anchor="middle" :style="{ fill: p.ink }">
          <text :x="p.centre.x" :y="p.centre.y - 34">{{ p.stage || p.batch.title }}</text>
          <text class="left" :x="p.centre.x" :y="p.centre.y + 14">{{ p.left }}</text>
          <text :x="p.centre.x" :y="p.centre.y + 40">{{ p.spread }}</text>
          <text v-if="p.left" :x="p.centre.x" :y="p.centre.y + 60">to flame off</text>
        </g>
      </template>
      <text :x="p.centre.x" y="308" text-anchor="middle">{{ p.ring.name }}</text>
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

@media (max-width: 640px) {
  .words {
    display: none;
  }

  text {
    font-size: 26px;
  }
}
</style>
