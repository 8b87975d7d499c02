<script setup lang="ts">
import { ref } from 'vue'

/** A key whose words open a sheet at the thumb: what is chosen seldom, and read in between as the words it makes. */
defineProps<{ words: string; title: string; plate?: boolean }>()
const open = ref(false)
</script>

<template>
  <v-btn :class="plate ? 'key' : 'said'" aria-haspopup="dialog" @click="open = true">
    {{ words }}
  </v-btn>
  <v-bottom-sheet v-model="open" :aria-label="title" scrollable>
    <section class="opened">
      <h2>{{ title }}</h2>
      <slot />
      <v-btn class="key strong" @click="open = false">That is it</v-btn>
    </section>
  </v-bottom-sheet>
</template>

<style scoped>
/* Words of a sentence that can be chosen otherwise. */
.said {
  min-height: 2.75rem;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  font-weight: 650;
  text-align: left;
  text-decoration: underline dotted 2px;
  text-underline-offset: 0.25em;
  cursor: pointer;
}

.opened {
  display: grid;
  gap: var(--gap-4);
  padding: var(--gap-4) clamp(var(--gap-4), 3vw, var(--gap-6)) var(--gap-5);
  overflow: auto;
  border-top: var(--line) solid var(--steel-strong);
  background: var(--sheet);
  color: var(--ink);
}

h2 {
  margin: 0;
}
</style>
