<script setup lang="ts">
import { ref, watchEffect } from 'vue'
import { api, type Api } from '@/api/client'
import { useAnswer } from '@/live/useAnswer'
import AmountField from '@/look/pieces/AmountField.vue'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import { number } from '@/units/format'
import { METALS, type Found } from './checks'

/** A pan known better: weighed empty. */
const props = defineProps<{ pan: Api<'Pan'>; index: number }>()
const found = defineModel<Found>('found')
const trouble = defineModel<string>('trouble')
const metal = ref<Api<'PanMetal'>>(props.pan.metal ?? 'steel')
const tare_g = ref<number>()

const asked = useAnswer(
  'kitchen/calibrations/pan',
  (): Api<'PanCheck'> | undefined =>
    tare_g.value === undefined
      ? undefined
      : { pan: props.pan, tare_g: tare_g.value, metal: metal.value },
  (body) => api.POST('/api/v1/kitchen/calibrations/pan', { body }),
)
watchEffect(() => {
  trouble.value = asked.trouble.value
  const answer = asked.found.value
  if (!answer) return void (found.value = undefined)
  const { heat_capacity_j_k: heat, pan: better } = answer
  found.value = {
    label: 'heat its wall holds',
    value: number(heat.value),
    unit: 'J/K',
    spread: number(heat.sd),
    before: `${number(heat.before)} ± ${number(heat.before_sd)} J/K`,
    narrower: heat.narrower,
    more: 'This is what carries a syrup on after the flame is off.',
    change: (d) => {
      const it = d.pans[props.index]
      if (it) it.pan = better
    },
  }
})
</script>

<template>
  <AmountField v-model="tare_g" label="On the scale, empty" kind="mass" />
  <ChoiceField v-model="metal" label="Made of" :items="METALS" />
</template>
