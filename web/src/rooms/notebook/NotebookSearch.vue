<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { TEXTURES } from '@/batch/textures'
import { useKitchen } from '@/live/kitchen'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import LineField from '@/look/pieces/LineField.vue'
import type { Filter } from './useNotebook'

/** What is looked for in the notebook. */
const props = defineProps<{
  index: Api<'NotebookIndex'> | undefined
  months: readonly { title: string; value: number }[]
}>()
const words = defineModel<string>('words', { required: true })
const filter = defineModel<Filter>('filter', { required: true })
const kitchen = useKitchen()

const sweets = computed(() => [
  { title: 'All sweets', value: '' },
  ...(props.index?.sweets ?? []).map((s) => ({ title: `${s.name} (${s.batches})`, value: s.key })),
])
const textures = [
  { title: 'Any verdict', value: '' },
  ...TEXTURES.map((t) => ({ title: t.name, value: t.key })),
]
const pans = computed(() => [
  { title: 'Any pan', value: 0 },
  ...kitchen.pans.map((p) => ({ title: p.pan.name, value: p.id ?? 0 })),
])
const calendar = computed(() => [{ title: 'Any month', value: 0 }, ...props.months])
const set = (part: Partial<Filter>) => (filter.value = { ...filter.value, ...part })
</script>

<template>
  <search class="search">
    <LineField
      v-model="words"
      class="find"
      label="A word of its name or its note"
      autocomplete="off"
      clearable
    />
    <ChoiceField
      label="Sweet"
      :items="sweets"
      :model-value="filter.sweet"
      @update:model-value="set({ sweet: $event })"
    />
    <ChoiceField
      label="Verdict"
      :items="textures"
      :model-value="filter.texture"
      @update:model-value="set({ texture: $event as Filter['texture'] })"
    />
    <ChoiceField
      label="Pan"
      :items="pans"
      :model-value="filter.pan"
      @update:model-value="set({ pan: $event })"
    />
    <ChoiceField
      label="Month"
      :items="calendar"
      :model-value="filter.month"
      @update:model-value="set({ month: $event })"
    />
  </search>
</template>

<style scoped>
.search {
  display: grid;
  grid-template-columns: minmax(12rem, 2fr) repeat(auto-fit, minmax(9rem, 1fr));
  gap: var(--gap-3) var(--gap-5);
  margin-bottom: var(--gap-4);
}

@container room (max-width: 40rem) {
  .search {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }

  .find {
    grid-column: 1 / -1;
  }
}
</style>
