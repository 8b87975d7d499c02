<script setup lang="ts">
import { computed } from 'vue'
import { useKitchen } from '@/live/kitchen'
import FigureValue from '@/look/pieces/FigureValue.vue'
import StepRow from '@/look/pieces/StepRow.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import StrataDrawing from '@/look/drawings/StrataDrawing.vue'
import { textureName } from '@/batch/textures'
import { useBatch } from '@/batch/useBatch'
import LessonSaid from '@/batch/LessonSaid.vue'
import VerdictForm from '@/batch/VerdictForm.vue'
import { clock, dayAndHour, gramUnit, grams, number, percent } from '@/units/format'
import { sayEvent } from '@/batch/sayEvent'

const props = defineProps<{ id: number }>()
const kitchen = useKitchen()
const { batch, trouble, refused, judge } = useBatch(() => props.id)

const setup = computed(() => batch.value?.setup)
const summary = computed(() => batch.value?.summary)

// Readings are drawn from the moment the heat first went on.
const heat_ms = computed(
  () =>
    batch.value?.log.find((l) => l.event === 'flame' && l.flame !== 'off')?.at_ms ??
    batch.value?.started_ms ??
    0,
)
const dots = computed(() =>
  (batch.value?.readings ?? []).map((r) => ({ ...r, s: (r.at_ms - heat_ms.value) / 1000 })),
)
const end_s = computed(() => Math.max(120, ...dots.value.map((d) => d.s)) * 1.08)
const from = computed(() =>
  Math.min(
    0.6,
    ...dots.value.map((d) => d.solids_frac_low),
    (setup.value?.target_solids_frac ?? 1) - 0.05,
  ),
)
const to = computed(() =>
  Math.min(
    0.95,
    Math.max(
      (setup.value?.target_solids_frac ?? 0) + 0.05,
      ...dots.value.map((d) => d.solids_frac_high + 0.01),
    ),
  ),
)
const log = computed(() => {
  const view = batch.value
  if (!view) return []
  return view.log
    .filter((l) => l.event !== 'undone')
    .map((l) => ({
      seq: l.seq,
      after: clock((l.at_ms - view.started_ms) / 1000),
      words: sayEvent(l, view.setup, kitchen.stageName),
      reading: view.readings.find((r) => r.seq === l.seq),
      undone: view.state.undone.includes(l.seq),
    }))
})
const rows = computed(() =>
  (batch.value?.state.steps ?? []).map((s, i) => ({
    key: s.key,
    title: setup.value?.steps[i]?.title ?? s.key,
    place: s.done_ms == null ? ('ahead' as const) : ('done' as const),
    time:
      s.began_ms != null && s.done_ms != null ? clock((s.done_ms - s.began_ms) / 1000) : undefined,
  })),
)
</script>

<template>
  <TroubleNote v-if="trouble && !batch" :words="trouble" />
  <p v-else-if="!batch || !setup || !summary">Opening the page…</p>
  <div v-else class="page">
    <header>
      <p class="label">
        <router-link to="/notebook">Notebook</router-link> · {{ dayAndHour(batch.started_ms) }} ·
        {{ setup.pan.name }} on the {{ setup.ring.name.toLowerCase() }}
      </p>
      <h1>
        {{ setup.title
        }}<template v-if="batch.verdict"
          >: {{ textureName(batch.verdict.texture).toLowerCase() }}</template
        >
      </h1>
      <p v-if="setup.chosen?.changes?.length || setup.allergens?.length" class="soft">
        <template v-if="setup.chosen?.changes?.length"
          >Changed: {{ setup.chosen.changes.join(', ') }}. </template
        ><template v-if="setup.allergens?.length"
          >Contains {{ setup.allergens.join(', ') }}.</template
        >
      </p>
      <p v-if="batch.verdict?.note" class="note">“{{ batch.verdict.note }}”</p>
      <LessonSaid
        v-if="batch.lesson"
        :lesson="batch.lesson"
        :has_scale="setup.has_scale !== false"
      />
    </header>

    <div class="figures-row">
      <FigureValue
        v-if="summary.last_solids_frac != null"
        label="strength by the last reading"
        size="figure"
        :value="percent(summary.last_solids_frac)"
        unit="%"
      />
      <FigureValue
        label="aimed for"
        size="figure"
        :value="percent(summary.target_solids_frac)"
        unit="%"
      />
      <FigureValue
        v-if="summary.real_min != null"
        label="heat on to off"
        size="figure"
        :value="number(summary.real_min, 1)"
        unit="min"
      />
      <FigureValue
        v-if="
          summary.planned_min != null &&
          summary.planned_low_min != null &&
          summary.planned_high_min != null
        "
        label="planned by the ring’s plate"
        size="figure"
        :value="number(summary.planned_min, 1)"
        unit="min"
        :low="number(summary.planned_low_min, 1)"
        :high="number(summary.planned_high_min, 1)"
      />
      <FigureValue
        v-if="summary.water_added_g > 0"
        label="water poured back"
        size="figure"
        :value="grams(summary.water_added_g)"
        :unit="gramUnit()"
      />
      <FigureValue
        v-if="batch.verdict?.pieces"
        label="pieces"
        size="figure"
        :value="`${batch.verdict.pieces}`"
      />
    </div>

    <section v-if="dots.length && kitchen.ladder.length" class="drawing" aria-label="Readings">
      <StrataDrawing
        class="strata"
        :ladder="kitchen.ladder"
        :from="from"
        :to="to"
        :end_s="end_s"
        :label="`${dots.length} readings, the last at ${percent(summary.last_solids_frac ?? 0)} per cent.`"
      >
        <template #default="{ x, y }">
          <line
            class="aim"
            :x1="x(0)"
            :x2="x(end_s)"
            :y1="y(setup.target_solids_frac)"
            :y2="y(setup.target_solids_frac)"
          />
          <g v-for="d in dots" :key="d.seq" class="reading">
            <line
              :x1="x(d.s)"
              :x2="x(d.s)"
              :y1="y(d.solids_frac_low)"
              :y2="y(d.solids_frac_high)"
            />
            <circle v-if="d.reading.kind === 'weight'" :cx="x(d.s)" :cy="y(d.solids_frac)" r="6" />
            <rect
              v-else-if="d.reading.kind === 'thermometer'"
              :x="x(d.s) - 5"
              :y="y(d.solids_frac) - 5"
              width="10"
              height="10"
            />
            <path v-else :d="`M${x(d.s)} ${y(d.solids_frac) - 7}l7 12h-14z`" />
          </g>
        </template>
      </StrataDrawing>
      <p class="small soft">
        Minutes from heat on. Round: weighed. Square: thermometer. Triangle: string, spoon or drop.
        Bars: 80 %.
      </p>
    </section>

    <section class="log" aria-label="What happened">
      <h2>What happened</h2>
      <ol>
        <li v-for="l in log" :key="l.seq" :class="{ undone: l.undone }">
          <span class="figures soft">{{ l.after }}</span>
          <span>{{ l.words }}<template v-if="l.undone"> (taken back)</template></span>
          <span v-if="l.reading" class="figures soft">
            {{ percent(l.reading.solids_frac) }} %
          </span>
        </li>
      </ol>
    </section>

    <section class="side">
      <h2>Steps</h2>
      <StepRow
        v-for="(r, i) in rows"
        :key="r.key"
        :number="i + 1"
        :title="r.title"
        :place="r.place"
        :time="r.time"
      />
      <TroubleNote v-if="refused" :words="refused" />
      <details v-if="batch.state.phase === 'done'">
        <summary class="key">
          {{ batch.verdict ? 'Judge it anew' : 'How did it turn out?' }}
        </summary>
        <VerdictForm
          :verdict="batch.verdict"
          :has_scale="batch.setup.has_scale !== false"
          @judged="judge"
        />
      </details>
    </section>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(16rem, 1fr);
  gap: var(--gap-5) var(--gap-6);
}

header,
.figures-row {
  grid-column: 1 / -1;
}

header p {
  margin: 0;
}

.note {
  font-size: var(--size-lead);
  font-style: italic;
}

.figures-row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-4) var(--gap-6);
}

.drawing {
  grid-column: 1;
}

.drawing p {
  margin: var(--gap-2) 0 0;
}

.strata {
  height: 22rem;
}

.aim {
  stroke: var(--ink);
  stroke-dasharray: 6 4;
}

.reading > * {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2.25;
}

.log {
  grid-column: 1;
}

.side {
  grid-column: 2;
  grid-row: 3 / span 2;
}

ol {
  list-style: none;
  margin: var(--gap-3) 0 0;
  padding: 0;
}

ol li {
  display: grid;
  grid-template-columns: minmax(2.5rem, auto) minmax(0, 1fr) auto;
  gap: var(--gap-3);
  padding: var(--gap-1) 0;
  border-top: var(--line) solid var(--steel);
}

.undone span:nth-child(2) {
  text-decoration: line-through;
  color: var(--ink-soft);
}

details {
  margin-top: var(--gap-5);
}

summary {
  margin-bottom: var(--gap-4);
}

@container room (max-width: 51.75rem) {
  .page {
    grid-template-columns: minmax(0, 1fr);
  }

  .side {
    grid-column: 1;
    grid-row: auto;
  }
}
</style>
