<script setup lang="ts" generic="T extends string | number | boolean">
import { computed } from 'vue'
import { takeAll } from '@/look/takeAll'

/** One of several: of a dozen chosen from a list, of more found by its letters. */
const props = defineProps<{
  label: string
  items: readonly { title: string; value: T }[]
  modelValue: T | null | undefined
  /** Whether there are so many that one is found by its letters; by their number at first if left out. */
  many?: boolean | undefined
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()
const MOST_LISTED = 14
// Once and for all: a field that became another one as its items came in would shut its list under her thumb.
const long = props.many || props.items.length > MOST_LISTED
const title = computed(() => props.items.find((i) => i.value === props.modelValue)?.title)
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
    @click="takeAll($event, title)"
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
