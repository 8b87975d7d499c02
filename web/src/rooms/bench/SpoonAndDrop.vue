<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { smooth } from '@/look/hand'
import { syrupColour, type StageKey } from '@/look/strata'
import { millimetres, millimetreUnit } from '@/units/format'

/** What a spoon keeps, and what a drop does in cold water. */
const props = defineProps<{ seen: Api<'Seen'>; stage: StageKey }>()

const coat = computed(() => Math.min(14, 2 + 22 * Math.sqrt(props.seen.spoon_film_mm / 3)))
const BOWL = 'M8 26q32-3 64 0M11 27c1 22 13 37 29 37 17 0 28-15 29-37'
/** The drop: how flat, how round, how deep it lies. */
const drop = computed(() => {
  const at = (rx: number, ry: number, cy: number) =>
    smooth(
      Array.from({ length: 13 }, (_, i) => ({
        x: 40 + rx * Math.cos((i / 12) * 2 * Math.PI),
        y: cy + ry * Math.sin((i / 12) * 2 * Math.PI),
      })),
    )
  switch (props.seen.in_water) {
    case 'dissolves':
      return ''
    case 'lies':
      return at(17, 3.2, 58)
    case 'flat_ball':
      return at(12, 6.5, 54)
    case 'firm_ball':
      return at(9.5, 8.5, 52)
    case 'hard_ball':
      return at(8.6, 8.6, 51)
    case 'threads':
      return 'M27 55l10-7 6 8 11-10M31 48l7 9'
  }
})
</script>

<template>
  <div class="pair">
    <figure>
      <svg viewBox="0 0 80 72" aria-hidden="true">
        <path
          class="syrup"
          d="M22 8c13-7 28 2 27 18-.6 13-13 22-25 17-12-6-15-28-2-35z"
          :style="{ stroke: syrupColour(stage), strokeWidth: coat }"
        />
        <path
          class="line"
          d="M22 8c13-7 28 2 27 18-.6 13-13 22-25 17-12-6-15-28-2-35z"
          :style="{ fill: syrupColour(stage) }"
        />
        <path class="line" d="M45 36c8 8 17 18 26 30" />
        <path
          class="syrup"
          d="M23 45c-.4 6 .2 9-.3 14"
          :style="{ stroke: syrupColour(stage), strokeWidth: coat / 2 }"
        />
      </svg>
      <figcaption>
        Spoon: {{ seen.spoon }} ({{
          millimetres(seen.spoon_film_mm, seen.spoon_film_mm < 1 ? 2 : 1)
        }}
        {{ millimetreUnit() }})
      </figcaption>
    </figure>
    <figure>
      <svg viewBox="0 0 80 72" aria-hidden="true">
        <path class="line" :d="BOWL" />
        <path
          v-if="drop && seen.in_water !== 'threads'"
          :d="drop"
          class="line"
          :style="{ fill: syrupColour(stage) }"
        />
        <path
          v-else-if="drop"
          :d="drop"
          class="syrup"
          :style="{ stroke: syrupColour(stage), strokeWidth: 3 }"
        />
        <path
          v-else
          class="syrup faint"
          d="M40 30v5M37.500 41v3M42.500 43v2.500M36 50v1M44 51.500v.500M40 53v.500"
          :style="{ stroke: syrupColour(stage) }"
        />
      </svg>
      <figcaption>Cold water: {{ seen.water }}</figcaption>
    </figure>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-3);
}

figure {
  margin: 0;
}

svg {
  width: 5rem;
}

.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.75;
  stroke-linecap: round;
}

.syrup {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.faint {
  stroke-width: 3;
  opacity: 0.8;
}

figcaption {
  color: var(--ink-soft);
  font-size: 0.8125rem;
  line-height: 1.25;
}
</style>
