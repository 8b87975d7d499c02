<script setup lang="ts">
import { computed } from 'vue'
import { sayEvent } from '@/batch/sayEvent'
import type { CookSheet } from './useCookSheet'

/** What was written down last, for half a minute, with its undo beside the thumb. */
const props = defineProps<{ sheet: CookSheet }>()
const FOR_MS = 30_000

const words = computed(() => {
  const { state, setup, batch, kitchen, notSent } = props.sheet
  const seq = state.value?.can_undo
  const of = setup.value
  if (seq == null || !of || notSent.value.length) return ''
  const entry = batch.value?.log.find((l) => l.seq === seq)
  const fresh = entry && (state.value?.now_ms ?? 0) - entry.at_ms < FOR_MS
  return fresh ? sayEvent(entry, of, kitchen.stageName) : ''
})
</script>

<template>
  <p v-if="words" class="written">
    <span>{{ words }}</span>
    <button type="button" class="key" @click="sheet.undo">Take it back</button>
  </p>
</template>

<style scoped>
.written {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: var(--gap-3);
  margin: 0;
  line-height: 1.2;
}

.key {
  flex: none;
}
</style>
