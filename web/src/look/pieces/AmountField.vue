<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import {
  celsiusFrom,
  celsiusInto,
  degreeUnit,
  gramsFrom,
  gramsInto,
  gramUnit,
  shareFrom,
  shareInto,
  areaFrom,
  areaInto,
  areaUnit,
  centimetresFrom,
  centimetresInto,
  centimetreUnit,
  kelvinsFrom,
  kelvinsInto,
  millilitresFrom,
  millilitresInto,
  millilitreUnit,
  millimetresFrom,
  millimetresInto,
  millimetreUnit,
} from '@/units/format'
import LineField from '@/look/pieces/LineField.vue'

/**
 * An amount to enter: a mass in g, a volume in ml, a length, an area, a temperature in °C or a difference
 * of two, a share (0–1), or a plain number with its own unit. Shown and entered in the cook's units, a share in per cent; told in g, ml, mm, cm, cm², °C and shares. Tells only
 * of numbers that `accepts` takes.
 */
const props = withDefaults(
  defineProps<{
    label: string
    modelValue: number | null | undefined
    kind?: Kind
    unit?: string
    /** Which numbers are told: those above zero, or any. */
    accepts?: 'positive' | 'any'
  }>(),
  { kind: 'plain', unit: '', accepts: 'positive' },
)
type Kind =
  'mass' | 'volume' | 'mm' | 'cm' | 'cm2' | 'temperature' | 'difference' | 'share' | 'plain'
const emit = defineEmits<{
  'update:modelValue': [value: number]
  emptied: []
  /** Whether what stands there is not understood. */
  unclear: [unclear: boolean]
}>()

const CONVERSIONS = {
  mass: { unit: gramUnit, into: gramsInto, from: gramsFrom },
  volume: { unit: millilitreUnit, into: millilitresInto, from: millilitresFrom },
  mm: { unit: millimetreUnit, into: millimetresInto, from: millimetresFrom },
  cm: { unit: centimetreUnit, into: centimetresInto, from: centimetresFrom },
  cm2: { unit: areaUnit, into: areaInto, from: areaFrom },
  difference: { unit: degreeUnit, into: kelvinsInto, from: kelvinsFrom },
  temperature: { unit: degreeUnit, into: celsiusInto, from: celsiusFrom },
  share: { unit: () => '%', into: shareInto, from: shareFrom },
  plain: { unit: () => props.unit, into: (v: number) => v, from: (v: number) => v },
}
const shownUnit = computed(() => CONVERSIONS[props.kind].unit())
const into = (value: number) => CONVERSIONS[props.kind].into(value)
const from = (entry: number) => CONVERSIONS[props.kind].from(entry)

const text = ref('')
/** A number, with or without its unit behind it. */
function entered(entry: string): number {
  const [all, unit] = [entry.trim(), shownUnit.value]
  const bare = unit && all.endsWith(unit) ? all.slice(0, -unit.length) : all
  return Number(bare.replace(',', '.').replace('−', '-'))
}
watch(
  [() => props.modelValue, shownUnit],
  ([value]) => {
    const shown = value == null ? undefined : into(value)
    if (shown === undefined) text.value = ''
    else if (text.value === '' || entered(text.value) !== shown) text.value = `${shown}`
  },
  { immediate: true },
)
function typed(entry: string): void {
  text.value = entry
  if (text.value.trim() === '') emit('emptied')
  else if (!wrong.value) emit('update:modelValue', from(entered(text.value)))
}
/** What stands there and is not understood is said, never passed over. */
const wrong = computed(() => {
  const value = entered(text.value)
  if (text.value.trim() === '') return ''
  if (!Number.isFinite(value))
    return shownUnit.value ? `Only a number here, in ${shownUnit.value}.` : 'Only a number here.'
  return props.accepts === 'positive' && value <= 0 ? 'More than 0, please.' : ''
})
watch(wrong, (words) => emit('unclear', words !== ''))
</script>

<template>
  <LineField
    :label="label"
    :suffix="shownUnit"
    :model-value="text"
    :error-messages="wrong ? [wrong] : undefined"
    inputmode="decimal"
    autocomplete="off"
    @update:model-value="typed"
  />
</template>
