<script setup lang="ts">
import { ref } from 'vue'
import { sendFile, wordsOf, type Api } from '@/api/client'
import BusyLine from '@/look/pieces/BusyLine.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'

/** The notebook in open formats, out and in again. */
const emit = defineEmits<{ came: [] }>()
const picker = ref<HTMLInputElement>()
const trouble = ref('')
const told = ref('')
const busy = ref(false)

const many = (n: number) => `${n} ${n === 1 ? 'batch' : 'batches'}`
function words(come: Api<'ReadIn'>): string {
  const said = come.whole
    ? [`Everything came in: ${many(come.batches)}, the kitchen and its orders.`]
    : [`${many(come.batches)} came in.`]
  if (come.doubled && come.whole) said.push(`${many(come.doubled)} stood in it twice.`)
  else if (come.doubled) said.push(`${many(come.doubled)} were here already and stay as they are.`)
  if (come.unreadable) said.push(`${come.unreadable} of it cannot be read.`)
  return said.join(' ')
}
let reading: AbortController | undefined
async function chosen(): Promise<void> {
  const file = picker.value?.files?.[0]
  if (!file) return
  busy.value = true
  told.value = ''
  reading = new AbortController()
  try {
    told.value = words(
      await sendFile<Api<'ReadIn'>>('/api/v1/notebook/everything', file, reading.signal),
    )
    trouble.value = ''
    emit('came')
  } catch (thrown) {
    trouble.value = reading.signal.aborted
      ? 'Given up. Of what had come over whole, all of it is here; of anything else, nothing.'
      : wordsOf(thrown)
  } finally {
    busy.value = false
    if (picker.value) picker.value.value = ''
  }
}
</script>

<template>
  <section class="away" aria-label="Take it with you">
    <h2>Take it with you</h2>
    <div class="keys">
      <a class="key" href="/api/v1/notebook/batches.csv" download>Batches as a table</a>
      <a class="key" href="/api/v1/notebook/readings.csv" download>Readings as a table</a>
      <a class="key" href="/api/v1/notebook/everything.json" download>Everything as one file</a>
      <v-btn class="key" :disabled="busy" @click="picker?.click()">
        {{ busy ? 'Reading…' : 'Read such a file in' }}
      </v-btn>
      <!-- Raw: the file list of the device, opened by the key beside it. -->
      <input
        ref="picker"
        type="file"
        accept="application/json,.json"
        hidden
        aria-label="A file of everything"
        @change="chosen"
      />
    </div>
    <BusyLine v-if="busy" words="Reading it in…" @stop="reading?.abort()" />
    <TroubleNote v-if="trouble" :words="trouble" />
    <p v-if="told" role="status">{{ told }}</p>
    <p class="small soft">
      Everything goes out and comes in at the kitchen’s computer only. What is here stays as it is:
      only batches that are not here yet come in. The file is described at
      <a href="/api/v1/schemas/notebook">its schema</a>.
    </p>
  </section>
</template>

<style scoped>
.away {
  margin-top: var(--gap-6);
}

h2 {
  margin: 0 0 var(--gap-2);
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}

p {
  max-width: 46rem;
  margin: var(--gap-2) 0 0;
}
</style>
