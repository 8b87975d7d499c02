<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import WaitingPart from '@/look/pieces/WaitingPart.vue'
import StartPlan from './StartPlan.vue'
import WhereSaid from './WhereSaid.vue'
import { useWhere } from './useWhere'

/** A batch of the notebook made again, with the changes that were wanted. */
const props = defineProps<{ id: number; wanted: readonly string[] }>()
const { where } = useWhere()
const { found: again, trouble } = useAsked({
  name: 'batches/again',
  question: () => ({ id: props.id, wanted: [...props.wanted] as Api<'AgainKey'>[] }),
  ask: ({ id, wanted }, signal) =>
    api.POST('/api/v1/batches/{id}/again', { params: { path: { id } }, body: { wanted }, signal }),
  holds: 'waiting',
})
/** Where it stands is as it was, unless she chooses anew here. */
const chosen = ref(false)
watch(where, () => (chosen.value = true))
const ask = computed((): Api<'StartAsk'> | undefined => {
  const same = again.value?.ask
  if (!same) return undefined
  return chosen.value ? { ...same, ...where.value } : same
})
const changed = computed(() =>
  (again.value?.changes ?? []).filter((c) => props.wanted.includes(c.key)),
)
</script>

<template>
  <TroubleNote v-if="trouble" :words="trouble" />
  <div v-if="again" class="start">
    <header>
      <p class="label">
        <router-link :to="`/notebook/${id}`">Made before</router-link> · made again
      </p>
      <h1>{{ again.title }}</h1>
      <p v-for="c in changed" :key="c.key" class="lead"><strong>Changed:</strong> {{ c.words }}</p>
    </header>
    <p class="sentence"><WhereSaid :as="chosen ? undefined : again.ask" /></p>
    <StartPlan :ask="ask" />
  </div>
  <WaitingPart v-else-if="!trouble" tall words="Opening…" />
</template>

<style scoped>
.start {
  display: grid;
  gap: var(--gap-4);
}

header p {
  margin: 0;
}

h1 {
  font-size: var(--size-figure);
}
</style>
