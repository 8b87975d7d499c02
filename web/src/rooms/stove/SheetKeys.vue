<script setup lang="ts">
import KeyRow from '@/look/pieces/KeyRow.vue'
import { hasScale } from '@/units/measures'
import QuietKeys from './QuietKeys.vue'
import RescueHere from './RescueHere.vue'
import WaterIn from './WaterIn.vue'
import type { CookSheet } from './useCookSheet'

/** Below the large button: the flame, what happened besides, and what is seldom pressed. */
const props = defineProps<{ sheet: CookSheet; awake: boolean }>()
const emit = defineEmits<{ across: [] }>()
const { state, setup, syrup, act } = props.sheet
const flames = [
  { key: 'off', name: 'Off' },
  { key: 'low', name: 'Low' },
  { key: 'medium', name: 'Medium' },
  { key: 'high', name: 'High' },
] as const
</script>

<template>
  <section class="under">
    <div v-if="act?.of_syrup && state" class="flame">
      <span class="label" aria-hidden="true">Flame</span>
      <KeyRow
        label="Flame"
        :choices="flames"
        :model-value="state.flame"
        @update:model-value="sheet.setFlame"
      />
    </div>
    <div class="beside">
      <v-btn class="key" @click="emit('across')">Read and press it from afar</v-btn>
      <WaterIn
        v-if="syrup"
        :has_scale="hasScale(setup)"
        @poured="(water_g) => sheet.log({ event: 'water_added', water_g })"
      />
      <RescueHere :id="sheet.id()" :now_ms="state?.now_ms ?? 0" :has_scale="hasScale(setup)" />
    </div>
    <QuietKeys
      :can-undo="state?.can_undo != null || sheet.notSent.value.length > 0"
      :ended="false"
      :awake="awake"
      @undo="sheet.undo"
      @give-up="sheet.giveUp"
    />
  </section>
</template>

<style scoped>
.under {
  display: grid;
  gap: var(--gap-4);
}

.flame {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  align-items: center;
  gap: var(--gap-4);
}

.beside {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  gap: var(--gap-3);
}
</style>
