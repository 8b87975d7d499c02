<script setup lang="ts">
import type { Api } from '@/api/client'

/** What would make the days possible, each with the key that does it. */
defineProps<{ ways: Api<'WaysTold'> | undefined }>()
defineEmits<{ ask: []; take: [days: Api<'KitchenDays'>] }>()
</script>

<template>
  <section class="ways" aria-label="Make it possible">
    <v-btn v-if="!ways" class="key strong" @click="$emit('ask')"> Make it possible </v-btn>
    <template v-else>
      <h2>What would make it possible</h2>
      <p v-for="h in ways.hopeless" :key="h" class="caution">{{ h }}</p>
      <p v-if="!ways.ways.length">Nothing small helps: leave an order out, or take more days.</p>
      <ul>
        <li v-for="w in ways.ways" :key="w.words">
          <v-btn class="key" @click="$emit('take', w.days)">{{ w.words }}</v-btn>
          <span v-if="!w.enough" class="small soft"
            >not enough by itself: {{ w.terms.late_min }} min late then</span
          >
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
ul {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  margin: 0;
  padding: 0;
  list-style: none;
}

h2,
p {
  margin: 0 0 var(--gap-2);
}
</style>
