<script setup lang="ts">
/** What to have in hand at this step, as she takes it. */
defineProps<{ things: readonly { name: string; first: string; beside?: string }[] }>()
</script>

<template>
  <p v-if="things.length" class="in-hand">
    <span class="label">Have in hand</span>
    <span v-for="i in things" :key="i.name" class="figures"
      ><strong>{{ i.first }}</strong> {{ i.name }}
      <span v-if="i.beside" class="soft">({{ i.beside }})</span></span
    >
  </p>
</template>

<style scoped>
.in-hand {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: var(--gap-2) var(--gap-5);
  margin: 0;
  font-size: var(--size-lead);
}
</style>
