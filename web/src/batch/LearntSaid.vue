<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import type { Api } from '@/api/client'

/** What earlier batches taught that the figures here are reckoned with. */
defineProps<{ learnt: readonly Api<'LearntUse'>[] }>()
</script>

<template>
  <FoldPart v-if="learnt.length" class="learnt"
    ><template #title
      >Reckoned with what your batches taught: {{ learnt.length }}
      {{ learnt.length === 1 ? 'thing' : 'things' }}</template
    >
    <ul>
      <li v-for="u in learnt" :key="u.words">
        {{ u.words }}
        <span class="soft"
          >Learnt from {{ u.batches }} {{ u.batches === 1 ? 'batch' : 'batches' }}.</span
        >
      </li>
    </ul>
    <p><router-link to="/notebook/learnt">What this kitchen has learnt</router-link></p>
  </FoldPart>
</template>

<style scoped>
.learnt {
  padding-left: var(--gap-3);
  border-left: 4px solid var(--steel-strong);
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  padding: var(--gap-1) 0;
}

p {
  margin: var(--gap-2) 0 0;
}
</style>
