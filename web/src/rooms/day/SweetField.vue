<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import { takeAll } from '@/look/takeAll'

/** A sweet chosen by any of its names: whatever is typed is looked for, the best answer first. */
const key = defineModel<string>({ required: true })
const TYPING_MS = 150
const words = ref('')
const settled = refDebounced(words, TYPING_MS)

const all = useAsked({
  name: 'sweets',
  question: () => ({}),
  ask: (_, signal) => api.GET('/api/v1/sweets', { signal }),
})
const fitting = useAsked({
  name: 'sweets',
  question: () => (settled.value.trim() ? { q: settled.value } : undefined),
  ask: (query, signal) => api.GET('/api/v1/sweets', { params: { query }, signal }),
  holds: 'waiting',
})
/** Those that answer, and last the one that is chosen. What is only made for other sweets nobody orders. */
const items = computed(() => {
  const cards = all.found.value?.cards ?? []
  const fits = (fitting.found.value?.cards ?? cards).filter((c) => !c.makes)
  const own = cards.filter((c) => c.key === key.value && !fits.some((f) => f.key === c.key))
  return [...fits, ...own].map((c) => ({ title: c.name, value: c.key }))
})
const chosen = computed(() => items.value.find((i) => i.value === key.value)?.title)
</script>

<template>
  <v-autocomplete
    label="Sweet, by any of its names"
    no-filter
    auto-select-first
    :items="items"
    :model-value="key || null"
    @click="takeAll($event, chosen)"
    @update:model-value="key = $event ?? ''"
    @update:search="words = $event"
  />
</template>
