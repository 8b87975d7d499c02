<script setup lang="ts">
import { computed } from 'vue'
import { useKitchen } from '@/live/kitchen'
import AmountField from '@/look/pieces/AmountField.vue'
import KitchenSelect from '@/look/pieces/KitchenSelect.vue'
import type { SizeKind, SweetView } from './useSweet'

/** How much: by pieces, by mass, by what she starts from, by tray, pan, cup or stock. */
const props = defineProps<{ view: SweetView }>()
const kitchen = useKitchen()

const v = props.view
const counted = computed(() => v.method.value?.shape.kind !== 'loose')
const helpings = computed(() => v.method.value?.shape.kind === 'spooned')
const kinds = computed(() => {
  const all: { value: SizeKind; title: string }[] = [{ value: 'times', title: 'as written, times' }]
  if (counted.value) all.push({ value: 'pieces', title: helpings.value ? 'helpings' : 'pieces' })
  all.push({ value: 'mass', title: 'finished mass' })
  all.push({
    value: 'ingredient',
    title: `amount of ${v.extra.value?.base.name.toLowerCase() ?? ''}`,
  })
  if (v.method.value?.shape.kind === 'slab') all.push({ value: 'tray', title: 'a tray full' })
  if (v.method.value?.equal_measures) all.push({ value: 'cups', title: 'cups' })
  all.push({ value: 'pan', title: 'a pan full' })
  all.push({
    value: 'stock',
    title: `${v.extra.value?.base.name.toLowerCase() ?? ''} in the cupboard`,
  })
  return all
})
const f = computed(() => v.plan.value?.formula)
/** What the number would be at the size that is shown: changing the kind changes nothing else. */
const shown = computed(() => {
  if (v.amount.value) return v.amount.value
  switch (v.kind.value) {
    case 'pieces':
      return f.value?.pieces.count ?? undefined
    case 'mass':
      return f.value ? Math.round(f.value.finished_g) : undefined
    case 'ingredient':
    case 'stock':
      return v.plan.value ? Math.round(v.plan.value.base.mass_g) : undefined
    case 'tray':
      return f.value?.pieces.thickness_mm ?? undefined
    default:
      return 1
  }
})
const LABELS: Record<SizeKind, string> = {
  times: 'Times',
  pieces: 'How many',
  mass: 'How much',
  ingredient: 'How much of it',
  stock: 'How much there is',
  tray: 'Thickness',
  pan: '',
  cups: 'Cups for one part',
}
function choose(kind: SizeKind): void {
  const now = f.value
  const n: Partial<Record<SizeKind, number>> = {
    times: Math.round((now?.factor ?? 1) * 100) / 100,
    pieces: now?.pieces.count ?? 24,
    mass: Math.round(now?.finished_g ?? 500),
    ingredient: Math.round(v.plan.value?.base.mass_g ?? 200),
    stock: Math.round(v.plan.value?.base.mass_g ?? 200),
    cups: 1,
  }
  v.set({ by: kind, n: n[kind] })
}
const trays = computed(() =>
  (kitchen.view?.kitchen.trays ?? []).map((t) => ({ title: t.tray.name, value: t.id ?? 0 })),
)
const isMass = computed(() => ['mass', 'ingredient', 'stock'].includes(v.kind.value))
</script>

<template>
  <form class="size" aria-label="How much" @submit.prevent>
    <v-select
      label="By"
      :items="kinds"
      :model-value="v.kind.value"
      @update:model-value="choose($event as SizeKind)"
    />
    <v-select
      v-if="v.kind.value === 'tray'"
      label="Tray"
      :items="trays"
      :model-value="v.trayId.value"
      @update:model-value="v.set({ tray: $event })"
    />
    <KitchenSelect
      v-if="v.kind.value === 'pan'"
      of="pan"
      :model-value="v.panId.value"
      @update:model-value="v.set({ pan: $event })"
    />
    <AmountField
      v-else
      :label="LABELS[v.kind.value]"
      :kind="isMass ? 'mass' : 'plain'"
      :unit="v.kind.value === 'tray' ? 'mm' : v.kind.value === 'times' ? '×' : ''"
      :model-value="shown"
      @update:model-value="v.set({ n: $event })"
    />
  </form>
</template>

<style scoped>
.size {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(8.5rem, 1fr));
  gap: var(--gap-3) var(--gap-4);
}
</style>
