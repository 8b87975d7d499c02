<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { computed } from 'vue'
import { useKitchen } from '@/live/kitchen'
import FigureValue from '@/look/pieces/FigureValue.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { heardInBrief } from '@/batch/heard'
import { besideTexture, textureName } from '@/batch/textures'
import { useBatch } from '@/batch/useBatch'
import LessonSaid from '@/batch/LessonSaid.vue'
import VerdictForm from '@/batch/VerdictForm.vue'
import { clock, dayAndHour, gramUnit, grams, number, percent } from '@/units/format'
import { sayEvent } from '@/batch/sayEvent'
import CausesSaid from './CausesSaid.vue'
import MakeAgain from './MakeAgain.vue'
import PhotoStrip from './PhotoStrip.vue'
import ReadingsDrawn from './ReadingsDrawn.vue'
import StepsTold from './StepsTold.vue'
import TastedLater from './TastedLater.vue'
import { useBatchPage } from './useBatchPage'
import { hasScale } from '@/units/measures'
import WaitingPart from '@/look/pieces/WaitingPart.vue'

const props = defineProps<{ id: number }>()
const kitchen = useKitchen()
const { batch, trouble, refused, judge } = useBatch(() => props.id)
const {
  page,
  trouble: wrong,
  busy,
  removed,
  addPhotos,
  removePhoto,
  taste,
  untaste,
  bringBack,
} = useBatchPage(() => props.id)

const setup = computed(() => batch.value?.setup)
const summary = computed(() => batch.value?.summary)

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
const heard = computed(() => (batch.value ? heardInBrief(batch.value, kitchen.stageName) : []))
const print = () => window.print()
</script>

<template>
  <TroubleNote v-if="trouble && !batch" :words="trouble" />
  <WaitingPart v-else-if="!batch || !setup || !summary" tall words="Opening the page…" />
  <div v-else class="page">
    <header>
      <v-btn class="key print" @click="print">Print</v-btn>
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
      <p v-if="batch.begun_ahead_s || batch.ahead_seqs.length" class="caution">
        {{ batch.begun_ahead_s ? 'This batch' : 'Some of this batch' }} was written under a clock
        that ran ahead: its times are still to come.
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
      v-if="page && kitchen.ladder.length"
      :batch="batch"
      :setup="setup"
      :track="page.track"
    />
    <div v-if="page" class="side">
      <TroubleNote v-if="refused || wrong" :words="refused || wrong" />
      <CausesSaid v-if="page.causes.length" :causes="page.causes" />
      <MakeAgain v-if="batch.state.phase === 'done'" :id="id" />
      <FoldPart
        v-if="batch.state.phase === 'done'"
        plate
        :title="batch.verdict ? 'Judge it anew' : 'How did it turn out?'"
      >
        <VerdictForm :verdict="batch.verdict" :has_scale="hasScale(batch.setup)" @judged="judge" />
      </FoldPart>
    </div>
    <StepsTold v-if="page" class="across" :steps="page.steps" />
    <template v-if="page">
      <PhotoStrip
        class="across"
        :photos="page.photos"
        :most="page.most_photos"
        :busy="busy"
        @add="addPhotos"
        @remove="removePhoto"
      />
      <p v-if="removed" class="across back" role="status">
        {{ removed.of === 'photo' ? 'The photograph is away.' : 'The tasting is away.' }}
        <v-btn class="key" @click="bringBack">Bring it back</v-btn>
      </p>
      <TastedLater
        v-if="batch.state.phase === 'done'"
        class="across"
        :tastings="page.tastings"
        :busy="busy"
        @taste="taste"
        @remove="untaste"
      />
    </template>

    <section v-if="page || wrong" class="log" aria-label="What happened">
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
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(16rem, 1fr);
  gap: var(--gap-5) var(--gap-6);
}

header,
.figures-row,
.log,
.across {
  grid-column: 1 / -1;
}

header p {
  margin: 0;
}

.print {
  float: right;
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

.side {
  display: grid;
  gap: var(--gap-4);
  align-content: start;
}

.back {
  display: flex;
  gap: var(--gap-3);
  align-items: center;
  margin: 0;
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

@container room (max-width: 51.75rem) {
  .page {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media print {
  .print,
  .fold {
    display: none;
  }
}
</style>
