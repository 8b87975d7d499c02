<script setup lang="ts">
import { ref, watchEffect } from 'vue'
import { api, type Api } from '@/api/client'
import { useAnswer } from '@/live/useAnswer'
import AmountField from '@/look/pieces/AmountField.vue'
import { millilitres, millilitreUnit } from '@/units/format'
import type { Found } from './checks'

/** A cup known better: weighed empty and full of water. */
const props = defineProps<{ measure: Api<'Measure'>; index: number; room: Api<'Room'> }>()
const found = defineModel<Found>('found')
const trouble = defineModel<string>('trouble')
const empty_g = ref<number>()
const full_g = ref<number>()
const times = ref(1)

const asked = useAnswer(
  'kitchen/calibrations/measure',
  (): Api<'MeasureCheck'> | undefined =>
    empty_g.value === undefined || full_g.value === undefined
      ? undefined
      : {
          measure: props.measure,
          empty_g: empty_g.value,
          full_g: full_g.value,
          times: times.value,
          water_c: props.room.room_c ?? 25,
        },
  (body) => api.POST('/api/v1/kitchen/calibrations/measure', { body }),
)
watchEffect(() => {
  trouble.value = asked.trouble.value
  const answer = asked.found.value
  if (!answer) return void (found.value = undefined)
  const { volume_ml, measure: better } = answer
  found.value = {
    label: 'holds',
    value: millilitres(volume_ml.value),
    unit: millilitreUnit(),
    spread: millilitres(volume_ml.sd),
    before: `${millilitres(volume_ml.before)} ± ${millilitres(volume_ml.before_sd)} ${millilitreUnit()}`,
    narrower: volume_ml.narrower,
    more: '',
    change: (d) => {
      const it = d.measures?.[props.index]
      if (it) it.measure = better
    },
  }
})
</script>

<template>
  <AmountField v-model="empty_g" label="Empty" kind="mass" accepts="any" />
  <AmountField v-model="full_g" label="Full" kind="mass" />
  <AmountField v-model="times" label="Fillings in that" unit="×" />
</template>
