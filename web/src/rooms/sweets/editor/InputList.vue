<script setup lang="ts">
import type { Api } from '@/api/client'
import AmountField from '@/look/pieces/AmountField.vue'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import { PURPOSES } from '@/rooms/sweets/words'
import { listed } from './works'

/** What goes in at a step, each with its amount and what it is for. */
const inputs = defineModel<Api<'Entry'>[]>({ required: true })
defineProps<{ ingredients: readonly { title: string; value: string }[] }>()
const purposes = listed({ ...PURPOSES, mass: 'into the mass' })
</script>

<template>
  <ul aria-label="What goes in">
    <li v-for="(entry, i) in inputs" :key="i">
      <ChoiceField
        v-model="entry.ingredient"
        label="Goes in"
        :items="ingredients"
        @update:model-value="entry.state = undefined"
      />
      <AmountField v-model="entry.amount_g" label="Amount" kind="mass" />
      <ChoiceField
        label="For"
        :items="purposes"
        :model-value="entry.purpose ?? 'mass'"
        @update:model-value="entry.purpose = $event"
      />
      <v-btn class="key" @click="inputs.splice(i, 1)">Not this</v-btn>
    </li>
  </ul>
</template>

<style scoped>
ul {
  display: grid;
  gap: var(--gap-2);
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(5rem, 1fr) minmax(7rem, 1fr) auto;
  gap: var(--gap-3) var(--gap-4);
  align-items: end;
}

@container room (max-width: 38rem) {
  li {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
