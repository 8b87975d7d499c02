<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, type Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import AmountField from '@/look/pieces/AmountField.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { celsius, degreeUnit, grams, gramUnit, minutes, number, percent } from '@/units/format'
import type { PanAsk } from '../ask'
import { hobOf, questionOf } from '../question'
import { useAnswer } from '@/live/useAnswer'

/** Syrups that stand there already: left after soaking, cold, or two to be made one. */
const props = defineProps<{ ask: PanAsk }>()
const kitchen = useKitchen()

type Kind = Api<'CorrectAsk'>['kind']
const kind = ref<Kind>('to_strength')
const kinds = [
  { key: 'to_strength', name: 'Left over, to strength' },
  { key: 'warm', name: 'Warm it up' },
  { key: 'mix', name: 'Two into one' },
] as const
const mass_g = ref(400)
const percentNow = ref(55)
const from_c = ref(kitchen.view?.kitchen.room.room_c ?? 25)
const to_c = ref(80)
const other_g = ref(200)
const otherPercent = ref(75)

const standing = (syrup_g: number, percentOf: number): Api<'Standing'> => ({
  syrup_g,
  solids_frac: percentOf / 100,
})
const { found, trouble } = useAnswer(
  'syrup/correct',
  (): Api<'CorrectAsk'> | undefined => {
    const question = questionOf(kitchen, props.ask)
    if (!question) return undefined
    const charge = standing(mass_g.value, percentNow.value)
    const { ladder, room } = question
    const hob = hobOf(question)
    switch (kind.value) {
      case 'to_strength':
        return {
          kind: 'to_strength',
          charge,
          from_c: from_c.value,
          target_stage: props.ask.stage,
          hob,
          ladder,
        }
      case 'warm':
        return { kind: 'warm', charge, from_c: from_c.value, to_c: to_c.value, hob, ladder }
      case 'mix':
        return {
          kind: 'mix',
          a: charge,
          b: standing(other_g.value, otherPercent.value),
          room,
          ladder,
        }
    }
  },
  (body) => api.POST('/api/v1/syrup/correct', { body }),
)
const aim = computed(() => kitchen.stageName(props.ask.stage))
</script>

<template>
  <div class="panel">
    <KeyRow v-model="kind" label="What is to be done" :choices="kinds" />
    <div class="entry">
      <AmountField v-model="mass_g" label="Syrup" kind="mass" />
      <AmountField v-model="percentNow" label="Its strength" unit="%" />
      <AmountField
        v-if="kind !== 'mix'"
        v-model="from_c"
        label="It stands at"
        kind="temperature"
        accepts="any"
      />
      <AmountField v-if="kind === 'warm'" v-model="to_c" label="Warm it to" kind="temperature" />
      <template v-if="kind === 'mix'">
        <AmountField v-model="other_g" label="Other syrup" kind="mass" />
        <AmountField v-model="otherPercent" label="Its strength" unit="%" />
      </template>
    </div>
    <TroubleNote v-if="trouble" :words="trouble" />
    <div v-if="found?.kind === 'to_strength'" class="answer" role="status">
      <p>To {{ aim }} from {{ kitchen.stageName(found.stage) }}:</p>
      <FigureValue
        v-if="found.water_to_lose_g"
        label="boil off"
        size="figure"
        :value="grams(found.water_to_lose_g.mid)"
        :unit="gramUnit()"
      />
      <FigureValue
        v-if="found.water_to_add_g"
        label="add water"
        size="figure"
        :value="grams(found.water_to_add_g.mid)"
        :unit="gramUnit()"
      />
      <FigureValue
        v-if="found.heat_min"
        label="medium flame, from where it stands"
        size="figure"
        :value="minutes(60 * found.heat_min.mid)"
        unit="min"
        :low="minutes(60 * found.heat_min.low)"
        :high="minutes(60 * found.heat_min.high)"
      />
      <FigureValue label="makes" size="figure" :value="grams(found.syrup_g)" :unit="gramUnit()" />
    </div>
    <div v-else-if="found?.kind === 'warm'" class="answer" role="status">
      <FigureValue
        label="medium flame"
        size="figure"
        :value="minutes(60 * found.heat_min.mid)"
        unit="min"
        :low="minutes(60 * found.heat_min.low)"
        :high="minutes(60 * found.heat_min.high)"
      />
      <FigureValue
        label="water lost on the way: add as much"
        size="figure"
        :value="grams(found.water_lost_g)"
        :unit="gramUnit()"
      />
      <FigureValue
        label="strength when warm"
        size="figure"
        :value="percent(found.solids_frac)"
        unit="%"
        :note="kitchen.stageName(found.stage)"
      />
    </div>
    <div v-else-if="found?.kind === 'mix'" class="answer" role="status">
      <FigureValue
        label="together"
        size="figure"
        :value="percent(found.properties.solids_frac)"
        unit="%"
        :note="kitchen.stageName(found.properties.stage)"
      />
      <FigureValue
        label="boils at"
        size="figure"
        :value="celsius(found.properties.boil_c)"
        :unit="degreeUnit()"
      />
      <FigureValue label="weighs" size="figure" :value="grams(found.total_g)" :unit="gramUnit()" />
      <FigureValue
        label="density at 20 °C"
        size="figure"
        :value="number(found.properties.density_kg_m3 / 1000, 3)"
        unit="g/ml"
      />
    </div>
  </div>
</template>
