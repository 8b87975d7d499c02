<script setup lang="ts">
import { onKeyStroke, useWakeLock } from '@vueuse/core'
import { computed, ref } from 'vue'
import VerdictForm from '@/batch/VerdictForm.vue'
import EventButton from '@/look/pieces/EventButton.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import StageLadder from '@/look/pieces/StageLadder.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import LessonSaid from '@/batch/LessonSaid.vue'
import LeftAlone from './LeftAlone.vue'
import NotSent from './NotSent.vue'
import OtherPans from './OtherPans.vue'
import QuietKeys from './QuietKeys.vue'
import ReadingKeys from './ReadingKeys.vue'
import StepSide from './StepSide.vue'
import SyrupFigures from './SyrupFigures.vue'
import TestSaid from './TestSaid.vue'
import { longSince } from '@/units/format'
import { useCookSheet } from './useCookSheet'

/** One batch at the stove: the one thing to do now, and everything to do it with. */
const props = defineProps<{ id: number }>()
const sheet = useCookSheet(() => props.id)
const { kitchen, batch, state, setup, syrup, step, over, said, gates, inHand, onStep } = sheet
const { weighs, bigWords, canFail, trouble, refused, busy, happened, read, setFlame, tick, undo } =
  sheet

// The screen stays awake while something is on the ring.
const awake = useWakeLock()
void awake.request('screen').catch(() => undefined)

const ENDED: Record<string, string> = {
  done: 'Done',
  given_up: 'Given up',
  resting: 'Left for later',
}
/** Nobody wrote about it for a day: what became of it is the one thing to know. */
const left = computed(() => {
  const s = state.value?.unattended_s
  if (s == null) return ''
  return `Nothing was written about it for ${longSince(s)}. If a flame still burns under it, put it out first.`
})
const missing = computed(() => gates.value.filter((g) => !g.ticked).length)
const flames = [
  { key: 'off', name: 'Off' },
  { key: 'low', name: 'Low' },
  { key: 'medium', name: 'Medium' },
  { key: 'high', name: 'High' },
] as const
const TESTS = ['test', 'read_now', 'look_now', 'back_on', 'not_yet', 'turn_off_now']
const testing = computed(() => TESTS.includes(state.value?.advice.kind ?? ''))
const stage = computed(() => kitchen.stageName(setup.value?.stage ?? ''))
const changes = computed(() => setup.value?.chosen?.changes ?? [])
const allergens = computed(() => setup.value?.allergens ?? [])

const keys = ref<InstanceType<typeof ReadingKeys>>()
const typing = () =>
  document.activeElement instanceof HTMLInputElement ||
  document.activeElement instanceof HTMLTextAreaElement
const onKey = (key: string, act: () => void) =>
  onKeyStroke(key, (event) => {
    // A key that is held is one press.
    if (event.repeat || typing() || event.ctrlKey || event.metaKey || event.altKey || over.value)
      return
    event.preventDefault()
    act()
  })
onKey('w', () => weighs.value && void keys.value?.choose('weight'))
onKey('t', () => void keys.value?.choose('thermometer'))
onKey('s', () => void keys.value?.choose('string'))
onKey('d', () => void keys.value?.choose('seen'))
onKey('n', () => canFail.value && read({ kind: 'not_yet' }))
onKey('u', undo)
onKey('e', happened)
</script>

<template>
  <TroubleNote v-if="trouble && !batch" :words="trouble" />
  <p v-else-if="!batch || !state || !setup || !said">Fetching the sheet…</p>
  <div v-else class="cook">
    <OtherPans :but="id" />
    <div class="sheet" :class="{ urgent: said.urgent && !left, with_syrup: syrup }">
      <section class="at-hand" aria-live="polite">
        <p class="label">
          {{ setup.title }} · {{ setup.pan.name }} on the {{ setup.ring.name.toLowerCase() }}
          <template v-if="onStep && !over"> · {{ onStep }} on this step</template>
        </p>
        <template v-if="!over">
          <h1>{{ left ? 'Is this still going on?' : said.headline }}</h1>
          <p class="lead">{{ left || said.detail }}</p>
        </template>
        <template v-else>
          <h1>{{ ENDED[state.phase] }}</h1>
          <p class="lead">
            It is in the <router-link :to="`/notebook/${id}`">notebook</router-link>.
            <template v-if="state.phase === 'resting'"
              >Take the last entry back, and it goes on.</template
            >
          </p>
        </template>
      </section>

      <aside v-if="syrup" class="side" aria-label="Where the syrup stands">
        <StageLadder
          class="ladder"
          :stages="kitchen.ladder"
          :now="syrup.solids_frac"
          :target="setup.target_solids_frac"
          :from="0.6"
          :to="0.86"
        />
      </aside>

      <ul v-if="gates.length" class="gates" aria-label="Before the heat">
        <li v-for="g in gates" :key="g.key">
          <label class="gate">
            <input type="checkbox" :checked="g.ticked" @change="tick(g.key, !g.ticked)" />
            <span>{{ g.text }}</span>
          </label>
        </li>
      </ul>
      <p v-if="inHand.length && !syrup?.dissolved" class="in-hand">
        <span class="label">Have in hand</span>
        <span v-for="i in inHand" :key="i.name" class="figures"
          ><strong>{{ i.first }}</strong> {{ i.name }}
          <span v-if="i.beside" class="soft">({{ i.beside }})</span></span
        >
      </p>

      <LeftAlone v-if="left" class="act" @rest="sheet.rest" @give-up="sheet.giveUp" />
      <section v-if="!over" class="act">
        <TroubleNote v-if="refused" :words="refused" />
        <TestSaid
          v-if="syrup?.last_test"
          :test="syrup.last_test"
          :advice="state.advice"
          :stage="stage"
          :has_scale="setup.has_scale !== false"
        />
        <div class="done" :class="{ two: canFail }">
          <EventButton :words="bigWords" hotkey="E" :busy="busy" @happened="happened" />
          <button
            v-if="canFail"
            type="button"
            class="key not-yet"
            :disabled="busy"
            @click="read({ kind: 'not_yet' })"
          >
            Not yet <kbd>N</kbd>
          </button>
        </div>
        <NotSent :entries="sheet.notSent.value" />
        <p v-if="missing" class="small soft">
          {{ missing }} {{ missing === 1 ? 'thing is' : 'things are' }} not ticked yet.
        </p>
        <ReadingKeys
          v-if="syrup"
          ref="keys"
          :ladder="kitchen.ladder"
          :thermometer="setup.thermometer?.name"
          :has_scale="weighs"
          :gross_g="syrup.gross_g"
          :shown_c="syrup.shown_c"
          :testing="testing"
          @read="read"
        />
      </section>

      <SyrupFigures v-if="syrup" class="figures" :setup="setup" :syrup="syrup" />
      <p v-if="syrup?.surprise" class="caution surprise">
        That reading is far from what the clock expected. If it was a slip, take it back; if not,
        Unctum now trusts it.
      </p>

      <section v-if="!over" class="act">
        <div v-if="state.phase === 'syrup'" class="flame">
          <span class="label" aria-hidden="true">Flame</span>
          <KeyRow
            label="Flame"
            :choices="flames"
            :model-value="state.flame"
            @update:model-value="setFlame"
          />
        </div>
        <QuietKeys
          :can-undo="state.can_undo != null || sheet.notSent.value.length > 0"
          :ended="false"
          @undo="undo"
          @give-up="sheet.giveUp"
        />
      </section>

      <template v-if="state.phase === 'done'">
        <VerdictForm
          class="act"
          :verdict="batch.verdict"
          :has_scale="setup.has_scale !== false"
          @judged="sheet.judge"
        />
        <LessonSaid
          v-if="batch.lesson && batch.verdict"
          class="act"
          :lesson="batch.lesson"
          :has_scale="setup.has_scale !== false"
        />
      </template>
      <QuietKeys v-if="over" class="act" can-undo ended @undo="undo" />

      <div class="why">
        <p v-if="changes.length">
          <span class="label">Changed</span><br />{{ changes.join(', ') }}.
        </p>
        <p v-if="allergens.length">
          <span class="label">Contains</span><br />{{ allergens.join(', ') }}.
        </p>
        <StepSide :setup="setup" :state="state" :step="step" />
      </div>
    </div>
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 15rem 19rem;
  grid-auto-rows: min-content;
  gap: var(--gap-5) var(--gap-6);
  align-items: start;
}

.cook {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--gap-4);
}

.at-hand,
.figures,
.gates,
.in-hand,
.act,
.surprise {
  grid-column: 1;
}

.side {
  grid-column: 2;
  grid-row: 1 / span 5;
}

.sheet:not(.with_syrup) > :is(.at-hand, .gates, .in-hand, .act) {
  grid-column: 1 / span 2;
}

.why {
  grid-column: 3;
  grid-row: 1 / span 8;
  padding-left: var(--gap-5);
  border-left: var(--line) solid var(--steel);
}

.ladder {
  height: 27rem;
}

h1 {
  font-size: var(--size-shout);
}

.at-hand p {
  margin: 0 0 var(--gap-2);
}

.lead {
  font-size: var(--size-lead);
  max-width: 38rem;
}

/* What cannot wait turns the plate over: light on dark, or dark on light. */
.urgent .at-hand {
  margin: calc(-1 * var(--gap-3)) calc(-1 * var(--gap-4)) 0;
  padding: var(--gap-3) var(--gap-4);
  background: var(--ink);
  color: var(--on-ink);
}

.urgent .at-hand .label {
  color: inherit;
}

.gates {
  list-style: none;
  padding: 0;
  margin: 0;
  border-bottom: var(--line) solid var(--steel);
}

.gate {
  display: flex;
  align-items: center;
  gap: var(--gap-4);
  min-height: var(--touch);
  border-top: var(--line) solid var(--steel);
  font-size: var(--size-lead);
  cursor: pointer;
}

.gate input {
  width: 1.75rem;
  height: 1.75rem;
  flex: none;
  accent-color: var(--ink);
}

.in-hand {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: var(--gap-2) var(--gap-5);
  margin: 0;
  font-size: var(--size-lead);
}

.act {
  display: grid;
  gap: var(--gap-4);
}

.act > p {
  margin: 0;
}

.done {
  display: grid;
  gap: var(--gap-2);
}

.done.two {
  grid-template-columns: minmax(0, 1fr) minmax(6.5rem, 28%);
}

.not-yet {
  font-size: var(--size-lead);
  font-weight: 650;
  line-height: 1.15;
}

.flame {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  align-items: center;
  gap: var(--gap-4);
}

@media (pointer: coarse), (max-width: 640px) {
  .not-yet kbd {
    display: none;
  }
}

@container room (max-width: 66.75rem) {
  .sheet {
    grid-template-columns: minmax(0, 1fr) 12rem;
  }

  .why {
    grid-column: 1 / -1;
    grid-row: auto;
    padding-left: 0;
    border-left: 0;
  }
}

@container room (max-width: 38rem) {
  .sheet {
    grid-template-columns: minmax(0, 1fr);
    gap: var(--gap-4);
  }

  .side {
    grid-column: 1;
    grid-row: auto;
    order: 1;
  }

  .ladder {
    height: 16rem;
  }

  .why {
    order: 2;
  }

  .sheet:not(.with_syrup) > :is(.at-hand, .gates, .in-hand, .act) {
    grid-column: 1;
  }
}
</style>
