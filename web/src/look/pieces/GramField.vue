<script setup lang="ts">
import { ref, watch } from 'vue'

/** A number to enter, with its unit. Tells only of numbers above zero. */
const props = defineProps<{ label: string; unit: string; modelValue: number | undefined }>()
const emit = defineEmits<{ 'update:modelValue': [value: number] }>()

const text = ref('')
watch(
  () => props.modelValue,
  (value) => {
    if (Number(text.value.replace(',', '.')) !== value)
      text.value = value === undefined ? '' : `${value}`
  },
  { immediate: true },
)
function typed(entry: string): void {
  text.value = entry
  const value = Number(entry.replace(',', '.'))
  if (entry.trim() !== '' && Number.isFinite(value) && value > 0) emit('update:modelValue', value)
}
</script>

<template>
  <v-text-field
    :label="label"
    :suffix="unit"
    :model-value="text"
    inputmode="decimal"
    autocomplete="off"
    @update:model-value="typed"
  />
</template>
