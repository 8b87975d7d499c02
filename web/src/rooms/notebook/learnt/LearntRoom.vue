<script setup lang="ts">
import { computed } from 'vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { day } from '@/units/format'
import WaitingPart from '@/look/pieces/WaitingPart.vue'
import LearntRow from './LearntRow.vue'
import { useLearnt } from './useLearnt'

/** What the kitchen has learnt: what is new at the head, then everything with its drawing, then the odd batches. */
const { view, groups, offered, trouble, busy, say } = useLearnt()
const rest = computed(() =>
  groups.value
    .map((g) => ({ ...g, values: g.values.filter((v) => !v.offered) }))
    .filter((g) => g.values.length),
)
/** One after another: each answer says what is left. */
async function useAll(): Promise<void> {
  for (const v of [...offered.value]) await say({ act: 'accept', about: v.about })
}
</script>

<template>
  <div class="learnt">
    <header>
      <p class="label"><router-link to="/notebook">Notebook</router-link></p>
      <h1>What this kitchen has learnt</h1>
      <p v-if="view?.values.length" class="soft key-line">
        From {{ view.batches }} {{ view.batches === 1 ? 'batch' : 'batches' }}. Hatched: what was
        told or checked. Filled: what is known now, in eight of ten cases. Ticks: what each batch
        said by itself, taller where it counts more. Nothing is used before you say so.
      </p>
    </header>
    <TroubleNote v-if="trouble" :words="trouble" />
    <p v-if="view?.to_ask" class="soft" role="status">
      {{ view.to_ask }} older {{ view.to_ask === 1 ? 'batch is' : 'batches are' }} still being
      asked.
    </p>
    <WaitingPart v-if="!view && !trouble" tall words="Leafing through…" />
    <p v-else-if="view && !view.values.length" class="lead">
      Nothing yet. Put a batch on the stove, test it as you always do, and say how it turned out: it
      teaches by itself.
    </p>
    <section v-if="offered.length" aria-label="New">
      <h2>Worth using</h2>
      <p v-if="offered.length > 1">
        <v-btn class="key strong" :disabled="busy" @click="useAll">
          Use all {{ offered.length }}
        </v-btn>
      </p>
      <ul>
        <LearntRow v-for="v in offered" :key="v.name" :value="v" :busy="busy" @say="say" />
      </ul>
    </section>
    <section v-for="g in rest" :key="g.key" :aria-label="g.name">
      <h2>{{ g.name }}</h2>
      <ul>
        <LearntRow v-for="v in g.values" :key="v.name" :value="v" :busy="busy" @say="say" />
      </ul>
    </section>
    <section v-if="view?.odd.length" aria-label="Odd batches">
      <h2>Odd batches</h2>
      <p class="soft">They weigh little, or nothing.</p>
      <ul class="odd">
        <li v-for="o in view.odd" :key="o.batch_id">
          <span>
            <router-link :to="`/notebook/${o.batch_id}`">{{ o.title }}</router-link>
            <span class="small soft"> · {{ day(o.at_ms) }}</span>
          </span>
          <span>{{ o.left_out ? 'Left out: it teaches nothing.' : o.why.join(' ') }}</span>
          <v-btn
            class="key"
            :disabled="busy"
            @click="say({ act: 'leave_out', batch_id: o.batch_id, out: !o.left_out })"
          >
            {{ o.left_out ? 'Let it teach again' : 'Leave it out' }}
          </v-btn>
        </li>
      </ul>
      <p v-if="view.odd_more" class="soft">
        Older ones like these: {{ view.odd_more }}. They are in the notebook.
      </p>
    </section>
  </div>
</template>

<style scoped>
header p {
  margin: 0;
}

.key-line {
  max-width: 52rem;
  margin-top: var(--gap-2);
}

.learnt {
  display: grid;
  gap: var(--gap-5);
}

h2 {
  margin: 0 0 var(--gap-2);
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

.odd li {
  display: grid;
  grid-template-columns: minmax(10rem, 1fr) minmax(0, 2fr) auto;
  gap: var(--gap-3) var(--gap-5);
  align-items: center;
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
}

@container room (max-width: 46rem) {
  .odd li {
    grid-template-columns: minmax(0, 1fr);
  }

  .odd .key {
    justify-self: start;
  }
}
</style>
