<script setup lang="ts" generic="T extends string | number | boolean">
import { computed, useId } from 'vue'

/** One of several, chosen from the list of the device: on a phone that is the one the thumb knows. */
const props = defineProps<{
  label: string
  items: readonly { title: string; value: T }[]
  modelValue: T | null | undefined
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()
const id = useId()
const chosen = computed({
  get: () => props.modelValue,
  set: (value) => {
    if (value !== undefined && value !== null) emit('update:modelValue', value)
  },
})
</script>

<template>
  <div class="field choice">
    <label :for="id">{{ label }}</label>
    <span class="line">
      <select :id="id" v-model="chosen">
        <option v-for="item in items" :key="String(item.value)" :value="item.value">
          {{ item.title }}
        </option>
      </select>
      <svg viewBox="0 0 24 24" aria-hidden="true">
        <path d="M6.2 9.6 12 15.1l5.8-5.5-1-1.1-4.8 4.5-4.8-4.5z" />
      </svg>
    </span>
  </div>
</template>

<style scoped>
select {
  padding-right: 1.5rem;
  text-overflow: ellipsis;
  appearance: none;
  cursor: pointer;
}

option {
  background: var(--sheet);
  color: var(--ink);
}

svg {
  align-self: flex-end;
  width: 1.5rem;
  margin: 0 0 0.4rem -1.5rem;
  fill: var(--ink-soft);
  pointer-events: none;
}
</style>
