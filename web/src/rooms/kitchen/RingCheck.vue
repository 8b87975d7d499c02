<script setup lang="ts">
import { computed, ref, watchEffect } from 'vue'
import { api, type Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import { useAnswer } from '@/live/useAnswer'
import AmountField from '@/look/pieces/AmountField.vue'
import FlameRow from '@/rooms/pieces/FlameRow.vue'
import KitchenSelect from '@/rooms/pieces/KitchenSelect.vue'
import { number } from '@/units/format'
import type { Found } from './checks'

/** A ring known better: by water it heats, or by water it boils off. */
const props = defineProps<{
  by: 'ring-heating' | 'ring-boil-off'
  ring: Api<'Ring'>
  index: number
  room: Api<'Room'>
}>()
const found = defineModel<Found>('found')
const trouble = defineModel<string>('trouble')
const kitchen = useKitchen()

const pan_id = ref<number | null | undefined>(kitchen.pans[0]?.id)
const pan = computed(
  () => (kitchen.pans.find((p) => p.id === pan_id.value) ?? kitchen.pans[0])?.pan,
)
const flame_frac = ref<number | undefined>(1)
const water_g = ref(1000)
const from_c = ref<number>()
const to_c = ref<number>()
const minutes = ref<number>()
const before_g = ref<number>()
const after_g = ref<number>()

const rings = useAnswer(
  'kitchen/calibrations/ring-heating',
  () => {
    if (!pan.value || minutes.value === undefined) return undefined
    const shared = {
      ring: props.ring,
      pan: pan.value,
      flame_frac: flame_frac.value ?? 1,
      took_s: 60 * minutes.value,
    }
    if (props.by === 'ring-heating' && from_c.value !== undefined && to_c.value !== undefined)
      return {
        by: props.by,
        body: {
          check: { ...shared, water_g: water_g.value, from_c: from_c.value, to_c: to_c.value },
          room: props.room,
        },
      }
    if (props.by === 'ring-boil-off' && before_g.value !== undefined && after_g.value !== undefined)
      return {
        by: props.by,
        body: {
          check: { ...shared, gross_before_g: before_g.value, gross_after_g: after_g.value },
          room: props.room,
        },
      }
    return undefined
  },
  (q) =>
    q.by === 'ring-heating'
      ? api.POST('/api/v1/kitchen/calibrations/ring-heating', { body: q.body })
      : api.POST('/api/v1/kitchen/calibrations/ring-boil-off', { body: q.body }),
)
watchEffect(() => {
  trouble.value = rings.trouble.value
  const answer = rings.found.value
  if (!answer) return void (found.value = undefined)
  const { efficiency, net_power_w, lost_w, ring: better } = answer
  found.value = {
    label: 'of its power reaches the pan',
    value: number(100 * efficiency.value),
    unit: '%',
    spread: number(100 * efficiency.sd, 1),
    before: `${number(100 * efficiency.before)} ± ${number(100 * efficiency.before_sd)} %`,
    narrower: efficiency.narrower,
    more: `${number(net_power_w)} W into the pan, ${number(lost_w)} W of it lost to the room.`,
    change: (d) => {
      const it = d.rings[props.index]
      if (it) it.ring = better
    },
  }
})
</script>

<template>
  <KitchenSelect of="pan" :model-value="pan_id" @update:model-value="pan_id = Number($event)" />
  <FlameRow v-model="flame_frac" label="Flame while counting" />
  <template v-if="by === 'ring-heating'">
    <AmountField v-model="water_g" label="Water" kind="mass" />
    <AmountField v-model="from_c" label="At the start" kind="temperature" accepts="any" />
    <AmountField v-model="to_c" label="At the end" kind="temperature" accepts="any" />
  </template>
  <template v-else>
    <AmountField v-model="before_g" label="Pan and water at the start" kind="mass" />
    <AmountField v-model="after_g" label="At the end" kind="mass" />
  </template>
  <AmountField v-model="minutes" label="Between the two" unit="min" />
</template>
