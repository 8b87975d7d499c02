<script setup lang="ts" generic="T extends string | number | boolean">
import { computed } from 'vue'

/** One of several: of a dozen chosen from a list, of more found by its letters. */
const props = defineProps<{
  label: string
  items: readonly { title: string; value: T }[]
  modelValue: T | null | undefined
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()
const MOST_LISTED = 14
const long = computed(() => props.items.length > MOST_LISTED)
const chosen = (value: T | null) => {
  if (value !== null && value !== undefined) emit('update:modelValue', value)
}
</script>

<template>
  <v-autocomplete
    v-if="long"
    :label="label"
    :items="items"
    :model-value="modelValue"
    auto-select-first
    @update:model-value="chosen"
  />
  <v-select
    v-else
    :label="label"
    :items="items"
    :model-value="modelValue"
    @update:model-value="chosen"
  />
</template>
