<script setup lang="ts">
/** A line to write on. What else it is told (kind of keys, length, placeholder) goes to the input itself. */
defineProps<{
  label: string
  /** The unit after the figure. */
  suffix?: string
  clearable?: boolean
  /** What is wrong with it. */
  errorMessages?: readonly string[]
}>()
const text = defineModel<string>({ required: true })
</script>

<template>
  <v-text-field
    :model-value="text"
    :label="label"
    :suffix="suffix"
    :clearable="clearable"
    :error-messages="errorMessages"
    @update:model-value="text = $event ?? ''"
  />
</template>
