<script setup lang="ts">
import type { Api } from '@/api/client'

/** Why it came out so: what the log shows, the largest first, each with what to do next time. */
defineProps<{ causes: readonly Api<'Cause'>[] }>()
</script>

<template>
  <section aria-label="Why it came out so">
    <h2>Why it came out so</h2>
    <ol>
      <li v-for="c in causes" :key="c.words">
        <p>{{ c.words }}</p>
        <p class="soft">Next time: {{ c.next }}</p>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
}

li:first-child p:first-child {
  font-size: var(--size-lead);
}

p {
  max-width: 46rem;
  margin: 0;
}
</style>
