<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import TroubleNote from '@/look/pieces/TroubleNote.vue'

/** The same batch once more: the changes that follow, each to be left out, before anything is put on. */
const props = defineProps<{ id: number }>()
const open = ref(false)
const wanted = ref<Set<Api<'AgainKey'>>>(new Set())
const { found: again, trouble } = useAsked({
  name: 'batches/again',
  question: () => (open.value ? { id: props.id } : undefined),
  ask: ({ id }, signal) =>
    api.POST('/api/v1/batches/{id}/again', { params: { path: { id } }, body: {}, signal }),
})
watch(again, (told) => (wanted.value = new Set(told?.changes.map((c) => c.key))))
const toggle = () => (open.value = !open.value)
watch(
  () => props.id,
  () => (open.value = false),
)
function want(key: Api<'AgainKey'>, yes: boolean): void {
  const next = new Set(wanted.value)
  if (yes) next.add(key)
  else next.delete(key)
  wanted.value = next
}
const to = computed(() => ({
  path: '/stove/start',
  query: { again: `${props.id}`, with: [...wanted.value].join(',') },
}))
</script>

<template>
  <section class="again" aria-label="Make it again">
    <v-btn class="key strong" :aria-expanded="open" @click="toggle"> Make it again </v-btn>
    <TroubleNote v-if="trouble" :words="trouble" />
    <div v-if="open && again" class="changes">
      <p v-if="!again.changes.length">Just as it was: nothing has to be changed.</p>
      <v-checkbox
        v-for="c in again.changes"
        :key="c.key"
        :model-value="wanted.has(c.key)"
        @update:model-value="want(c.key, $event === true)"
      >
        <template #label>
          <span>
            <strong>{{ c.words }}</strong>
            <span class="soft">{{ c.why }}</span>
          </span>
        </template>
      </v-checkbox>
      <div v-if="again.mind.length" class="mind">
        <p class="label">To mind</p>
        <p v-for="m in again.mind" :key="m">{{ m }}</p>
      </div>
      <router-link class="key strong" :to="to">To the start sheet</router-link>
    </div>
  </section>
</template>

<style scoped>
.changes {
  display: grid;
  gap: var(--gap-3);
  margin-top: var(--gap-3);
}

.mind {
  padding-left: var(--gap-3);
  border-left: 4px solid var(--steel-strong);
}

p {
  margin: 0;
}

.changes .key {
  justify-self: start;
}

@media print {
  .again {
    display: none;
  }
}
</style>
