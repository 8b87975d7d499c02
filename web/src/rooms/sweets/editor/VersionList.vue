<script setup lang="ts">
import type { Api } from '@/api/client'
import { dayAndHour } from '@/units/format'

/** What the sweet was before, each to be put back; and off the shelf with it. */
defineProps<{ versions: readonly Api<'VersionLine'>[]; holds: number }>()
defineEmits<{ restore: [version: number]; remove: [] }>()
</script>

<template>
  <section aria-labelledby="versions">
    <h2 id="versions">Versions</h2>
    <ul>
      <li v-for="v in versions" :key="v.version">
        <span class="figures">{{ v.version }}</span> {{ v.reason }}
        <span class="soft small">{{ dayAndHour(v.at_ms) }}</span>
        <v-btn v-if="v.version !== holds" class="key" @click="$emit('restore', v.version)">
          Put it back
        </v-btn>
        <span v-else class="soft">holds</span>
      </li>
    </ul>
    <v-btn class="key" @click="$emit('remove')">Take it off the shelf</v-btn>
    <p class="small soft">Nothing is lost by that: its versions stay, and it can be put back.</p>
  </section>
</template>

<style scoped>
p {
  margin: 0;
}

ul {
  margin: var(--gap-2) 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 2rem 1fr auto 9rem;
  gap: var(--gap-3);
  align-items: center;
  padding: var(--gap-1) 0;
  border-top: var(--line) solid var(--steel);
}
</style>
