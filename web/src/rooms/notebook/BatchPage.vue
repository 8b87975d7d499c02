<script setup lang="ts">
import { computed } from 'vue'
import { useKitchen } from '@/live/kitchen'
import FigureValue from '@/look/pieces/FigureValue.vue'
import StepRow from '@/look/pieces/StepRow.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { heardInBrief } from '@/batch/heard'
import { besideTexture, textureName } from '@/batch/textures'
import { useBatch } from '@/batch/useBatch'
import LessonSaid from '@/batch/LessonSaid.vue'
import VerdictForm from '@/batch/VerdictForm.vue'
import { clock, dayAndHour, gramUnit, grams, number, percent } from '@/units/format'
import { sayEvent } from '@/batch/sayEvent'
import ReadingsDrawn from './ReadingsDrawn.vue'
import { hasScale } from '@/units/measures'

const props = defineProps<{ id: number }>()
const kitchen = useKitchen()
const { batch, trouble, refused, judge } = useBatch(() => props.id)

const setup = computed(() => batch.value?.setup)
const summary = computed(() => batch.value?.summary)

const log = computed(() => {
  const view = batch.value
  if (!view) return []
  return view.log
    .filter((l) => l.event !== 'undone' && l.event !== 'heard')
    .map((l) => ({
      seq: l.seq,
      after: clock((l.at_ms - view.started_ms) / 1000),
      words: sayEvent(l, view.setup, kitchen.stageName),
      reading: view.readings.find((r) => r.seq === l.seq),
      undone: view.state.undone.includes(l.seq),
    }))
})
const heard = computed(() =>
  batch.value ? heardInBrief(batch.value.log, batch.value.setup, kitchen.stageName) : [],
)
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
      <p v-if="batch.verdict && besideTexture(batch.verdict)">
        {{ besideTexture(batch.verdict) }}
      </p>
      <p v-if="batch.verdict?.note" class="note">“{{ batch.verdict.note }}”</p>
      <LessonSaid v-if="batch.lesson" :lesson="batch.lesson" :has_scale="hasScale(setup)" />
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
        v-if="summary.target_solids_frac != null"
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
        v-if="summary.planned_min"
        label="planned by the ring’s plate"
        size="figure"
        :value="number(summary.planned_min.mid, 1)"
        unit="min"
        :low="number(summary.planned_min.low, 1)"
        :high="number(summary.planned_min.high, 1)"
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
        label="good pieces"
        size="figure"
        :value="`${batch.verdict.pieces}`"
      />
    </div>

    <ReadingsDrawn
      v-if="batch.readings.length && kitchen.ladder.length"
      :batch="batch"
      :setup="setup"
    />

    <section class="log" aria-label="What happened">
      <h2>What happened</h2>
      <p v-for="h in heard" :key="h" class="soft">{{ h }}</p>
      <ol>
        <li v-for="l in log" :key="l.seq" :class="{ undone: l.undone }">
          <span class="figures soft">{{ l.after }}</span>
          <span>{{ l.words }}<template v-if="l.undone"> (taken back)</template></span>
          <span v-if="l.reading" class="figures soft">
            {{ percent(l.reading.solids_frac.mid) }} %
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
        <VerdictForm :verdict="batch.verdict" :has_scale="hasScale(batch.setup)" @judged="judge" />
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
