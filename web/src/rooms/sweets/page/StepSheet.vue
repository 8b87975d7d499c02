<script setup lang="ts">
import { computed } from 'vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { useKitchen } from '@/live/kitchen'
import { grams, gramUnit, percent, span } from '@/units/format'
import { useSweet } from './useSweet'
import { hasScale, taken } from '@/units/measures'
import { finished, keeps, PURPOSES, roundingWords, timeWords } from '@/rooms/sweets/words'

/** The step sheet for the wall: one page of amounts, steps, weights and cautions, to be printed. */
const props = defineProps<{ sweetKey: string }>()
const kitchen = useKitchen()
const { sweet, method, worked, plan, trouble, refused, text } = useSweet(() => props.sweetKey)
const f = computed(() => plan.value?.formula)
const inCups = computed(() => text('cup') !== 'g')
/** Her cups lead where there is no scale; grams lead where there is one. */
const byScale = computed(() => hasScale(kitchen.view?.kitchen.bench))
const lines = computed(() =>
  (f.value?.lines ?? []).map((l) => ({
    ...l,
    ...taken(l.weigh_g, inCups.value ? l.measured : null, byScale.value),
  })),
)
const title = computed(() => plan.value?.title ?? sweet.value?.name ?? '')
const back = computed(() => ({ path: `/sweets/${props.sweetKey}` }))
const rows = computed(() =>
  (f.value?.steps ?? []).flatMap((figures) => {
    const step = worked.value?.steps.find((s) => s.key === figures.step)
    if (!step) return []
    const goesIn = (f.value?.lines ?? []).flatMap((line) =>
      line.uses
        .filter((u) => u.step === step.key)
        .map(
          (u) =>
            `${taken(u.weigh_g, inCups.value ? u.measured : null, byScale.value).first} ${line.name.toLowerCase()}${PURPOSES[u.purpose] ? ` ${PURPOSES[u.purpose]}` : ''}`,
        ),
    )
    return [{ step, figures, goesIn }]
  }),
)
/** What can hurt stands above the text of each step it belongs to: a sheet is read by the step. */
const cautions = computed(() =>
  rows.value.map((r) => (r.step.hazards ?? []).map((h) => plan.value?.cautions[h] ?? h)),
)
const print = () => window.print()
</script>

<template>
  <TroubleNote v-if="trouble || refused" :words="trouble || refused" />
  <p v-if="!f || !sweet || !method" class="soft">Writing the sheet…</p>
  <article v-else class="sheet">
    <nav class="acts" aria-label="Sheet">
      <router-link class="key" :to="{ ...back, query: $route.query }">Back</router-link>
      <v-btn class="key strong" @click="print">Print</v-btn>
    </nav>
    <header>
      <h1>{{ title }}</h1>
      <p>
        {{ method.name }} · {{ finished(f, method.shape) }} · {{ span(f.times.total_min.mid) }},
        {{ span(f.times.hands_min) }} hands on<template v-if="kitchen.view">
          · {{ kitchen.view.kitchen.name }}</template
        >
      </p>
    </header>
    <div class="columns">
      <section aria-label="Measure">
        <h2>Measure</h2>
        <v-table>
          <tbody>
            <tr v-for="l in lines" :key="l.ingredient">
              <th scope="row">
                {{ l.name }}
                <span v-if="l.beside" class="hers">{{ l.beside }}</span>
              </th>
              <td class="figures" :class="{ words: !byScale }">{{ l.first }}</td>
            </tr>
          </tbody>
        </v-table>
        <p class="small">{{ roundingWords(f, inCups) }}</p>
        <p v-if="f.allergens.length">
          <strong>Contains {{ f.allergens.join(', ') }}.</strong>
        </p>
        <p>Keeps {{ keeps(method.keeping) }}</p>
      </section>
      <ol>
        <li v-for="(r, i) in rows" :key="r.step.key">
          <h3>
            <span class="box" aria-hidden="true" /> {{ r.step.title }}
            <span class="when figures">{{ timeWords(r.figures.time, r.step.flame) }}</span>
          </h3>
          <p v-if="r.goesIn.length" class="in">{{ r.goesIn.join(' · ') }}</p>
          <p v-for="c in cautions[i]" :key="c" class="caution">{{ c }}</p>
          <p>{{ r.step.text }}</p>
          <p v-if="r.step.gates?.length">
            First: {{ r.step.gates.map((g) => g.text).join('; ') }}.
          </p>
          <p>
            <strong>Done when:</strong> {{ r.step.cue }}.<template v-if="r.figures.stage">{{
              ` That is ${kitchen.stageName(r.figures.stage)}, ${percent(r.figures.end_frac ?? 0)} %.`
            }}</template
            ><template v-if="byScale && r.figures.pan_end_g != null && r.figures.end_g > 0">
              {{ ` Pan on the scale: ${grams(r.figures.pan_end_g)} ${gramUnit()}.` }}</template
            ><template v-if="r.step.stands_most_min != null">
              {{ ` Then on within ${span(r.step.stands_most_min)}.` }}</template
            >
          </p>
        </li>
      </ol>
    </div>
    <footer>
      <p class="small">Local food rules and safety codes come first.</p>
    </footer>
  </article>
</template>

<style scoped>
.sheet {
  max-width: 62rem;
}

.acts {
  display: flex;
  gap: var(--gap-2);
  float: right;
}

h1 {
  font-size: var(--size-figure);
}

header p {
  margin: 0 0 var(--gap-4);
  font-size: var(--size-lead);
}

.columns {
  display: grid;
  grid-template-columns: 19rem minmax(0, 1fr);
  gap: var(--gap-6);
}

.v-table {
  width: 100%;
  border-collapse: collapse;
}

tr {
  border-top: var(--line) solid var(--steel);
}

th {
  padding: var(--gap-1) 0;
  font-weight: 400;
  text-align: left;
}

.hers {
  display: block;
  color: var(--ink-soft);
  font-size: var(--size-small);
}

td {
  font: 600 1.25rem var(--display-face);
  text-align: right;
  vertical-align: baseline;
  white-space: nowrap;
}

ol {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
  break-inside: avoid;
}

li p {
  margin: 0;
}

h3 {
  display: flex;
  gap: var(--gap-2);
  align-items: baseline;
}

.box {
  flex: none;
  width: 0.8em;
  height: 0.8em;
  border: 1.5px solid var(--ink);
}

.when {
  margin-left: auto;
  font: 400 var(--size-small) var(--text-face);
}

.in {
  font-weight: 650;
}

footer {
  margin-top: var(--gap-4);
}

footer p {
  margin: 0 0 var(--gap-1);
  font-size: var(--size-small);
}

@container room (max-width: 45.5rem) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

<style scoped src="./step-sheet-print.css"></style>
