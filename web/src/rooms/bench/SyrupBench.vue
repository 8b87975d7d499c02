<script setup lang="ts">
import LearntSaid from '@/batch/LearntSaid.vue'
import './panels/panels.css'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { entryName } from '@/live/entryName'
import { useKitchen } from '@/live/kitchen'
import InTurn from '@/look/pieces/InTurn.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { number } from '@/units/format'
import type { PanAsk } from './ask'
import BoilView from './BoilView.vue'
import CursorReadout from './CursorReadout.vue'
import KeepRow from './KeepRow.vue'
import PanControls from './PanControls.vue'
import AcidPanel from './panels/AcidPanel.vue'
import ClockPanel from './panels/ClockPanel.vue'
import RightPanel from './panels/RightPanel.vue'
import SoakPanel from './panels/SoakPanel.vue'
import TermsPanel from './panels/TermsPanel.vue'
import WherePanel from './panels/WherePanel.vue'
import { panOf, questionOf, ringOf, roomOf } from './question'
import { useBench, type Which } from './useBench'

const kitchen = useKitchen()
const router = useRouter()

const {
  two,
  asks,
  question,
  questions,
  setHand,
  hand,
  ask,
  change,
  compare,
  choose,
  boils,
  boil,
  span,
  cursors,
  here,
} = useBench(kitchen)

const thermometerOf = (a: PanAsk) => kitchen.thermometer(a.thermometer_id)
const thermometerName = (a: PanAsk) => {
  const own = thermometerOf(a)
  return own ? `on the ${own.thermometer.name.toLowerCase()}` : 'true temperature'
}
function titleOf(a: PanAsk): string {
  const altitude = roomOf(kitchen, a)?.altitude_m
  const place = altitude == null ? '' : `, at ${number(altitude)} m`
  return `${panOf(kitchen, a)?.pan.name ?? ''} on the ${ringOf(kitchen, a)?.ring.name.toLowerCase() ?? ''}${place}`
}

const located = ref<Api<'Correction'>>()
const marked = (which: Which) =>
  question.value === 'where' && hand.value === which ? located.value : undefined

const views = { a: ref<InstanceType<typeof BoilView>>(), b: ref<InstanceType<typeof BoilView>>() }
const viewA = views.a
const viewB = views.b
const picture = () => views[hand.value].value?.svg()

const refused = ref('')
// The same start sent again, its answer lost on the way, is one batch.
const entry_id = computed(() => (JSON.stringify(ask.value) ? entryName() : ''))
async function putOn(): Promise<void> {
  const a = ask.value
  if (!boil.value) return
  try {
    const batch = await answer(
      api.POST('/api/v1/batches', {
        params: { query: { entry_id: entry_id.value } },
        body: {
          contents: questionOf(kitchen, a)?.contents,
          charge: boil.value.charge,
          stage: a.stage,
          pan_id: panOf(kitchen, a)?.id,
          ring_id: ringOf(kitchen, a)?.id,
          thermometer_id: thermometerOf(a)?.id,
        },
      }),
    )
    await router.push(`/stove/${batch.id}`)
  } catch (thrown) {
    refused.value = wordsOf(thrown)
  }
}
/** What was learnt of this ring; the rest is in the figures of a batch. */
const learnt = computed(() => {
  const id = ringOf(kitchen, ask.value)?.id
  const used = kitchen.view?.learnt ?? []
  return used.filter((u) => u.about.kind === 'ring_power' && u.about.ring_id === id)
})
</script>

<template>
  <div class="bench" :class="{ two, waits: !boil && !boils.a.trouble.value }">
    <form class="side" aria-label="What is in the pan" @submit.prevent="putOn">
      <KeyRow
        v-if="two"
        v-model="setHand"
        label="Pan to set"
        :choices="[
          { key: 'a', name: 'First' },
          { key: 'b', name: 'Second' },
        ]"
      />
      <InTurn>
        <PanControls :key="hand" :ask="ask" @change="change" />
      </InTurn>
      <v-btn class="key strong" type="submit" :disabled="!boil">
        Put it on the {{ ringOf(kitchen, ask)?.ring.name.toLowerCase() }}
      </v-btn>
      <TroubleNote v-if="refused" :words="refused" />
      <LearntSaid :learnt="learnt" />
    </form>

    <div class="drawings">
      <BoilView
        ref="viewA"
        v-model:cursor_s="cursors.a.value"
        :boil="boils.a.found.value"
        :trouble="boils.a.trouble.value"
        :stage="kitchen.stageName(asks.a.stage)"
        :thermometer="thermometerName(asks.a)"
        :title="titleOf(asks.a)"
        :level="1"
        :span="span"
        :located="marked('a')"
      />
      <BoilView
        v-if="two"
        ref="viewB"
        v-model:cursor_s="cursors.b.value"
        :boil="boils.b.found.value"
        :trouble="boils.b.trouble.value"
        :stage="kitchen.stageName(asks.b.stage)"
        :thermometer="thermometerName(asks.b)"
        :title="titleOf(asks.b)"
        :level="2"
        :span="span"
        :located="marked('b')"
      />
    </div>

    <div class="readouts">
      <CursorReadout
        v-if="here.a.value"
        :here="here.a.value"
        :thermometer="thermometerName(asks.a)"
        :brief="two"
      />
      <CursorReadout
        v-if="two && here.b.value"
        :here="here.b.value"
        :thermometer="thermometerName(asks.b)"
        brief
      />
    </div>

    <InTurn>
      <section class="below" aria-label="Questions">
        <div class="tools">
          <KeyRow
            label="Ask the bench"
            class="asked"
            :choices="questions"
            :model-value="question"
            @update:model-value="choose"
          />
          <v-btn class="key" :aria-pressed="two" @click="compare"> Two pans side by side </v-btn>
        </div>
        <WherePanel
          v-if="question === 'where'"
          :ask="ask"
          :charge="boil?.charge"
          @located="located = $event"
        />
        <RightPanel v-else-if="question === 'right'" :ask="ask" />
        <ClockPanel v-else-if="question === 'clock'" :ask="ask" />
        <AcidPanel v-else-if="question === 'acid'" :ask="ask" />
        <SoakPanel v-else-if="question === 'soak'" :solids_frac="here[hand].value?.solids_frac" />
        <TermsPanel v-else :ask="ask" :thermometer="thermometerName(ask)" />
        <KeepRow :boil="boil" :picture="picture" />
      </section>
    </InTurn>
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template:
    'side drawings readouts' auto
    'side below below' 1fr / 13.5rem minmax(0, 1fr) 14.5rem;
  gap: var(--gap-5) var(--gap-6);
}

.two {
  grid-template:
    'side drawings' auto
    'side readouts' auto
    'side below' 1fr / 13.5rem minmax(0, 1fr);
}

/* Until the first drawing is there, nothing stands where it would be pushed away from. */
.waits .side,
.waits .below {
  visibility: hidden;
}

.side {
  grid-area: side;
  display: grid;
  gap: var(--gap-4);
  align-content: start;
  padding-right: var(--gap-5);
  border-right: var(--line) solid var(--steel);
}

.drawings {
  grid-area: drawings;
  display: grid;
  min-width: 0;
}

.two .drawings,
.two .readouts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--gap-5);
}

.readouts {
  grid-area: readouts;
}

.below {
  grid-area: below;
  display: grid;
  gap: var(--gap-4);
  align-content: start;
  padding-top: var(--gap-4);
  border-top: var(--line) solid var(--steel);
  min-width: 0;
}

.tools {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3) var(--gap-5);
}

.asked {
  flex: 1 1 34rem;
  flex-wrap: wrap;
}

@container room (max-width: 60.5rem) {
  .bench,
  .two {
    grid-template:
      'drawings' auto
      'readouts' auto
      'side' auto
      'below' auto / minmax(0, 1fr);
  }

  .side {
    padding-right: 0;
    border-right: 0;
  }
}

@container room (max-width: 38rem) {
  .two .drawings {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media print {
  .side,
  .below {
    display: none;
  }
}
</style>
