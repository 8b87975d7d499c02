<script setup lang="ts">
import KitchenSelect from '@/rooms/pieces/KitchenSelect.vue'
import { useKitchen } from '@/live/kitchen'
import { useWhere } from './useWhere'

/** Pan, ring and thermometer, where there is more than one to choose from. */
const kitchen = useKitchen()
const { set, pan_id, ring_id, thermometer } = useWhere()
</script>

<template>
  <KitchenSelect
    v-if="kitchen.pans.length > 1"
    of="pan"
    :model-value="pan_id"
    @update:model-value="set({ pan: $event })"
  />
  <KitchenSelect
    v-if="kitchen.rings.length > 1"
    of="ring"
    :model-value="ring_id"
    @update:model-value="set({ ring: $event })"
  />
  <KitchenSelect
    v-if="kitchen.thermometers.length"
    of="thermometer"
    :model-value="thermometer?.id ?? 'none'"
    @update:model-value="set({ thermometer: $event })"
  />
</template>
