<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import { ref } from 'vue'

/** Work that goes on for longer than a moment: that it does, and how to give it up. Laid in while it goes on. */
defineProps<{ words: string }>()
const emit = defineEmits<{ stop: [] }>()
const MOMENT_MS = 600
const long = ref(false)
useTimeoutFn(() => (long.value = true), MOMENT_MS)
</script>

<template>
  <div v-if="long" class="busy" role="status">
    <p>{{ words }}</p>
    <v-btn class="key" @click="emit('stop')">Give it up</v-btn>
    <v-progress-linear indeterminate :aria-label="words" />
  </div>
</template>

<style scoped>
.busy {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  gap: var(--gap-2) var(--gap-4);
}

p {
  margin: 0;
}

.v-progress-linear {
  grid-column: 1 / -1;
}
</style>
