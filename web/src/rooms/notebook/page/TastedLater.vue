<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { ref } from 'vue'
import type { Api } from '@/api/client'
import { serverNow } from '@/live/serverTime'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import LineField from '@/look/pieces/LineField.vue'
import { number } from '@/units/format'

/** Tasted again on a later day: how it kept. */
defineProps<{ tastings: readonly Api<'TastingTold'>[]; busy: boolean }>()
const emit = defineEmits<{ taste: [tasting: Api<'Tasting'>]; remove: [id: number] }>()

const PLACES = [
  { title: 'In the room', value: 'room' as const },
  { title: 'In the cold', value: 'cold' as const },
]
const HOW: readonly { key: Api<'Tasted'>; name: string }[] = [
  { key: 'good', name: 'As on the first day' },
  { key: 'drier', name: 'Drier, still good' },
  { key: 'stale', name: 'Stale' },
  { key: 'off', name: 'Off' },
]
const words = (key: Api<'Tasted'>) => HOW.find((h) => h.key === key)?.name ?? key
const place = ref<Api<'KeptIn'>>('room')
const tasted = ref<Api<'Tasted'> | ''>('')
const note = ref('')
function write(): void {
  if (!tasted.value) return
  emit('taste', { at_ms: serverNow(), place: place.value, tasted: tasted.value, note: note.value })
  tasted.value = ''
  note.value = ''
}
</script>

<template>
  <section class="later" aria-label="Tasted later">
    <h2>Tasted later</h2>
    <ul v-if="tastings.length">
      <li v-for="t in tastings" :key="t.id">
        <span class="figures">Day {{ number(Math.max(0, t.day), t.day < 2 ? 1 : 0) }}</span>
        <span>
          {{ words(t.tasted) }}, {{ t.place === 'room' ? 'in the room' : 'in the cold'
          }}<template v-if="t.note">. “{{ t.note }}”</template>
        </span>
        <v-btn
          class="key"
          :disabled="busy"
          :aria-label="`Take the tasting of day ${number(t.day)} away`"
          @click="emit('remove', t.id)"
        >
          Take away
        </v-btn>
      </li>
    </ul>
    <FoldPart plate title="Taste it again today">
      <form @submit.prevent="write">
        <ChoiceField v-model="place" label="It was kept" :items="PLACES" />
        <KeyRow v-model="tasted" label="How is it?" :choices="HOW" apart />
        <LineField v-model="note" label="What to remember" maxlength="400" />
        <p v-if="tasted === 'off' || tasted === 'stale'" class="caution">
          Do not give it to anybody any more.
        </p>
        <v-btn type="submit" class="key strong" :disabled="busy || !tasted">Write it down</v-btn>
      </form>
    </FoldPart>
  </section>
</template>

<style scoped>
ul {
  margin: 0 0 var(--gap-3);
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 4rem minmax(0, 1fr) auto;
  gap: var(--gap-3);
  align-items: center;
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
}

form {
  display: grid;
  gap: var(--gap-3);
  max-width: 34rem;
  margin-top: var(--gap-3);
}

form p {
  margin: 0;
}

form .key {
  justify-self: start;
}

@media print {
  .fold,
  li .key {
    display: none;
  }
}
</style>
