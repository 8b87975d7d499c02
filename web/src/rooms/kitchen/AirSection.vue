<script setup lang="ts">
import FoldSection from '@/look/pieces/FoldSection.vue'
import { computed } from 'vue'
import AmountField from '@/look/pieces/AmountField.vue'
import type { KitchenDocument } from './useKitchenEdit'
import LineField from '@/look/pieces/LineField.vue'
import { celsius, degreeUnit, number } from '@/units/format'

/** Where the kitchen stands: altitude or pressure, warmth, humidity. Edits the draft in place. */
const d = defineModel<KitchenDocument>('draft', { required: true })
defineEmits<{ pressure: [] }>()
const note = computed(() => {
  const { altitude_m, room_c } = d.value.room
  const high = altitude_m == null ? [] : [`${number(altitude_m)} m`]
  const warm = room_c == null ? [] : [`the room at ${celsius(room_c)} ${degreeUnit()}`]
  return [...high, ...warm].join(', ')
})
</script>

<template>
  <FoldSection title="Air and room" :note="note">
    <div class="fields">
      <LineField v-model="d.name" label="Name of the kitchen" />
      <AmountField
        v-model="d.room.altitude_m"
        label="Altitude"
        unit="m"
        accepts="any"
        @emptied="d.room.altitude_m = null"
      />
      <AmountField
        :model-value="d.room.pressure_pa == null ? undefined : d.room.pressure_pa / 100"
        label="Station pressure, if measured"
        unit="hPa"
        @update:model-value="d.room.pressure_pa = 100 * $event"
        @emptied="d.room.pressure_pa = null"
      />
      <AmountField v-model="d.room.room_c" label="Room" kind="temperature" accepts="any" />
      <AmountField
        :model-value="d.room.humidity_frac ?? 0.6"
        label="Humidity"
        kind="share"
        @update:model-value="d.room.humidity_frac = $event"
      />
    </div>
    <v-btn class="key small" @click="$emit('pressure')"> Find the pressure by boiling water </v-btn>
    <slot />
    <p class="soft small">
      The station pressure, not the sea-level figure of a weather report. It wins over the altitude.
    </p>
  </FoldSection>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(11rem, 100%), 1fr));
  gap: var(--gap-4) var(--gap-5);
  align-items: end;
  margin-bottom: var(--gap-3);
}

.key.small {
  min-height: 2.75rem;
  padding: var(--gap-1) var(--gap-3);
  border-color: var(--steel);
  font-size: var(--size-small);
}
</style>
