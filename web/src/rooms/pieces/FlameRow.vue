<script setup lang="ts">
import { computed } from 'vue'
import { useKitchen } from '@/live/kitchen'
import DragBar from '@/look/pieces/DragBar.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import { number } from '@/units/format'

/** The flame: by its word, or dragged to any place of the dial. */
const props = defineProps<{ modelValue: number | undefined; label?: string; off?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [frac: number] }>()

const kitchen = useKitchen()
const dial = computed(() => ({
  off: 0,
  ...(kitchen.view?.flame_dial ?? { low: 0, medium: 0, high: 1 }),
}))
const frac = computed(() => props.modelValue ?? dial.value.medium)
const words = computed(() =>
  (['off', 'low', 'medium', 'high'] as const)
    .filter((key) => props.off || key !== 'off')
    .map((key) => ({ key, name: key === 'medium' ? 'Med' : key[0]?.toUpperCase() + key.slice(1) })),
)
type Word = 'off' | 'low' | 'medium' | 'high' | ''
const word = computed<Word>(
  () => words.value.find((w) => Math.abs(dial.value[w.key] - frac.value) < 0.005)?.key ?? '',
)
const choose = (key: Word) => key && emit('update:modelValue', dial.value[key])
</script>

<template>
  <div class="flame">
    <KeyRow
      :label="label ?? 'Flame'"
      :choices="words as { key: Word; name: string }[]"
      :model-value="word"
      @update:model-value="choose"
    />
    <div class="dial">
      <DragBar
        bare
        :label="`${label ?? 'Flame'} on the dial`"
        :min="off ? 0 : 0.1"
        :max="1"
        :step="0.05"
        :model-value="frac"
        @update:model-value="emit('update:modelValue', $event)"
      />
      <span class="small soft figures">{{ number(100 * frac) }} %</span>
    </div>
  </div>
</template>

<style scoped>
.dial {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: var(--gap-2);
  align-items: center;
}
</style>
