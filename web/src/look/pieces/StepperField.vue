<script setup lang="ts">
/** A number that is stepped by the thumb, or typed. */
defineProps<{ label: string; step: number; min?: number; suffix?: string }>()
const value = defineModel<number | null>({ required: true })
</script>

<template>
  <v-number-input
    v-model="value"
    :label="label"
    :step="step"
    :min="min ?? 0"
    :precision="null as never"
    :suffix="suffix"
    control-variant="split"
    inputmode="decimal"
    autocomplete="off"
  />
</template>
