<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/client'
import { useAsked } from '@/live/useAsked'

/** What those who get it must not eat, of all that anything in the larder carries. */
const avoids = defineModel<string[]>({ required: true })
const larder = useAsked({
  name: 'allergens',
  question: () => 'all',
  ask: (_, signal) => api.GET('/api/v1/allergens', { signal }),
})
const known = computed(() => larder.found.value ?? avoids.value)
</script>

<template>
  <fieldset class="avoids">
    <legend class="label">They must not eat</legend>
    <v-checkbox v-for="a in known" :key="a" v-model="avoids" :value="a" :label="a" hide-details />
  </fieldset>
</template>

<style scoped>
.avoids {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(8rem, 1fr));
  gap: 0 var(--gap-3);
  margin: 0;
  padding: 0;
  border: 0;
}
</style>
