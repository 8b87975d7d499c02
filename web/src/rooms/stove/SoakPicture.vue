<script setup lang="ts">
import { api, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import UptakeDrawing from '@/look/drawings/UptakeDrawing.vue'

/** A piece cut through as the syrup comes in: as it goes in, enough, best, out. */
const props = defineProps<{ ask: Api<'UptakeAsk'>; round: boolean }>()
const { found } = useAsked({
  name: 'soak/uptake',
  question: () => props.ask,
  ask: (body, signal) => api.POST('/api/v1/soak/uptake', { body, signal }),
})
</script>

<template>
  <UptakeDrawing v-if="found" :uptake="found" :thick_mm="ask.diameter_mm" :round="round" />
</template>
