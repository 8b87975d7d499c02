<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answer, api, wordsOf } from '@/api/client'
import { newest } from '@/live/newest'
import { useKitchen } from '@/live/kitchen'
import AmountField from '@/look/pieces/AmountField.vue'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { grams, gramUnit } from '@/units/format'

/** An amount asked for in her own cups and spoons, where there is no scale; what they hold is the core's. */
const props = defineProps<{
  label: string
  ingredient: string
  mass_g: number
  /** Whether she told that amount: else it is only where she begins, in whole and half cups. */
  told: boolean
}>()
const emit = defineEmits<{ 'update:mass_g': [mass_g: number]; unclear: [unclear: boolean] }>()
const kitchen = useKitchen()

const measures = computed(() => kitchen.view?.kitchen.measures ?? [])
const items = computed(() =>
  measures.value.map((m, i) => ({ title: m.measure.name.toLowerCase(), value: i })),
)
/** A cup to begin with. */
const at = ref<number>()
const chosen = computed(() => {
  const first = measures.value.findIndex((_, i) => kitchen.view?.is_cup[i])
  return at.value ?? Math.max(0, first)
})
const unit = computed(() => {
  const m = measures.value[chosen.value]?.measure
  return m && { kind: 'volume' as const, volume_ml: m.volume_ml, volume_sd_ml: m.volume_sd_ml }
})
const count = ref<number>()
const trouble = ref('')
/** What was told to the outside: it needs no looking up. */
let told_g: number | undefined

const among = newest()
async function convert(n: number, from: 'mass' | 'cups'): Promise<void> {
  const cups = unit.value
  if (!cups) return
  const gram = { kind: 'gram' as const }
  const [a, b] = from === 'mass' ? [gram, cups] : [cups, gram]
  try {
    const body = { ingredient: props.ingredient, count: n, from: a, to: b }
    const asked = answer(api.POST('/api/v1/measures/convert', { body }))
    const found = (await among(asked))?.it
    if (!found) return
    trouble.value = ''
    if (from === 'mass' && !props.told) filled(Math.max(0.5, Math.round(2 * found.count) / 2))
    else if (from === 'mass') count.value = Math.round(100 * found.count) / 100
    else emit('update:mass_g', (told_g = Math.round(found.count)))
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
  }
}
function filled(n: number): void {
  count.value = n
  void convert(n, 'cups')
}
watch(
  [() => props.mass_g, () => props.ingredient, unit],
  ([mass_g], [, was, before]) => {
    const same = was === props.ingredient && before?.volume_ml === unit.value?.volume_ml
    if (mass_g !== told_g || !same) void convert(mass_g, 'mass')
  },
  { immediate: true },
)
</script>

<template>
  <div class="cups" role="group" :aria-label="label">
    <AmountField
      class="count"
      :label="label"
      :model-value="count"
      @update:model-value="filled"
      @unclear="emit('unclear', $event)"
    />
    <ChoiceField
      label="of"
      :items="items"
      :model-value="chosen"
      @update:model-value="at = $event"
    />
    <p class="small soft">about {{ grams(mass_g) }} {{ gramUnit() }}</p>
    <TroubleNote v-if="trouble" :words="trouble" />
  </div>
</template>

<style scoped>
.cups {
  display: grid;
  grid-template-columns: minmax(3.5rem, 2fr) minmax(0, 3fr);
  gap: 0 var(--gap-2);
}

p {
  grid-column: 1 / -1;
  margin: 0;
}
</style>
