<script setup lang="ts">
import { useWakeLock } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useLeftHand } from '@/live/comfort'
import { fetched } from '@/look/fetched'
import FoldOnPhone from '@/look/pieces/FoldOnPhone.vue'
import InTurn from '@/look/pieces/InTurn.vue'
import StageLadder from '@/look/pieces/StageLadder.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { clock, longSince } from '@/units/format'
import WaitingPart from '@/look/pieces/WaitingPart.vue'
import ActPlate from './ActPlate.vue'
import AlsoHere from './AlsoHere.vue'
import AtHand from './AtHand.vue'
import BurntPan from './BurntPan.vue'
import GateList from './GateList.vue'
import InHand from './InHand.vue'
import LeftAlone from './LeftAlone.vue'
import OtherPans from './OtherPans.vue'
import PanInstruments from './PanInstruments.vue'
import PanWeight from './PanWeight.vue'
import StepPicture from './StepPicture.vue'
import StepSide from './StepSide.vue'
import SyrupFigures from './SyrupFigures.vue'
import { useCookSheet } from './useCookSheet'

const AcrossKitchen = fetched(() => import('./AcrossKitchen.vue'))
const SheetKeys = fetched(() => import('./SheetKeys.vue'))
const BatchOver = fetched(() => import('./BatchOver.vue'))
const WhatHappened = fetched(() => import('./WhatHappened.vue'))

/** One batch at the stove: the one thing to do now, and everything to do it with. */
const props = defineProps<{ id: number }>()
const sheet = useCookSheet(() => props.id)
const { kitchen, batch, state, setup, step, over, said, gates, inHand, onStep, act, trouble } =
  sheet
/** The syrup's figures stand on its own sheet, not on that of the dough beside it. */
const syrup = computed(() => (act.value?.of_syrup ? sheet.syrup.value : undefined))

// The screen stays awake while something is on the ring.
const awake = useWakeLock()
void awake.request('screen').catch(() => undefined)

/** Nobody wrote about it for a day: what became of it is the one thing to know. */
const left = computed(() => {
  const s = state.value?.unattended_s
  if (s == null) return ''
  return `Nothing was written about it for ${longSince(s)}. If a flame still burns under it, put it out first.`
})
/** What can hurt stands before it acts, above what is to be done. */
const hazards = computed(() => (over.value || left.value ? [] : (step.value?.hazards ?? [])))

const across = ref(false)
const leftHand = useLeftHand()
/** The one time to watch: until the flame goes off, or how long this has gone on. */
const bigClock = computed(() => {
  const off = syrup.value?.turn_off_in_s
  return off ? clock(off.mid) : (onStep.value ?? '')
})
</script>

<template>
  <TroubleNote v-if="trouble && !batch" :words="trouble" />
  <WaitingPart v-else-if="!batch || !state || !setup || !said" tall words="Fetching the sheet…" />
  <div v-else class="cook">
    <AcrossKitchen
      v-if="across && !over"
      :title="setup.title"
      :headline="said.headline"
      :detail="said.detail"
      :hazards="hazards"
      :clock="bigClock"
      :button="sheet.bigWords.value"
      :urgent="said.urgent"
      :busy="sheet.busy.value"
      @happened="sheet.happened"
      @undo="sheet.undo"
      @leave="across = false"
    />
    <OtherPans :but="id" />
    <p v-if="batch.begun_ahead_s" class="caution">
      This batch was begun under a clock that ran {{ longSince(batch.begun_ahead_s) }} ahead, so its
      clocks stand still. Give it up and begin it anew.
    </p>
    <div
      class="sheet"
      :class="{ urgent: said.urgent && !left, with_syrup: syrup, left_hand: leftHand }"
    >
      <AtHand class="hand" :sheet="sheet" :left="left" :hazards="hazards" />

      <aside v-if="syrup" class="side" aria-label="Where the syrup stands">
        <StageLadder
          class="ladder"
          slim
          :stages="kitchen.ladder"
          :now="syrup.solids_frac"
          :target="setup.syrup?.target_solids_frac ?? 0"
          :from="0.6"
          :to="0.86"
        />
      </aside>

      <StepPicture v-if="!over && !left" class="picture" :sheet="sheet" />
      <GateList class="gates" :gates="gates" @tick="sheet.tick" />
      <InHand v-if="!syrup?.dissolved && !over" class="in-hand" :things="inHand" />
      <LeftAlone v-if="left" class="act" @rest="sheet.rest" @give-up="sheet.giveUp" />
      <ActPlate v-if="!over" class="act plate" :sheet="sheet" :still="across" />
      <BurntPan
        v-if="!over && state?.advice.kind === 'boiled_dry'"
        class="act"
        @give-up="sheet.giveUp"
      />

      <InTurn>
        <PanWeight
          v-if="sheet.canWeighPan.value"
          class="act"
          :name="setup.pan.name"
          may_be_full
          @weighed="(gross_g, full) => sheet.log({ event: 'pan_weighed', gross_g, full })"
        />
        <SyrupFigures
          v-if="syrup"
          class="figures"
          :setup="setup"
          :syrup="syrup"
          :counts_down="sheet.countsDown.value"
        />
        <PanInstruments v-if="!over && setup.syrup && act?.of_syrup" :id="id" class="act" />
        <p v-if="syrup?.surprise && !syrup.unsettled" class="caution surprise">
          That reading is far from everything else, so it counts for less. Read once more: what is
          read twice counts. If it was a slip, take it back.
        </p>
      </InTurn>
      <InTurn>
        <AlsoHere
          v-if="!over"
          class="act"
          :setup="setup"
          :state="state"
          :shown="sheet.shown.value"
          @show="sheet.show"
        />
        <SheetKeys
          v-if="!over"
          class="act"
          :sheet="sheet"
          :awake="awake.isSupported.value"
          @across="across = true"
        />
      </InTurn>

      <BatchOver v-if="over" class="act" :sheet="sheet" />

      <div class="why">
        <InTurn>
          <FoldOnPhone title="The step, and all steps">
            <StepSide :setup="setup" :state="state" :step="step" />
          </FoldOnPhone>
          <FoldOnPhone title="What happened">
            <WhatHappened :batch="batch" @log="sheet.log" />
          </FoldOnPhone>
        </InTurn>
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

.sheet > :is(.hand, .figures, .picture, .gates, .in-hand, .act, .surprise) {
  grid-column: 1;
}

.sheet > .to-come {
  grid-column: 1;
  min-height: 0;
}

.sheet:not(.with_syrup) > :is(.hand, .picture, .gates, .in-hand, .act) {
  grid-column: 1 / span 2;
}

.side {
  grid-column: 2;
  grid-row: 1 / span 5;
}

.why {
  grid-column: 3;
  grid-row: 1 / span 12;
  padding-left: var(--gap-5);
  border-left: var(--line) solid var(--steel);
}

.ladder {
  height: 27rem;
}

/* What cannot wait turns the plate over: light on dark, or dark on light. */
.urgent > .hand {
  margin: calc(-1 * var(--gap-3)) calc(-1 * var(--gap-4)) 0;
  padding: var(--gap-3) var(--gap-4);
  background: var(--ink);
  color: var(--on-ink);
}

.urgent > .hand :deep(.label) {
  color: inherit;
}

.urgent > .hand :deep(.caution) {
  background-image: repeating-linear-gradient(135deg, var(--on-ink) 0 3px, transparent 3px 8px);
}

.surprise {
  margin: 0;
}

.act {
  display: grid;
  gap: var(--gap-4);
}

/* Room for the large button, which stays at the thumb. */
@media (max-width: 640px), (max-height: 480px) {
  .cook {
    padding-bottom: 6.5rem;
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

  .sheet:not(.with_syrup) > :is(.hand, .picture, .gates, .in-hand, .act) {
    grid-column: 1;
  }

  /* What is said and what is pressed with the ladder beside it; the rest below. */
  .with_syrup {
    grid-template-columns: minmax(0, 1fr) 3.5rem;
    column-gap: var(--gap-3);
  }

  .with_syrup > :is(.figures, .picture, .gates, .in-hand, .act, .surprise):not(.plate) {
    grid-column: 1 / -1;
    order: 1;
  }

  .with_syrup > .why {
    order: 2;
  }

  .side {
    grid-column: 2;
    grid-row: 1 / span 2;
    align-self: stretch;
  }

  .ladder {
    position: sticky;
    top: 3.5rem;
    height: min(100%, 24rem);
    min-height: 14rem;
  }
}
</style>
