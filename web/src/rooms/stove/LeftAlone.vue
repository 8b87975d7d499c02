<script setup lang="ts">
import { longSince } from '@/units/format'

/** A batch that nobody wrote about for a day: what became of it is asked, and it may rest. */
defineProps<{ unattended_s: number }>()
defineEmits<{ rest: []; giveUp: [] }>()
</script>

<template>
  <section class="left" aria-label="Left alone">
    <p>
      <strong>Is this still going on?</strong> Nothing was written about it for
      {{ longSince(unattended_s) }}. If a flame still burns under it, put it out first.
    </p>
    <div class="keys">
      <button type="button" class="key strong" @click="$emit('rest')">Leave it for later</button>
      <button type="button" class="key" @click="$emit('giveUp')">It is over: give it up</button>
    </div>
    <p class="small soft">Left for later, it frees its pan and ring and waits in the notebook.</p>
  </section>
</template>

<style scoped>
.left {
  display: grid;
  gap: var(--gap-3);
  padding: var(--gap-4);
  border: var(--line) solid var(--steel-strong);
  border-radius: var(--corner);
}

p {
  margin: 0;
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
}
</style>
