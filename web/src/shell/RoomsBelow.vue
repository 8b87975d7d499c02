<script setup lang="ts">
import { ROOMS } from './rooms'

/** The rooms on a phone: at the thumb. */
</script>

<template>
  <v-bottom-navigation tag="nav" class="below-all" aria-label="Rooms">
    <v-btn
      v-for="r in ROOMS"
      :key="r.room"
      :to="r.to"
      class="to"
      :class="{ here: $route.meta.room === r.room }"
      :aria-current="$route.meta.room === r.room ? 'page' : undefined"
      >{{ r.name }}</v-btn
    >
  </v-bottom-navigation>
</template>

<style scoped>
.below-all {
  display: block;
  overflow-x: auto;
  background: var(--well);
  border-top: var(--line) solid var(--steel-strong);
}

.to {
  display: flex;
  flex: 1 1 auto;
  align-items: center;
  justify-content: center;
  min-height: var(--touch);
  padding: 0 2px;
  border-top: 4px solid transparent;
  font-size: var(--size-small);
  white-space: nowrap;
}

.here {
  border-top-color: var(--ink);
  font-weight: 650;
}

@media print {
  .below-all {
    display: none;
  }
}
</style>
