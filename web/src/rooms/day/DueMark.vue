<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { lasts } from './clockWords'

/** Where an order is fetched on the clock line: whether it is ready by then, and if not, the one thing that helps as a key. */
const props = defineProps<{ order: Api<'OrderTold'>; ways: Api<'WaysTold'> | undefined }>()
defineEmits<{ ask: []; take: [days: Api<'KitchenDays'>] }>()

const cure = computed(() => props.ways?.ways.find((w) => w.enough) ?? props.ways?.ways[0])
</script>

<template>
  <div class="due" :class="{ late: order.late_min > 0 }">
    <p>
      <strong>{{ order.who }}</strong> fetches<template v-if="order.late_min > 0">
        — ready {{ lasts(order.late_min) }} too late</template
      >
    </p>
    <template v-if="order.late_min > 0">
      <v-btn v-if="cure" class="key strong" @click="$emit('take', cure.days)">{{
        cure.words
      }}</v-btn>
      <v-btn v-else-if="!ways" class="key strong" @click="$emit('ask')">Make it possible</v-btn>
      <p v-else>Nothing small helps: leave something out, or take more days.</p>
    </template>
  </div>
</template>

<style scoped>
.due {
  display: grid;
  grid-column: 1;
  gap: var(--gap-1);
  align-content: center;
  padding: var(--gap-1) var(--gap-1) var(--gap-1) 0;
  border-top: var(--line) solid var(--ink);
}

.due p {
  margin: 0;
}

.late {
  padding-left: var(--gap-2);
  border: 3px double var(--ink);
}
</style>
