<script setup lang="ts">
import { ref, watchEffect } from 'vue'
import { api, type Api } from '@/api/client'
import { useAnswer } from '@/live/useAnswer'
import AmountField from '@/look/pieces/AmountField.vue'
import { degreeUnit, kelvins, number } from '@/units/format'
import type { Found } from './checks'

/** A thermometer known better: in boiling water, and in ice water if there is ice. */
const props = defineProps<{ thermometer: Api<'Thermometer'>; index: number; room: Api<'Room'> }>()
const found = defineModel<Found>('found')
const trouble = defineModel<string>('trouble')
const boiling_c = ref<number>()
const ice_c = ref<number>()

const asked = useAnswer(
  'kitchen/calibrations/thermometer',
  (): Api<'ThermometerAsk'> | undefined =>
    boiling_c.value === undefined
      ? undefined
      : {
          check: {
            thermometer: props.thermometer,
            boiling_shown_c: boiling_c.value,
            ice_shown_c: ice_c.value,
          },
          room: props.room,
        },
  (body) => api.POST('/api/v1/kitchen/calibrations/thermometer', { body }),
)
watchEffect(() => {
  trouble.value = asked.trouble.value
  const answer = asked.found.value
  if (!answer) return void (found.value = undefined)
  const { offset_k, thermometer: better, water_boil_c } = answer
  found.value = {
    label: offset_k.value >= 0 ? 'reads high by' : 'reads low by',
    value: kelvins(Math.abs(offset_k.value)),
    unit: degreeUnit(),
    spread: kelvins(offset_k.sd),
    before: `${kelvins(offset_k.before)} ± ${kelvins(offset_k.before_sd)} ${degreeUnit()}`,
    narrower: offset_k.narrower,
    more: `Water boils at ${number(water_boil_c, 1)} °C here.`,
    change: (d) => {
      const it = d.thermometers[props.index]
      if (it) it.thermometer = better
    },
  }
})
</script>

<template>
  <AmountField v-model="boiling_c" label="In boiling water" kind="temperature" />
  <AmountField
    v-model="ice_c"
    label="In ice water, if you have ice"
    kind="temperature"
    accepts="any"
    @emptied="ice_c = undefined"
  />
</template>
