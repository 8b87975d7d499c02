<script setup lang="ts">
import type { Api } from '@/api/client'
import { about, ends } from '@/units/format'

/** The whistles of the pressure cooker: one tap each, counted large. */
defineProps<{ whistles: number; every_min?: Api<'Spread'> | null }>()
defineEmits<{ whistle: [] }>()
</script>

<template>
  <v-btn class="whistle" data-again @click="$emit('whistle')">
    <strong class="figures" aria-hidden="true">{{ whistles }}</strong>
    <span
      >{{ whistles === 1 ? 'whistle' : 'whistles' }} so far<br />Tap at each<template
        v-if="every_min"
        >: here one in {{ ends(about(60 * every_min.low), about(60 * every_min.high)) }}</template
      ></span
    >
  </v-btn>
</template>

<style scoped>
.whistle {
  display: flex;
  align-items: center;
  gap: var(--gap-4);
  width: 100%;
  min-height: 6rem;
  padding: var(--gap-3) var(--gap-4);
  border: 2px solid var(--ink);
  border-radius: var(--corner);
  background: none;
  color: inherit;
  font: inherit;
  font-size: var(--size-lead);
  line-height: 1.2;
  text-align: left;
  cursor: pointer;
}

strong {
  font-family: var(--display-face);
  font-size: var(--size-shout);
  line-height: 1;
}
</style>
