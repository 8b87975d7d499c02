<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { computed } from 'vue'
import { api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { dayAndHour } from '@/units/format'
import WaitingPart from '@/look/pieces/WaitingPart.vue'
import TracksDrawing from './page/TracksDrawing.vue'

/** Two batches beside each other: their ways on one drawing, and what was different. */
const props = defineProps<{ first: number; second: number }>()
const { found, trouble } = useAsked({
  name: 'notebook/compare',
  question: () => ({ first: props.first, second: props.second }),
  ask: (query, signal) => api.GET('/api/v1/notebook/compare', { params: { query }, signal }),
})
const differing = computed(() => found.value?.differences.filter((d) => d.differs) ?? [])
const same = computed(() => found.value?.differences.filter((d) => !d.differs) ?? [])
</script>

<template>
  <div class="compare">
    <header>
      <p class="label"><router-link to="/notebook">Notebook</router-link> · two batches</p>
      <h1 v-if="found">
        <template v-if="found.first.title === found.second.title"
          >{{ found.first.title }}, twice</template
        ><template v-else>{{ found.first.title }} and {{ found.second.title }}</template>
      </h1>
    </header>
    <TroubleNote v-if="trouble" :words="trouble" />
    <WaitingPart v-else-if="!found" words="Laying them beside each other…" />
    <template v-if="found">
      <TracksDrawing :tracks="[found.first, found.second]" />
      <section aria-label="Differences">
        <v-table>
          <thead>
            <tr>
              <th scope="col">What was different</th>
              <th scope="col">
                <router-link :to="`/notebook/${first}`">{{
                  dayAndHour(found.first.started_ms)
                }}</router-link>
              </th>
              <th scope="col">
                <router-link :to="`/notebook/${second}`">{{
                  dayAndHour(found.second.started_ms)
                }}</router-link>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="d in differing" :key="d.what">
              <th scope="row">{{ d.what }}</th>
              <td>{{ d.first }}</td>
              <td>{{ d.second }}</td>
            </tr>
          </tbody>
        </v-table>
        <FoldPart v-if="same.length" plate
          ><template #title>The same in both: {{ same.length }}</template>
          <v-table>
            <tbody>
              <tr v-for="d in same" :key="d.what">
                <th scope="row">{{ d.what }}</th>
                <td>{{ d.first }}</td>
                <td>{{ d.second }}</td>
              </tr>
            </tbody>
          </v-table>
        </FoldPart>
      </section>
    </template>
  </div>
</template>

<style scoped>
.compare {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--gap-5);
}

header p {
  margin: 0;
}

.v-table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  padding: var(--gap-2) var(--gap-3) var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
  text-align: left;
  font-variant-numeric: tabular-nums;
  overflow-wrap: anywhere;
}

th[scope='row'] {
  width: 46%;
  font-weight: 400;
}

thead th {
  border-top: 0;
  color: var(--ink-soft);
  font-weight: 400;
}
</style>
