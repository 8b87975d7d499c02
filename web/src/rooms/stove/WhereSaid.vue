<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import OpenedSheet from '@/look/pieces/OpenedSheet.vue'
import WhereFields from './WhereFields.vue'
import { useWhere } from './useWhere'

/** On what it is made, as words that open what can be chosen there; `as` where it stands as it stood before. */
const props = defineProps<{ as?: Api<'StartAsk'> | undefined }>()
const kitchen = useKitchen()
const { where } = useWhere()
const words = computed(() => {
  const at = props.as ?? where.value
  const pan = kitchen.pans.find((p) => p.id === at.pan_id)?.pan.name ?? ''
  const ring = kitchen.rings.find((r) => r.id === at.ring_id)?.ring.name.toLowerCase() ?? ''
  const by = at.thermometer_id == null ? undefined : kitchen.thermometer(at.thermometer_id)
  return `${pan} on the ${ring}${by ? `, by the ${by.thermometer.name.toLowerCase()}` : ''}`
})
const several = computed(
  () => kitchen.pans.length > 1 || kitchen.rings.length > 1 || kitchen.thermometers.length > 0,
)
</script>

<template>
  <OpenedSheet v-if="several" :words="words" title="On what">
    <div class="fields"><WhereFields /></div>
  </OpenedSheet>
  <span v-else class="fixed">{{ words }}</span>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(14rem, 100%), 1fr));
  gap: var(--gap-3) var(--gap-5);
}

.fixed {
  align-self: center;
}
</style>
