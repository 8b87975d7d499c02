<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { computed } from 'vue'
import type { Api } from '@/api/client'
import AmountField from '@/look/pieces/AmountField.vue'
import DragBar from '@/look/pieces/DragBar.vue'
import type { Part } from './ask'
import ChoiceField from '@/look/pieces/ChoiceField.vue'

/** One sweetener in the pan: which, how much, and its analysis where every lump differs. */
const props = defineProps<{
  part: Part
  sweeteners: readonly Api<'Sweetener'>[]
  removable: boolean
}>()
const emit = defineEmits<{ change: [part: Part]; remove: [] }>()

const known = computed(() => props.sweeteners.find((s) => s.key === props.part.sweetener))
const items = computed(() =>
  props.sweeteners.map((s) => ({
    title: s.name,
    value: s.key,
    props: { subtitle: s.local_name },
  })),
)
const NAMES = ['Sucrose', 'Glucose, fructose', 'Minerals', 'Grit', 'Own water'] as const
const usual = computed(() => {
  const a = known.value?.analysis
  const shares = a ? [a.sucrose, a.reducing, a.ash, a.insoluble, a.water] : []
  return shares.map((s) => Math.round(1000 * s.frac) / 10)
})
const shares = computed(() => props.part.analysis ?? usual.value)
function setShare(i: number, percent: number): void {
  emit('change', { ...props.part, analysis: shares.value.map((s, k) => (k === i ? percent : s)) })
}
</script>

<template>
  <div class="sweetener">
    <div class="line">
      <AmountField
        :label="known?.name ?? part.sweetener"
        kind="mass"
        :model-value="part.mass_g"
        @update:model-value="emit('change', { ...part, mass_g: $event })"
      />
      <v-btn
        v-if="removable"
        class="quiet"
        :aria-label="`Take out the ${known?.name.toLowerCase()}`"
        @click="emit('remove')"
      >
        ×
      </v-btn>
    </div>
    <DragBar
      bare
      :label="`${known?.name ?? part.sweetener}, dragged`"
      :min="50"
      :max="1500"
      :step="10"
      :model-value="part.mass_g"
      @update:model-value="emit('change', { ...part, mass_g: $event })"
    />
    <FoldPart :title="part.analysis ? 'Own analysis' : 'Which sweetener'">
      <ChoiceField
        label="Sweetener"
        :items="items"
        :model-value="part.sweetener"
        @update:model-value="emit('change', { sweetener: $event, mass_g: part.mass_g })"
      />
      <div class="shares">
        <AmountField
          v-for="(name, i) in NAMES"
          :key="name"
          :label="name"
          unit="%"
          accepts="any"
          :model-value="shares[i]"
          @update:model-value="setShare(i, $event)"
        />
      </div>
      <v-btn
        v-if="part.analysis"
        class="key"
        @click="emit('change', { sweetener: part.sweetener, mass_g: part.mass_g })"
      >
        Usual analysis
      </v-btn>
    </FoldPart>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
}

.quiet {
  min-width: 2.25rem;
  min-height: 2.75rem;
  border: 0;
  background: none;
  color: var(--ink-soft);
  font-size: 1.25rem;
  cursor: pointer;
}

.shares {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-2) var(--gap-3);
  margin: var(--gap-2) 0;
}
</style>
