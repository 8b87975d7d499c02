<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import FigureValue from '@/look/pieces/FigureValue.vue'
import { aString, celsius, clock, degreeUnit, grams, gramUnit } from '@/units/format'
import { weighsPan } from '@/units/measures'

/** How far the syrup is: time and water to go, and what to turn off at on the instruments there are. */
const props = defineProps<{
  setup: Api<'BatchSetup'>
  syrup: Api<'SyrupState'>
  /** Whether the time until the flame goes off is the one to watch. */
  counts_down: boolean
}>()

const left = computed(() => {
  const t = props.syrup.turn_off_in_s
  return props.counts_down && t && t.mid >= 1 ? t : undefined
})
const to_go = computed(() => props.syrup.water_to_turn_off_g)
const water = computed(() => ({
  mid: Math.max(0, to_go.value.mid),
  low: Math.max(0, to_go.value.low),
  high: Math.max(0, to_go.value.high),
}))
</script>

<template>
  <section class="figures-row" aria-label="The syrup now">
    <FigureValue
      v-if="left"
      class="left"
      label="until the flame goes off"
      size="shout"
      :value="clock(left.mid)"
      unit="min"
      :low="clock(left.low)"
      :high="clock(left.high)"
    />
    <template v-if="weighsPan(setup)">
      <FigureValue
        label="still to boil off"
        :size="left ? 'figure' : 'shout'"
        :value="grams(water.mid)"
        :unit="gramUnit()"
        :low="grams(water.low)"
        :high="grams(water.high)"
      />
      <FigureValue
        label="turn off at, on the scale"
        size="figure"
        :value="grams(syrup.turn_off_gross_g ?? 0)"
        :unit="gramUnit()"
      />
    </template>
    <FigureValue
      v-if="setup.thermometer"
      :label="`turn off at, on the ${setup.thermometer.name.toLowerCase()}`"
      size="figure"
      :value="celsius(syrup.turn_off_shown_c)"
      :unit="degreeUnit()"
    />
    <FigureValue
      v-if="!weighsPan(setup) && !setup.thermometer"
      label="between the fingers now, by the clock"
      :value="syrup.drop_test ? syrup.sign : aString(syrup.string_cm)"
    />
  </section>
</template>

<style scoped>
.figures-row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-4) var(--gap-6);
}

/* On a phone it stands beside the headline. */
@media (max-width: 640px), (max-height: 480px) {
  .left {
    display: none;
  }
}

/* Each as wide as its figure, so that the largest never runs into its neighbour. */
.figures-row > * {
  min-width: 9rem;
}
</style>
