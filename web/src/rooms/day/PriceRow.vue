<script setup lang="ts">
import { ref } from 'vue'
import type { Api } from '@/api/client'
import AmountField from '@/look/pieces/AmountField.vue'

/** What is in the cupboard of one thing, and what a pack of it holds and costs. */
const props = defineProps<{ name: string; item: Partial<Api<'PantryItem'>> }>()
const emit = defineEmits<{ told: [item: Partial<Api<'PantryItem'>>] }>()

const have_g = ref(props.item.have_g ?? 0)
const pack_g = ref<number | null>(props.item.pack_g ?? null)
const price = ref<number | null>(props.item.price ?? null)
</script>

<template>
  <form class="row" :aria-label="name" @submit.prevent="emit('told', { have_g, pack_g, price })">
    <AmountField v-model="have_g" label="In the cupboard" kind="mass" accepts="any" />
    <AmountField v-model="pack_g" label="A pack holds" kind="mass" @emptied="pack_g = null" />
    <AmountField
      v-model="price"
      :label="pack_g ? 'A pack costs' : 'A kilogram costs'"
      accepts="any"
      @emptied="price = null"
    />
    <v-btn type="submit" class="key">Note it</v-btn>
  </form>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(8rem, 1fr));
  gap: var(--gap-3);
  align-items: end;
  padding-bottom: var(--gap-3);
}
</style>
