<script setup lang="ts">
import FoldSection from '@/look/pieces/FoldSection.vue'
import { computed } from 'vue'
import type { Api } from '@/api/client'
import AmountField from '@/look/pieces/AmountField.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import { degreeUnit, dose, gramUnit } from '@/units/format'

/** Scale, refractometer, the units she reads, how long washing takes. Edits the draft in place. */
const bench = defineModel<Api<'Bench'>>('bench', { required: true })
const note = computed(() => {
  const step = bench.value.scale_step_g
  const scale = step == null ? 'no scale' : `a scale to ${dose(step)} ${gramUnit()}`
  const wash = bench.value.wash_min
  return `${scale}, ${degreeUnit()}${wash == null ? '' : `, ${wash} min to wash a pan`}`
})
const UNITS_T = [
  { key: 'celsius', name: '°C' },
  { key: 'fahrenheit', name: '°F' },
] as const
const UNITS_M = [
  { key: 'metric', name: 'g, ml' },
  { key: 'us', name: 'oz, fl oz, in' },
] as const
</script>

<template>
  <FoldSection title="Scale, refractometer, units, washing" :note="note">
    <div class="fields">
      <AmountField
        v-model="bench.scale_step_g"
        label="The scale reads to"
        kind="mass"
        @emptied="bench.scale_step_g = null"
      />
      <AmountField
        v-model="bench.refractometer_offset_brix"
        label="Refractometer high by"
        unit="°Bx"
        accepts="any"
        @emptied="bench.refractometer_offset_brix = null"
      />
      <AmountField v-model="bench.wash_min" label="A pan is clean after" unit="min" accepts="any" />
      <KeyRow
        label="Temperatures in"
        :choices="UNITS_T"
        :model-value="bench.temperature_unit ?? 'celsius'"
        @update:model-value="bench.temperature_unit = $event"
      />
      <KeyRow
        label="Masses in"
        :choices="UNITS_M"
        :model-value="bench.mass_unit ?? 'metric'"
        @update:model-value="bench.mass_unit = $event"
      />
    </div>
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
</style>
