<script setup lang="ts">
import { computed } from 'vue'
import { useKitchen } from '@/live/kitchen'
import AmountField from '@/look/pieces/AmountField.vue'
import KitchenSelect from '@/rooms/pieces/KitchenSelect.vue'
import type { SizeKind, SweetView } from './useSweet'
import ChoiceField from '@/look/pieces/ChoiceField.vue'

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
  if (v.plan.value?.base_ml != null || v.kind.value === 'volume')
    all.push({
      value: 'volume',
      title: `volume of ${v.extra.value?.base.name.toLowerCase() ?? ''}`,
    })
  if (v.method.value?.shape.kind === 'slab') all.push({ value: 'tray', title: 'a tray full' })
  if (v.method.value?.equal_measures) all.push({ value: 'cups', title: 'cups' })
  all.push({ value: 'pan', title: 'a pan full' })
  all.push({ value: 'stock', title: 'what there is' })
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
      return v.plan.value ? Math.round(v.plan.value.base.mass_g) : undefined
    case 'volume':
      return v.plan.value?.base_ml == null ? undefined : Math.round(v.plan.value.base_ml)
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
  volume: 'How much of it',
  stock: '',
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
    volume: Math.round(v.plan.value?.base_ml ?? 500),
    cups: 1,
  }
  const base = v.plan.value?.base
  const have =
    kind === 'stock' && base ? `${base.ingredient}:${Math.round(base.mass_g)}` : undefined
  v.set({ by: kind, n: n[kind], have })
}
/** What the cupboard is asked for: what goes into the mass, not what greases pot and tray. */
const stock = computed(() => {
  const lines = (f.value?.lines ?? []).filter((l) => l.ingredient !== 'water')
  return {
    told: Object.keys(v.have.value).flatMap((key) => lines.find((l) => l.ingredient === key) ?? []),
    free: lines
      .filter((l) => !(l.ingredient in v.have.value))
      .map((l) => ({ title: l.name, value: l.ingredient, mass_g: l.weigh_g })),
  }
})
/** The list stands open: what is chosen goes up among what is told. */
const nothingYet: string | null = null
function alsoShortOf(ingredient: string | null): void {
  const line = stock.value.free.find((l) => l.value === ingredient)
  if (line) v.setHave(line.value, line.mass_g)
}
const trays = computed(() =>
  (kitchen.view?.kitchen.trays ?? []).map((t) => ({ title: t.tray.name, value: t.id ?? 0 })),
)
const FIELDS: Partial<Record<SizeKind, 'mass' | 'volume' | 'mm'>> = {
  mass: 'mass',
  ingredient: 'mass',
  volume: 'volume',
  tray: 'mm',
}
</script>

<template>
  <form class="size" aria-label="How much" @submit.prevent>
    <ChoiceField
      label="By"
      :items="kinds"
      :model-value="v.kind.value"
      @update:model-value="choose($event as SizeKind)"
    />
    <ChoiceField
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
    <template v-else-if="v.kind.value === 'stock'">
      <span v-for="l in stock.told" :key="l.ingredient" class="there">
        <AmountField
          :label="`${l.name} there is`"
          kind="mass"
          :model-value="v.have.value[l.ingredient]"
          @update:model-value="v.setHave(l.ingredient, $event)"
        />
        <v-btn
          v-if="stock.told.length > 1"
          class="key"
          :aria-label="`${l.name} is not short`"
          @click="v.setHave(l.ingredient, undefined)"
        >
          ×
        </v-btn>
      </span>
      <ChoiceField
        v-if="stock.free.length"
        label="Also short of"
        :items="stock.free"
        :model-value="nothingYet"
        @update:model-value="alsoShortOf"
      />
      <p v-if="f?.runs_out_first" class="soft" aria-live="polite">
        First to run out: {{ f.runs_out_first.toLowerCase() }}.
      </p>
    </template>
    <AmountField
      v-else
      :label="LABELS[v.kind.value]"
      :kind="FIELDS[v.kind.value] ?? 'plain'"
      :unit="v.kind.value === 'times' ? '×' : ''"
      :model-value="shown"
      @update:model-value="v.set({ n: $event })"
    />
  </form>
</template>

<style scoped>
.size {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(11.5rem, 100%), 1fr));
  gap: var(--gap-3) var(--gap-4);
}
.there {
  display: flex;
  grid-column: 1 / -1;
  gap: var(--gap-1);
  align-items: end;
}

p {
  grid-column: 1 / -1;
  margin: 0;
}
</style>
