<script setup lang="ts">
import type { Api } from '@/api/client'
import AmountField from '@/look/pieces/AmountField.vue'
import { newShape } from '@/rooms/sweets/editor/blank'
import { LEVELS } from '@/rooms/sweets/words'
import { shapes } from '@/rooms/sweets/editor/works'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import LineField from '@/look/pieces/LineField.vue'

/** What a method ends up as, how long it keeps, how hard it is. */
const method = defineModel<Api<'Method'>>({ required: true })

const levels = LEVELS.map((title, value) => ({ title, value })).slice(1)
</script>

<template>
  <div class="facts">
    <ChoiceField
      label="Ends up as"
      :items="shapes"
      :model-value="method.shape.kind"
      @update:model-value="method.shape = newShape($event)"
    />
    <template v-if="method.shape.kind === 'slab'">
      <AmountField v-model="method.shape.thickness_mm" label="Thickness" kind="mm" />
      <AmountField v-model="method.shape.piece_cm2" label="One piece" kind="cm2" />
    </template>
    <AmountField
      v-if="'piece_g' in method.shape"
      v-model="method.shape.piece_g"
      :label="method.shape.kind === 'spooned' ? 'One helping' : 'One piece'"
      kind="mass"
    />
    <AmountField
      v-if="'air_frac' in method.shape"
      v-model="method.shape.air_frac"
      label="Air in it"
      kind="share"
      accepts="any"
    />
    <ChoiceField v-model="method.level" label="How hard" :items="levels" />
    <AmountField
      v-model="method.keeping.room_days"
      label="Keeps in the room"
      unit="days"
      accepts="any"
    />
    <AmountField
      v-model="method.keeping.cold_days"
      label="Keeps in the cold"
      unit="days"
      accepts="any"
    />
    <LineField v-model="method.keeping.note" label="Why it keeps so long" class="wide" />
    <v-checkbox
      v-model="method.instrument_free"
      label="Can be judged without thermometer and scale"
      hide-details
      class="wide"
    />
  </div>
</template>

<style scoped>
.facts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(12rem, 100%), 1fr));
  gap: var(--gap-3) var(--gap-5);
}

.wide {
  grid-column: 1 / -1;
}
</style>
