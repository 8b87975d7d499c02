<script setup lang="ts">
import { computed } from 'vue'
import { useKitchen } from '@/live/kitchen'
import ChoiceField from '@/look/pieces/ChoiceField.vue'

/** A pan, a ring or a thermometer of the kitchen to choose; the first where none is chosen. */
const props = defineProps<{
  of: 'pan' | 'ring' | 'thermometer'
  label?: string
  modelValue: number | 'none' | null | undefined
}>()
const emit = defineEmits<{ 'update:modelValue': [id: number | 'none'] }>()
const kitchen = useKitchen()

const NAMES = { pan: 'Pan', ring: 'Ring', thermometer: 'Thermometer' }
const things = computed(() => {
  switch (props.of) {
    case 'pan':
      return kitchen.pans.map((p) => ({ title: p.pan.name, value: String(p.id) }))
    case 'ring':
      return kitchen.rings.map((r) => ({ title: r.ring.name, value: String(r.id) }))
    case 'thermometer':
      return [
        ...kitchen.thermometers.map((t) => ({ title: t.thermometer.name, value: String(t.id) })),
        { title: 'None: true temperatures', value: 'none' },
      ]
  }
})
const chosen = computed(() => {
  const asked = String(props.modelValue ?? '')
  return things.value.some((t) => t.value === asked) ? asked : things.value[0]?.value
})
const choose = (value: string) =>
  emit('update:modelValue', value === 'none' ? 'none' : Number(value))
</script>

<template>
  <ChoiceField
    :label="label ?? NAMES[of]"
    :items="things"
    :model-value="chosen"
    @update:model-value="choose"
  />
</template>
