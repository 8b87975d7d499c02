<script setup lang="ts">
import { ref, watchEffect } from 'vue'
import { api, type Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import { useAnswer } from '@/live/useAnswer'
import AmountField from '@/look/pieces/AmountField.vue'
import { number } from '@/units/format'
import type { Found } from './checks'

/** The air known better: by where water boils. */
const found = defineModel<Found>('found')
const trouble = defineModel<string>('trouble')
const kitchen = useKitchen()
const boiling_c = ref<number>()

const asked = useAnswer(
  'kitchen/calibrations/pressure',
  (): Api<'PressureAsk'> | undefined =>
    boiling_c.value === undefined ? undefined : { true_boil_c: boiling_c.value },
  (body) => api.POST('/api/v1/kitchen/calibrations/pressure', { body }),
)
watchEffect(() => {
  trouble.value = asked.trouble.value
  const answer = asked.found.value
  if (!answer) return void (found.value = undefined)
  const { pressure_pa, sd_pa, altitude_m } = answer
  found.value = {
    label: 'the air presses with',
    value: number(pressure_pa / 100),
    unit: 'hPa',
    spread: number(sd_pa / 100),
    before: `${number((kitchen.view?.pressure_pa ?? 0) / 100)} hPa`,
    narrower: undefined,
    more: `As at about ${number(altitude_m)} m. A measured pressure is used in place of the altitude’s.`,
    change: (d) => {
      d.room.pressure_pa = pressure_pa
      d.room.altitude_m = Math.round(altitude_m)
    },
  }
})
</script>

<template>
  <AmountField v-model="boiling_c" label="Water boils at" kind="temperature" />
</template>
