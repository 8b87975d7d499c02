<script setup lang="ts">
/** A line to drag along: its words with the figure stand above it, or beside it where a field says them (`bare`). */
defineProps<{
  modelValue: number
  label: string
  min: number
  max: number
  step: number
  bare?: boolean
}>()
const emit = defineEmits<{ 'update:modelValue': [to: number] }>()
</script>

<template>
  <div class="drag">
    <span v-if="!bare" aria-hidden="true">{{ label }}</span>
    <v-slider
      :model-value="modelValue"
      :aria-label="label"
      :min="min"
      :max="max"
      :step="step"
      @update:model-value="emit('update:modelValue', $event)"
    />
  </div>
</template>

<style scoped>
.drag {
  display: grid;
}
</style>
