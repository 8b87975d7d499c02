<script setup lang="ts">
/** Somebody else changed the same part of the kitchen: whose stands? */
defineProps<{ words: string; busy: boolean }>()
defineEmits<{ mine: []; theirs: [] }>()
</script>

<template>
  <div class="question" role="alertdialog" aria-label="Changed by two">
    <p>{{ words }}</p>
    <v-btn class="key strong" :disabled="busy" @click="$emit('mine')"> Keep mine </v-btn>
    <v-btn class="key" :disabled="busy" @click="$emit('theirs')">
      Leave mine, take what stands there
    </v-btn>
  </div>
</template>

<style scoped>
.question {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
  align-items: center;
  padding: var(--gap-4);
  border: 2px solid var(--ink);
  border-radius: var(--corner);
}

p {
  flex: 1 1 20rem;
  margin: 0;
  font-weight: 600;
}
</style>
