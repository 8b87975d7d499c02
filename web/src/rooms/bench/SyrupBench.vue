<script setup lang="ts">
import './panels/panels.css'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { entryName } from '@/live/entryName'
import { useKitchen } from '@/live/kitchen'
import InTurn from '@/look/pieces/InTurn.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { number } from '@/units/format'
import { readAsk, writeAsk, type PanAsk } from './ask'
import BoilView from './BoilView.vue'
import CursorReadout from './CursorReadout.vue'
import { saveCsv, savePng, saveSvg } from './exportCurve'
import PanControls from './PanControls.vue'
import AcidPanel from './panels/AcidPanel.vue'
import ClockPanel from './panels/ClockPanel.vue'
import RightPanel from './panels/RightPanel.vue'
import TermsPanel from './panels/TermsPanel.vue'
import WherePanel from './panels/WherePanel.vue'
import { pointAt } from './pointAt'
import { panOf, questionOf, ringOf, roomOf } from './question'
import { useBenchAddress } from './useBenchAddress'
import { useAnswer } from '@/live/useAnswer'

const kitchen = useKitchen()
const router = useRouter()

// The address carries the whole bench: the first pan, the second if there is one, the question asked.
type Which = 'a' | 'b'
const { query, write } = useBenchAddress()
const two = computed(() => query.value['two'] === '1')
const asks = computed(() => ({
  a: readAsk(query.value, kitchen.ladder),
  b: readAsk(query.value, kitchen.ladder, 'b_'),
}))
type Question = 'where' | 'right' | 'clock' | 'acid' | 'terms'
const question = computed<Question>(() => {
  const asked = query.value['ask']
  return questions.find((q) => q.key === asked)?.key ?? 'where'
})
const questions = [
  { key: 'where', name: 'Where am I?' },
  { key: 'right', name: 'Left over, cold, mixed' },
  { key: 'clock', name: 'By the clock' },
  { key: 'acid', name: 'Acid and graining' },
  { key: 'terms', name: 'In all words' },
] as const

function go(a: PanAsk, b: PanAsk | undefined, asked: Question = question.value): void {
  const second = b ? { two: '1', ...writeAsk(b, 'b_') } : {}
  write({ ...writeAsk(a), ...second, ask: asked })
}
const setHand = ref<Which>('a')
const hand = computed<Which>(() => (two.value ? setHand.value : 'a'))
const ask = computed(() => asks.value[hand.value])
function change(part: Partial<PanAsk>): void {
  const { a, b } = asks.value
  if (hand.value === 'a') go({ ...a, ...part }, two.value ? b : undefined)
  else go(a, { ...b, ...part })
}
function compare(): void {
  const { a } = asks.value
  setHand.value = two.value ? 'a' : 'b'
  go(a, two.value ? undefined : { ...a })
}
const choose = (asked: Question) => go(asks.value.a, two.value ? asks.value.b : undefined, asked)

const boilOf = (which: Which) =>
  useAnswer(
    () => (which === 'b' && !two.value ? undefined : questionOf(kitchen, asks.value[which])),
    (body) => api.POST('/api/v1/syrup/boil-down', { body }),
  )
const boils = { a: boilOf('a'), b: boilOf('b') }
const boil = computed(() => boils[hand.value].found.value)

/** Two drawings stand on the same axes, so that they can be compared by eye. */
const span = computed(() => {
  const [a, b] = [boils.a.found.value, boils.b.found.value]
  if (!two.value || !a || !b) return undefined
  const start = (x: typeof a) => x.series[0]?.solids_frac ?? 0.5
  const end = (x: typeof a) => x.series.at(-1)?.solids_frac ?? 0.85
  const last = (x: typeof a) =>
    Math.max(x.series.at(-1)?.elapsed_s ?? 0, x.tail.at(-1)?.elapsed_s ?? 0)
  return {
    from: Math.max(0, Math.min(start(a), start(b)) - 0.02),
    to: Math.max(end(a), end(b)),
    end_s: Math.max(last(a), last(b)),
  }
})

const cursors = { a: ref(0), b: ref(0) }
// A new boil puts its cursor on the moment that matters.
for (const which of ['a', 'b'] as const)
  watch(boils[which].found, (b) => {
    if (b) cursors[which].value = b.turn_off.at.mid_s
  })
const hereOf = (which: Which) =>
  computed(() => {
    const found = boils[which].found.value
    return found ? pointAt(found.series, cursors[which].value) : undefined
  })
const here = { a: hereOf('a'), b: hereOf('b') }

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
function picture(): SVGSVGElement | undefined {
  return views[hand.value].value?.svg()
}
async function exportAs(kind: 'csv' | 'svg' | 'png'): Promise<void> {
  const svg = picture()
  if (kind === 'csv' && boil.value) saveCsv(boil.value)
  if (kind === 'svg' && svg) saveSvg(svg)
  if (kind === 'png' && svg) await savePng(svg)
}
const copied = ref(false)
async function copyLink(): Promise<void> {
  await navigator.clipboard.writeText(location.href).catch(() => undefined)
  copied.value = true
  setTimeout(() => (copied.value = false), 2000)
}

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
      <button class="key strong" type="submit" :disabled="!boil">
        Put it on the {{ ringOf(kitchen, ask)?.ring.name.toLowerCase() }}
      </button>
      <TroubleNote v-if="refused" :words="refused" />
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
          <button type="button" class="key" :aria-pressed="two" @click="compare">
            Two pans side by side
          </button>
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
        <TermsPanel v-else :ask="ask" :thermometer="thermometerName(ask)" />
        <p class="save">
          <span class="label">Keep</span>
          <button type="button" class="key" @click="copyLink">
            {{ copied ? 'Link copied' : 'Copy link' }}
          </button>
          <button type="button" class="key" :disabled="!boil" @click="exportAs('csv')">
            Curve as CSV
          </button>
          <button type="button" class="key" :disabled="!boil" @click="exportAs('svg')">
            Drawing as SVG
          </button>
          <button type="button" class="key" :disabled="!boil" @click="exportAs('png')">
            Drawing as PNG
          </button>
        </p>
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

.save {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2);
  margin: 0;
}

.save .key {
  min-height: 2.75rem;
  border-color: var(--steel);
  font-size: var(--size-small);
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
