<script setup lang="ts">
import { ref, watch } from 'vue'
import { doesOf, presses, useGoing } from '@/live/going'

/** For who hears the screen: what a pan wants is said once when it changes, at once where it cannot wait. */
const going = useGoing()
const urgent = ref('')
const calm = ref('')
const known = new Map<number, string>()

watch(
  () => going.calling,
  (lines) => {
    for (const line of lines) {
      const words = `${doesOf(line)}. ${line.title}.`
      if (known.get(line.id) === words) continue
      known.set(line.id, words)
      if (presses(line)) urgent.value = words
      else calm.value = words
    }
    if (!lines.some(presses)) urgent.value = ''
  },
  { immediate: true },
)
</script>

<template>
  <p v-if="urgent" :key="urgent" class="only-heard" role="alert">{{ urgent }}</p>
  <p class="only-heard" aria-live="polite">{{ calm }}</p>
</template>
