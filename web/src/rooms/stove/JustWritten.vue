<script setup lang="ts">
import { computed } from 'vue'
import { sayEvent } from '@/batch/sayEvent'
import { fetched } from '@/look/fetched'
import type { CookSheet } from './useCookSheet'

const MenuKey = fetched(() => import('@/look/pieces/MenuKey.vue'))

/** What was written down last, for half a minute, with its undo and “it was earlier” beside the thumb. */
const props = defineProps<{ sheet: CookSheet }>()
const FOR_MS = 30_000

const entry = computed(() => {
  const { state, batch, notSent } = props.sheet
  const seq = state.value?.can_undo
  if (seq == null || notSent.value.length) return undefined
  const last = batch.value?.log.find((l) => l.seq === seq)
  return last && (state.value?.now_ms ?? 0) - last.at_ms < FOR_MS ? last : undefined
})
const words = computed(() => {
  const { setup, kitchen } = props.sheet
  return entry.value && setup.value ? sayEvent(entry.value, setup.value, kitchen.stageName) : ''
})
/** What she did may be pressed late: a flame, the end of a step. */
const timed = computed(() =>
  ['flame', 'step_began', 'step_done'].includes(entry.value?.event ?? ''),
)
function earlier(min: number): void {
  const last = entry.value
  const begun_ms = props.sheet.batch.value?.started_ms ?? 0
  if (!last) return
  const amended_ms = Math.max(begun_ms, last.at_ms - min * 60_000)
  props.sheet.log({ event: 'amended', amended_seq: last.seq, amended_ms })
}
const earlierBy = [1, 2, 5].map((min) => ({ name: `${min} min ago`, act: () => earlier(min) }))
</script>

<template>
  <p v-if="words" class="written">
    <span>{{ words }}</span>
    <MenuKey v-if="timed" words="It was earlier…" :items="earlierBy" />
    <v-btn class="key back" @click="sheet.undo">Take it back</v-btn>
  </p>
</template>

<style scoped>
.written {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2);
  margin: 0;
  line-height: 1.2;
}

span {
  flex: 1 1 9rem;
}

.key {
  flex: none;
  min-height: 2.75rem;
  padding-inline: var(--gap-3);
}

/* On a phone it stands beside the large key. */
@media (max-width: 640px), (max-height: 480px) {
  .back {
    display: none;
  }
}
</style>
