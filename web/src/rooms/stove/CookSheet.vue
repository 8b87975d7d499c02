<script setup lang="ts">
import { onKeyStroke, useWakeLock } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import EventButton from '@/look/pieces/EventButton.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import StageLadder from '@/look/pieces/StageLadder.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { celsius, clock, degreeUnit, gramUnit, grams } from '@/units/format'
import { sayAdvice } from '@/batch/advice'
import StepSide from './StepSide.vue'
import ReadingKeys from './ReadingKeys.vue'
import { useBatch } from '@/batch/useBatch'
import VerdictForm from '@/batch/VerdictForm.vue'

const props = defineProps<{ id: number }>()
const kitchen = useKitchen()
const { batch, trouble, refused, busy, log, judge } = useBatch(() => props.id)

// The screen stays awake while something is on the ring.
const awake = useWakeLock()
void awake.request('screen').catch(() => undefined)

const state = computed(() => batch.value?.state)
const setup = computed(() => batch.value?.setup)
const syrup = computed(() => state.value?.syrup)
const step = computed(() => setup.value?.steps.find((s) => s.key === state.value?.current_step))
const over = computed(() => state.value?.phase === 'done' || state.value?.phase === 'given_up')
const said = computed(() =>
  state.value && setup.value ? sayAdvice(state.value, setup.value, kitchen.stageName) : undefined,
)

const gates = computed(() => {
  const ticked = state.value?.steps.find((s) => s.key === step.value?.key)?.ticked ?? []
  return step.value?.gates?.map((g) => ({ ...g, ticked: ticked.includes(g.key) })) ?? []
})
const missing = computed(() => gates.value.filter((g) => !g.ticked).length)

const flames = [
  { key: 'off', name: 'Off' },
  { key: 'low', name: 'Low' },
  { key: 'medium', name: 'Medium' },
  { key: 'high', name: 'High' },
] as const

const inHand = computed(() =>
  (step.value?.inputs ?? []).map((entry) => {
    const line = setup.value?.lines.find((l) => l.ingredient === entry.ingredient)
    return { name: line?.name ?? entry.ingredient, mass_g: entry.amount_g }
  }),
)

const onStep = computed(() => {
  const began = state.value?.steps.find((s) => s.key === state.value?.current_step)?.began_ms
  return state.value && began != null ? clock((state.value.now_ms - began) / 1000) : undefined
})

// The large button is what the advice asks for: the flame while the flame matters, else the event.
const wantsOff = computed(() => state.value?.advice.kind === 'turn_off_now' || boils.value)
const wantsOn = computed(
  () =>
    state.value?.advice.kind === 'heat_on' ||
    (state.value?.advice.kind === 'back_on' && state.value.flame === 'off'),
)
const wantsWater = computed(() => {
  const advice = state.value?.advice
  return advice?.kind === 'add_water' ? Math.round(advice.water_g) : undefined
})
// A boil ends with the flame: only a pan that is off can be tested.
const boils = computed(
  () => step.value?.kind === 'boil_to_stage' && state.value?.flame !== 'off' && !wantsWater.value,
)
const bigWords = computed(() => {
  if (wantsOff.value) return 'The flame is off'
  if (wantsOn.value) return 'The flame is on, medium'
  if (wantsWater.value) return `${grams(wantsWater.value)} ${gramUnit()} of water are in`
  return step.value?.event ?? ''
})
function happened(): void {
  const at = step.value
  if (!at) return
  if (wantsOff.value) void log({ event: 'flame', flame: 'off' })
  else if (wantsOn.value) void log({ event: 'flame', flame: 'medium' })
  else if (wantsWater.value) void log({ event: 'water_added', water_g: wantsWater.value })
  else void log({ event: 'step_done', step: at.key })
}
const setFlame = (flame: Api<'Flame'>) => void log({ event: 'flame', flame })
const tick = (gate: string, ticked: boolean) =>
  step.value && void log({ event: 'gate', step: step.value.key, gate, ticked })
function undo(): void {
  const seq = state.value?.can_undo
  if (seq != null) void log({ event: 'undone', undone_seq: seq })
}

const keys = ref<InstanceType<typeof ReadingKeys>>()
const typing = () =>
  document.activeElement instanceof HTMLInputElement ||
  document.activeElement instanceof HTMLTextAreaElement
const onKey = (key: string, act: () => void) =>
  onKeyStroke(key, (event) => {
    if (typing() || event.ctrlKey || event.metaKey || event.altKey || over.value) return
    event.preventDefault()
    act()
  })
onKey('w', () => void keys.value?.choose('weight'))
onKey('t', () => void keys.value?.choose('thermometer'))
onKey('s', () => void keys.value?.choose('string'))
onKey('d', () => void keys.value?.choose('seen'))
onKey('u', undo)
onKey('e', happened)
</script>

<template>
  <TroubleNote v-if="trouble && !batch" :words="trouble" />
  <p v-else-if="!batch || !state || !setup || !said">Fetching the sheet…</p>
  <div v-else class="sheet" :class="{ urgent: said.urgent }">
    <section class="at-hand" aria-live="polite">
      <p class="label">
        {{ setup.title }} · {{ setup.pan.name }} on the {{ setup.ring.name.toLowerCase() }}
        <template v-if="onStep && !over"> · {{ onStep }} on this step</template>
      </p>
      <template v-if="!over">
        <h1>{{ said.headline }}</h1>
        <p class="lead">{{ said.detail }}</p>
      </template>
      <template v-else>
        <h1>{{ state.phase === 'done' ? 'Done' : 'Given up' }}</h1>
        <p class="lead">
          It is in the <router-link :to="`/notebook/${id}`">notebook</router-link>.
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

    <section v-if="syrup" class="figures-row" aria-label="The syrup now">
      <FigureValue
        label="still to boil off"
        size="shout"
        :value="grams(Math.max(0, syrup.water_to_turn_off_g.mid))"
        :unit="gramUnit()"
        :low="grams(Math.max(0, syrup.water_to_turn_off_g.low))"
        :high="grams(Math.max(0, syrup.water_to_turn_off_g.high))"
      />
      <FigureValue
        v-if="syrup.turn_off_in_s"
        label="until the flame goes off"
        size="shout"
        :value="clock(syrup.turn_off_in_s.mid)"
        unit="min"
        :low="clock(syrup.turn_off_in_s.low)"
        :high="clock(syrup.turn_off_in_s.high)"
      />
      <FigureValue
        label="turn off at, on the scale"
        size="figure"
        :value="grams(syrup.turn_off_gross_g)"
        :unit="gramUnit()"
      />
      <FigureValue
        :label="`or on the ${(setup.thermometer?.name ?? 'thermometer').toLowerCase()}`"
        size="figure"
        :value="celsius(syrup.turn_off_shown_c)"
        :unit="degreeUnit()"
      />
    </section>
    <p v-if="syrup?.surprise" class="caution surprise">
      That reading is far from what the clock expected. If it was a slip, take it back; if not,
      Unctum now trusts it.
    </p>

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
        ><strong>{{ grams(i.mass_g) }} {{ gramUnit() }}</strong> {{ i.name.toLowerCase() }}</span
      >
    </p>

    <section v-if="!over" class="act">
      <TroubleNote v-if="refused" :words="refused" />
      <EventButton :words="bigWords" hotkey="E" :busy="busy" @happened="happened" />
      <p v-if="missing" class="small soft">
        {{ missing }} {{ missing === 1 ? 'thing is' : 'things are' }} not ticked yet.
      </p>
      <ReadingKeys
        v-if="syrup"
        ref="keys"
        :ladder="kitchen.ladder"
        :thermometer="setup.thermometer?.name"
        :gross_g="syrup.gross_g"
        :shown_c="syrup.shown_c"
        @read="log({ event: 'reading', reading: $event })"
      />
      <div v-if="state.phase === 'syrup'" class="flame">
        <span class="label" aria-hidden="true">Flame</span>
        <KeyRow
          label="Flame"
          :choices="flames"
          :model-value="state.flame"
          @update:model-value="setFlame"
        />
      </div>
      <div class="quiet">
        <button type="button" class="key" :disabled="state.can_undo == null" @click="undo">
          Take the last entry back <kbd>U</kbd>
        </button>
        <button type="button" class="key" @click="log({ event: 'given_up' })">
          Give this batch up
        </button>
      </div>
    </section>

    <VerdictForm
      v-if="state.phase === 'done'"
      class="act"
      :verdict="batch.verdict"
      @judged="judge"
    />
    <div v-if="over" class="quiet act">
      <button type="button" class="key" @click="undo">Take the last entry back <kbd>U</kbd></button>
    </div>

    <StepSide class="why" :setup="setup" :state="state" />
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

.at-hand,
.figures-row,
.gates,
.in-hand,
.act,
.surprise {
  grid-column: 1;
}

.side {
  grid-column: 2;
  grid-row: 1 / span 4;
}

.sheet:not(:has(.side)) > :is(.at-hand, .gates, .in-hand, .act) {
  grid-column: 1 / span 2;
}

.why {
  grid-column: 3;
  grid-row: 1 / span 6;
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

.figures-row {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: var(--gap-4) var(--gap-5);
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

.flame {
  display: grid;
  grid-template-columns: auto 1fr;
  align-items: center;
  gap: var(--gap-4);
}

.quiet {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
}

.quiet .key {
  color: var(--ink-soft);
  border-color: var(--steel);
}

@media (pointer: coarse), (max-width: 640px) {
  .quiet kbd {
    display: none;
  }
}

@media (max-width: 1100px) {
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

@media (max-width: 640px) {
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

  .sheet:not(:has(.side)) > :is(.at-hand, .gates, .in-hand, .act) {
    grid-column: 1;
  }
}
</style>
