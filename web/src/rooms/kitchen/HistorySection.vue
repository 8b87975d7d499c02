<script setup lang="ts">
import FoldSection from '@/look/pieces/FoldSection.vue'
import type { Api } from '@/api/client'
import { dayAndHour } from '@/units/format'

/** What was changed in the kitchen, newest first; the newest can be taken back. */
defineProps<{ history: readonly Api<'KitchenChange'>[]; busy: boolean }>()
defineEmits<{ undo: [] }>()
</script>

<template>
  <FoldSection title="What was changed" :note="history[0]?.reason ?? 'nothing yet'">
    <v-btn class="key small" :disabled="!history.length || busy" @click="$emit('undo')">
      Take the last change back
    </v-btn>
    <ol class="history">
      <li v-for="h in history.slice(0, 12)" :key="h.id">
        {{ h.reason }} <span class="soft small">{{ dayAndHour(h.at_ms) }}</span>
      </li>
    </ol>
    <p v-if="!history.length" class="soft">Nothing yet.</p>
  </FoldSection>
</template>

<style scoped>
.history {
  margin: var(--gap-3) 0 0;
  padding: 0;
  list-style: none;
}

.history li {
  padding: var(--gap-1) 0;
  border-top: var(--line) solid var(--steel);
}

.key.small {
  min-height: 2.75rem;
  padding: var(--gap-1) var(--gap-3);
  border-color: var(--steel);
  font-size: var(--size-small);
}
</style>
