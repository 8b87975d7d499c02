<script setup lang="ts">
import FoldSection from '@/look/pieces/FoldSection.vue'
import { computed, ref } from 'vue'
import { INSTRUMENTS, sayLooks, shownBy } from '@/batch/instruments'
import { useInstruments } from '@/live/instruments'
import KeyRow from '@/look/pieces/KeyRow.vue'
import LineField from '@/look/pieces/LineField.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { about } from '@/units/format'
import type { Api } from '@/api/client'

/** Instruments that tell of themselves over the kitchen's network: made known, and what they show. */
const store = useInstruments()
store.follow()

const name = ref('')
const kind = ref<Api<'InstrumentKind'>>('probe')
const token = ref('')
async function make(): Promise<void> {
  const known = await store.register({ name: name.value, kind: kind.value })
  if (!known) return
  token.value = known.token
  name.value = ''
}
const note = computed(() => store.all.map((i) => i.name).join(', ') || 'none')
const kindName = (of: Api<'InstrumentKind'>) => INSTRUMENTS.find((i) => i.key === of)?.name ?? of
function says(i: Api<'InstrumentView'>): string {
  const silent = store.silent_s(i)
  if (!i.newest) return 'never heard yet'
  const shown = shownBy(i.kind, i.newest.value)
  const told = `${shown.value} ${shown.unit}`
  return silent == null ? told : `last ${told}, ${about(silent)} ago`
}
</script>

<template>
  <FoldSection title="Instruments on the network" :note="note" class="instruments">
    <p class="soft">
      A probe, a scale or a refractometer that can speak over the network writes by itself what the
      pan shows. Make it known here, and give whoever sets it up its token.
    </p>
    <TroubleNote v-if="store.trouble" :words="store.trouble" />
    <ul v-if="store.all.length">
      <li v-for="i in store.all" :key="i.id">
        <span
          ><strong>{{ i.name }}</strong> · {{ kindName(i.kind).toLowerCase() }}<br />
          <span class="soft"
            ><span class="figures">{{ says(i) }}</span
            ><template v-if="i.batch_id != null">, in a pan on the stove</template></span
          >
          <span v-if="sayLooks(i.looks)" class="soft"><br />{{ sayLooks(i.looks) }}</span>
        </span>
        <v-btn class="key" @click="store.remove(i.id)">Take it away</v-btn>
      </li>
    </ul>
    <form @submit.prevent="make">
      <LineField v-model="name" label="Another one: what do you call it?" />
      <KeyRow v-model="kind" label="What it measures" :choices="INSTRUMENTS" />
      <v-btn type="submit" class="key strong" :disabled="!name.trim()">Make it known</v-btn>
    </form>
    <p v-if="token" role="status" class="token">
      <span class="label">Its token: give it to the instrument; it is shown only now</span>
      <strong class="figures">{{ token }}</strong>
    </p>
  </FoldSection>
</template>

<style scoped>
.instruments,
form {
  display: grid;
  gap: var(--gap-3);
  align-content: start;
}

p {
  margin: 0;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: var(--gap-3);
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
}

form .key.strong {
  justify-self: start;
}

.token strong {
  display: block;
  font-size: var(--size-lead);
  overflow-wrap: anywhere;
}
</style>
