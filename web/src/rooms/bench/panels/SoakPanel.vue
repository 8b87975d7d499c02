<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, type Api } from '@/api/client'
import { useAnswer } from '@/live/useAnswer'
import { useKitchen } from '@/live/kitchen'
import UptakeDrawing from '@/look/drawings/UptakeDrawing.vue'
import AmountField from '@/look/pieces/AmountField.vue'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { about, percent } from '@/units/format'

/** What would soak in the syrup at the moment looked at: how soon it is enough, best, and too much. */
const props = defineProps<{ solids_frac: number | undefined }>()
const kitchen = useKitchen()

type Piece = 'khoya' | 'powder' | 'coil' | 'pancake' | 'chhena'
const PIECES: { value: Piece; title: string }[] = [
  { value: 'khoya', title: 'Khoya balls' },
  { value: 'powder', title: 'Powder balls' },
  { value: 'coil', title: 'Coils, droplets' },
  { value: 'pancake', title: 'Pancakes' },
  { value: 'chhena', title: 'Chhena' },
]
type Soaks = Pick<Api<'UptakeAsk'>, 'kind' | 'dough' | 'crumb'>
const OF: Record<Piece, { soaks: Soaks; usual_mm: number }> = {
  khoya: { soaks: { kind: 'dense', dough: 'khoya' }, usual_mm: 30 },
  powder: { soaks: { kind: 'dense', dough: 'milk_powder' }, usual_mm: 30 },
  coil: { soaks: { kind: 'porous', crumb: 'coil' }, usual_mm: 9 },
  pancake: { soaks: { kind: 'porous', crumb: 'pancake' }, usual_mm: 7 },
  chhena: { soaks: { kind: 'chhena' }, usual_mm: 25 },
}
const piece = ref<Piece>('coil')
const told_mm = ref<number>()
const syrup_c = ref(65)
const warmth = ref<'cools' | 'warm'>('cools')
const WARMTHS: { key: 'cools' | 'warm'; name: string }[] = [
  { key: 'cools', name: 'It cools' },
  { key: 'warm', name: 'Kept warm' },
]
const across_mm = computed(() => told_mm.value ?? OF[piece.value].usual_mm)
const boils = computed(() => piece.value === 'chhena')

const { found, trouble } = useAnswer(
  'soak/uptake',
  (): Api<'UptakeAsk'> | undefined => {
    if (props.solids_frac === undefined) return undefined
    return {
      ...OF[piece.value].soaks,
      diameter_mm: across_mm.value,
      syrup_solids_frac: props.solids_frac,
      syrup_c: boils.value ? 100 : syrup_c.value,
      piece_c: boils.value ? 30 : 95,
      room_c: kitchen.view?.kitchen.room.room_c,
      kept_warm: boils.value || warmth.value === 'warm',
    }
  },
  (body) => api.POST('/api/v1/soak/uptake', { body }),
)
function choose(to: string): void {
  piece.value = to as Piece
  told_mm.value = undefined
}
</script>

<template>
  <div class="panel">
    <div class="entry">
      <ChoiceField
        label="What soaks"
        :items="PIECES"
        :model-value="piece"
        @update:model-value="choose"
      />
      <AmountField
        label="Across a piece"
        kind="mm"
        :model-value="across_mm"
        @update:model-value="told_mm = $event"
      />
      <AmountField v-if="!boils" v-model="syrup_c" label="Syrup at" kind="temperature" />
      <KeyRow
        v-if="OF[piece].soaks.kind === 'dense'"
        v-model="warmth"
        label="The syrup"
        :choices="WARMTHS"
      />
    </div>
    <TroubleNote v-if="trouble" :words="trouble" />
    <div v-if="found && solids_frac !== undefined" class="answer" role="status">
      <p>
        In the syrup you look at, {{ percent(solids_frac) }} %<template v-if="found.best"
          >: best after {{ about(60 * found.best.low) }} to
          {{ about(60 * found.best.high) }}</template
        ><template v-else>, they are never soaked through</template>.
      </p>
      <UptakeDrawing
        class="cut"
        :uptake="found"
        :thick_mm="across_mm"
        :round="OF[piece].soaks.kind !== 'porous'"
      />
      <p v-for="words in found.said" :key="words" class="caution">{{ words }}</p>
    </div>
  </div>
</template>

<style scoped>
.answer p,
.cut {
  width: 100%;
  max-width: 38rem;
}
</style>
