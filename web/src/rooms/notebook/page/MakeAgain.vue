<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import TroubleNote from '@/look/pieces/TroubleNote.vue'

/** The same batch once more: the changes that follow, each to be left out, before anything is put on. */
const props = defineProps<{ id: number }>()
const again = shallowRef<Api<'Again'>>()
const trouble = ref('')
const open = ref(false)
const wanted = ref<Set<Api<'AgainKey'>>>(new Set())

async function ask(): Promise<void> {
  try {
    const params = { path: { id: props.id } }
    again.value = await answer(api.POST('/api/v1/batches/{id}/again', { params, body: {} }))
    wanted.value = new Set(again.value.changes.map((c) => c.key))
    trouble.value = ''
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
  }
}
function toggle(): void {
  open.value = !open.value
  if (open.value) void ask()
}
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
    <button type="button" class="key strong" :aria-expanded="open" @click="toggle">
      Make it again
    </button>
    <TroubleNote v-if="trouble" :words="trouble" />
    <div v-if="open && again" class="changes">
      <p v-if="!again.changes.length">Just as it was: nothing has to be changed.</p>
      <label v-for="c in again.changes" :key="c.key">
        <input
          type="checkbox"
          :checked="wanted.has(c.key)"
          @change="want(c.key, ($event.target as HTMLInputElement).checked)"
        />
        <span>
          <strong>{{ c.words }}</strong>
          <span class="soft">{{ c.why }}</span>
        </span>
      </label>
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

label {
  display: grid;
  grid-template-columns: 2.75rem minmax(0, 1fr);
  min-height: var(--touch);
  align-items: center;
}

label span {
  display: block;
}

input {
  width: 1.5rem;
  height: 1.5rem;
  accent-color: var(--ink);
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
