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
} from '@/units/format'

/**
 * An amount to enter: a mass in g, a temperature in °C, a share (0–1), or a plain number with its own
 * unit. Shown and entered in the cook's units, a share in per cent; told in g, °C and shares. Tells only
 * of numbers that `accepts` takes.
 */
const props = withDefaults(
  defineProps<{
    label: string
    modelValue: number | null | undefined
    kind?: 'mass' | 'temperature' | 'share' | 'plain'
    unit?: string
    /** Which numbers are told: those above zero, or any. */
    accepts?: 'positive' | 'any'
  }>(),
  { kind: 'plain', unit: '', accepts: 'positive' },
)
const emit = defineEmits<{ 'update:modelValue': [value: number]; emptied: [] }>()

const CONVERSIONS = {
  mass: { unit: gramUnit, into: gramsInto, from: gramsFrom },
  temperature: { unit: degreeUnit, into: celsiusInto, from: celsiusFrom },
  share: { unit: () => '%', into: shareInto, from: shareFrom },
  plain: { unit: () => props.unit, into: (v: number) => v, from: (v: number) => v },
}
const shownUnit = computed(() => CONVERSIONS[props.kind].unit())
const into = (value: number) => CONVERSIONS[props.kind].into(value)
const from = (entry: number) => CONVERSIONS[props.kind].from(entry)

const text = ref('')
const entered = (entry: string) => Number(entry.replace(',', '.').replace('−', '-'))
watch(
  [() => props.modelValue, shownUnit],
  ([value]) => {
    const shown = value == null ? undefined : into(value)
    if (shown === undefined) text.value = ''
    else if (text.value === '' || entered(text.value) !== shown) text.value = `${shown}`
  },
  { immediate: true },
)
function typed(entry: string | null): void {
  text.value = entry ?? ''
  const value = entered(text.value)
  if (text.value.trim() === '') emit('emptied')
  else if (Number.isFinite(value) && (props.accepts === 'any' || value > 0))
    emit('update:modelValue', from(value))
}
</script>

<template>
  <v-text-field
    :label="label"
    :suffix="shownUnit"
    :model-value="text"
    inputmode="decimal"
    autocomplete="off"
    @update:model-value="typed"
  />
</template>
