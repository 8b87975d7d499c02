<script setup lang="ts">
import type { Api } from '@/api/client'
import PullMark from '@/look/marks/PullMark.vue'
import { PULLS } from './pulls'

/** One panel of drawn keys: what the cooled drop did between finger and thumb. */
defineEmits<{ pulled: [pull: Api<'Pull'>] }>()
</script>

<template>
  <div class="pulls" role="group" aria-label="What did the cooled drop do?">
    <v-btn v-for="p in PULLS" :key="p.key" class="key" @click="$emit('pulled', p.key)">
      <PullMark :pull="p.key" />
      <span>{{ p.name }}</span>
    </v-btn>
  </div>
</template>

<style scoped>
.pulls {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(7rem, 30%), 1fr));
  gap: var(--gap-2);
}

.key {
  flex-direction: column;
  gap: 0;
  min-height: 5.25rem;
  padding: var(--gap-1) var(--gap-1) var(--gap-2);
  line-height: 1.15;
}
</style>
