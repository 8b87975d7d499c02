<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { newest } from '@/live/newest'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import WaitingPart from '@/look/pieces/WaitingPart.vue'
import StartPlan from './StartPlan.vue'
import WhereSaid from './WhereSaid.vue'
import { useWhere } from './useWhere'

/** A batch of the notebook made again, with the changes that were wanted. */
const props = defineProps<{ id: number; wanted: readonly string[] }>()
const { where } = useWhere()
const again = shallowRef<Api<'Again'>>()
const trouble = ref('')
const among = newest()
watch(
  () => [props.id, props.wanted.join()] as const,
  async () => {
    try {
      const params = { path: { id: props.id } }
      const body = { wanted: [...props.wanted] as Api<'AgainKey'>[] }
      const asked = answer(api.POST('/api/v1/batches/{id}/again', { params, body }))
      const found = await among(asked)
      if (!found) return
      again.value = found.it
      trouble.value = ''
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  },
  { immediate: true },
)
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
