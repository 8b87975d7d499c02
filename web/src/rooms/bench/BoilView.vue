<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import StrataDrawing from '@/look/drawings/StrataDrawing.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { celsius, clock, degreeUnit, grams, gramUnit, minutes, percent } from '@/units/format'

/** One boil: when to turn off, and the drawing. `span` lets two drawings share their axes. */
const props = defineProps<{
  boil: Api<'BoilDownAnswer'> | undefined
  trouble: string
  stage: string
  thermometer: string
  title: string
  level: 1 | 2
  span?: { from: number; to: number; end_s: number } | undefined
  /** Where a reading puts the syrup, to be marked. */
  located?: Api<'Correction'> | undefined
}>()
const cursor_s = defineModel<number>('cursor_s', { required: true })
const kitchen = useKitchen()

// While what is dragged cannot be boiled, the last drawing stays under the words that say why.
const last = shallowRef(props.boil)
watch(
  () => props.boil,
  (found) => {
    if (found) last.value = found
  },
)
const boil = computed(() => props.boil ?? (props.trouble ? last.value : undefined))
const own = computed(() => {
  const b = boil.value
  if (!b) return { from: 0.5, to: 0.85, end_s: 900 }
  const last_s = Math.max(b.series.at(-1)?.elapsed_s.mid ?? 0, b.tail.at(-1)?.elapsed_s.mid ?? 0)
  return {
    from: Math.max(0, (b.series[0]?.solids_frac ?? 0.5) - 0.02),
    to: b.series.at(-1)?.solids_frac ?? 0.85,
    end_s: Math.max(last_s, Math.min(b.turn_off.at_s.high * 1.02, 1.6 * last_s)),
  }
})
const axes = computed(() => props.span ?? own.value)
const drawing = ref<InstanceType<typeof StrataDrawing>>()
defineExpose({ svg: () => drawing.value?.svg() })
</script>

<template>
  <section class="boil" :class="{ stale: !props.boil }" :aria-label="title">
    <p class="label">{{ title }}</p>
    <TroubleNote v-if="trouble" :words="trouble" />
    <template v-if="boil">
      <component :is="level === 1 ? 'h1' : 'h2'" class="headline">
        Turn off after {{ minutes(boil.turn_off.at_s.mid) }} min: the pan carries it to {{ stage }}.
      </component>
      <div class="facts">
        <FigureValue
          label="from heat on"
          size="figure"
          :value="minutes(boil.turn_off.at_s.mid)"
          unit="min"
          :low="minutes(boil.turn_off.at_s.low)"
          :high="minutes(boil.turn_off.at_s.high)"
        />
        <FigureValue
          label="pan on the scale"
          size="figure"
          :value="grams(boil.turn_off.gross_g)"
          :unit="gramUnit()"
        />
        <FigureValue
          :label="thermometer"
          size="figure"
          :value="celsius(boil.turn_off.shown_c)"
          :unit="degreeUnit()"
        />
        <FigureValue
          label="strength then"
          size="figure"
          :value="percent(boil.turn_off.solids_frac)"
          unit="%"
          :note="`lands on ${percent(boil.turn_off.landing_frac.low)} – ${percent(boil.turn_off.landing_frac.high)} %`"
        />
      </div>
      <p v-if="boil.may_boil_over" class="caution">
        The froth may come over the rim of this pan. Take a larger one, or stay beside it.
      </p>
      <p class="small soft events figures">
        <template v-if="boil.dissolved_at_s != null"
          >dissolved by {{ clock(boil.dissolved_at_s) }} ·
        </template>
        <template v-else>sugar not all dissolved: stir, or add water · </template>
        <template v-if="boil.boils_at_s">boils from {{ clock(boil.boils_at_s.mid) }}</template>
        <template v-if="boil.straining">
          · the sieve keeps {{ grams(boil.straining.grit_g) }} {{ gramUnit() }} of grit and about
          {{ grams(boil.straining.held_g) }} {{ gramUnit() }} of syrup</template
        >
      </p>
      <StrataDrawing
        ref="drawing"
        v-model:cursor_s="cursor_s"
        class="strata"
        :ladder="kitchen.ladder"
        :from="axes.from"
        :to="axes.to"
        :end_s="axes.end_s"
        :boil="boil"
        :label="`${title}: strength against minutes. Turn off after ${minutes(boil.turn_off.at_s.mid)} minutes at ${percent(boil.turn_off.solids_frac)} per cent.`"
      >
        <template v-if="located" #default="{ x, y }">
          <rect
            class="located-doubt"
            :x="x(0)"
            :width="x(axes.end_s) - x(0)"
            :y="y(Math.min(located.solids_frac.high, axes.to))"
            :height="
              Math.max(
                2,
                y(Math.max(located.solids_frac.low, axes.from)) -
                  y(Math.min(located.solids_frac.high, axes.to)),
              )
            "
          />
          <line
            class="located"
            :x1="x(0)"
            :x2="x(axes.end_s)"
            :y1="y(Math.min(Math.max(located.solids_frac.mid, axes.from), axes.to))"
            :y2="y(Math.min(Math.max(located.solids_frac.mid, axes.from), axes.to))"
          />
          <text :x="x(0) + 8" :y="y(Math.min(located.solids_frac.mid, axes.to)) - 6"
            >you are here</text
          >
        </template>
      </StrataDrawing>
    </template>
    <component :is="level === 1 ? 'h1' : 'h2'" v-else class="headline">
      {{ trouble ? 'That boil does not work out' : 'Looking at the pan…' }}
    </component>
  </section>
</template>

<style scoped>
.stale > :not(.label, .trouble) {
  opacity: 0.55;
}

.boil {
  container-type: inline-size;
  display: flex;
  flex-direction: column;
  min-width: 0;
}

.boil p {
  margin: 0;
}

@container (max-width: 36rem) {
  .facts.facts {
    --size-figure: 1.5rem;

    grid-template-columns: repeat(2, auto);
  }
}

@container (min-width: 26rem) and (max-width: 36rem) {
  .facts.facts {
    grid-template-columns: repeat(4, auto);
    gap: var(--gap-2) var(--gap-4);
    font-size: var(--size-small);
  }

  .facts :deep(.spread.spread) {
    font-size: 0.8125rem;
    max-width: 6.5rem;
  }
}

.headline {
  font-size: clamp(1.25rem, 1rem + 0.9vw, 1.625rem);
}

.facts {
  --size-figure: clamp(1.625rem, 1.2rem + 1.1vw, 2.25rem);

  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(7.5rem, auto));
  justify-content: start;
  gap: var(--gap-2) var(--gap-5);
  margin-top: var(--gap-2);
}

.boil .events {
  margin-top: var(--gap-2);
}

.strata {
  flex: 1;
  min-height: max(21rem, calc(100vh - 25rem));
}

.located {
  stroke: var(--ink);
  stroke-width: 2;
  stroke-dasharray: 1 5;
  stroke-linecap: round;
}

.located-doubt {
  fill: var(--ink);
  opacity: 0.12;
}

text {
  font-family: var(--text-face);
  font-size: 0.8125rem;
  fill: var(--ink);
}
</style>
