<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue'
import { sayClock } from '@/batch/acts'
import { celsius, clock, degreeUnit } from '@/units/format'
import ClockBar from '@/look/drawings/ClockBar.vue'
import CautionsSaid from './CautionsSaid.vue'
import StayingLine from './StayingLine.vue'
import type { CookSheet } from './useCookSheet'

/** The top of the sheet: what to do now in large letters, where, and the clock of it. */
const props = defineProps<{ sheet: CookSheet; left: string; hazards: readonly string[] }>()
const { setup, state, syrup, step, act, run, over, onStep, said } = props.sheet

const ENDED: Record<string, string> = {
  done: 'Done',
  given_up: 'Given up',
  resting: 'Left for later',
}
/** Where it happens: the pan on its ring, where there is one. */
const where = computed(() => {
  const of = setup.value
  if (!of || !step.value) return ''
  if (act.value?.of_syrup) return `${of.pan.name} on the ${of.ring.name.toLowerCase()}`
  return of.plan?.find((p) => p.step === step.value?.key)?.pan_name ?? ''
})
/** Until the flame goes off, where the syrup says so and it is not now. */
const off_s = computed(() => {
  // One time at once: where the flame goes off now, or where the headline counts to the next test, that one stands.
  const counts = act.value?.of_syrup && props.sheet.countsDown.value
  const left = counts ? syrup.value?.turn_off_in_s?.mid : undefined
  return left !== undefined && left >= 1 && !props.left ? left : undefined
})
/** How hot the fat has to be, or how many lie in a load: what the text leaves to this kitchen and size. */
const beside = computed(() => {
  const at = step.value
  if (props.left || over.value || !at || act.value?.entry?.event === 'gate') return ''
  if (at.kind === 'heat_fat' && at.heat_to_c != null)
    return `It is right at about ${celsius(at.heat_to_c)} ${degreeUnit()}.`
  const loads = state.value?.steps.find((s) => s.key === at.key)?.loads ?? 1
  const pieces = setup.value?.pieces
  return loads > 1 && pieces && at.droplet_cm == null
    ? `About ${Math.ceil(pieces / loads)} in a load.`
    : ''
})
/** A long title is set smaller: it is read, not shouted. */
const long = computed(() => (said.value?.headline.length ?? 0) > 24)
const headline = useTemplateRef<HTMLElement>('headline')
const cautions = useTemplateRef('cautions')
// Whoever presses on has read what stood over the key: at once, before what comes up next stands there.
watch(props.sheet.presses, () => cautions.value?.read(), { flush: 'sync' })
const clocked = computed(
  () => run.value && !act.value?.of_syrup && !over.value && !props.left && run.value,
)
</script>

<template>
  <div v-if="state && setup && said" class="hand">
    <section id="at-hand" class="at-hand">
      <p class="label">
        {{ setup.title }}<template v-if="where"> · {{ where }}</template>
        <template v-if="onStep && !over"> · {{ onStep }} on this step</template>
      </p>
      <template v-if="!over">
        <div class="top">
          <h1 ref="headline" :class="{ long }">
            {{ left ? 'Is this still going on?' : said.headline }}
          </h1>
          <p v-if="off_s !== undefined" class="count">
            <strong class="figures">{{ clock(off_s) }}</strong> until off
          </p>
        </div>
        <StayingLine
          :of="headline"
          :headline="left ? 'Is this still going on?' : said.headline"
          :clock="off_s === undefined ? '' : clock(off_s)"
          :urgent="said.urgent && !left"
        />
        <p v-if="syrup?.unsettled" class="unsettled" role="status">
          That does not fit: weigh again, or read it again. Until then everything stands as it was.
        </p>
        <CautionsSaid :id="sheet.id()" ref="cautions" :words="hazards" />
        <p v-if="act?.moves && !left" class="unsettled">{{ act.moves }}</p>
        <p class="lead">
          {{ left || said.detail }}
          <template v-if="beside">{{ beside }}</template>
        </p>
      </template>
      <template v-else>
        <h1>{{ ENDED[state.phase] }}</h1>
        <p class="lead">
          It is in the <router-link :to="`/notebook/${sheet.id()}`">notebook</router-link>.
          <template v-if="state.phase === 'resting'"
            >Take the last entry back, and it goes on.</template
          >
        </p>
      </template>
    </section>
    <div v-if="clocked">
      <ClockBar v-bind="clocked" :now_ms="state.now_ms" />
      <p class="soft">{{ sayClock(clocked, state.now_ms) }}</p>
    </div>
  </div>
</template>

<style scoped>
.hand {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--gap-3);
}

h1 {
  font-size: var(--size-shout);
}

h1.long {
  font-size: var(--size-figure);
  line-height: 1.1;
}

p {
  margin: 0;
}

.at-hand {
  min-width: 0;
}

.at-hand p {
  margin: 0 0 var(--gap-2);
}

/* Where the screen is wide it stands among the figures. */
.count {
  display: none;
  align-items: baseline;
  gap: var(--gap-2);
  font-size: var(--size-small);
}

.top {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  justify-content: space-between;
  gap: 0 var(--gap-4);
}

.count strong {
  font-family: var(--display-face);
  font-size: var(--size-figure);
  line-height: 1;
}

/* One line of both, where the words are few. */
@media (max-width: 640px), (max-height: 480px) {
  h1 {
    font-size: 2.25rem;
  }

  .top {
    gap: 0 var(--gap-3);
  }

  .count {
    display: flex;
  }

  .count strong {
    font-size: 1.625rem;
  }
}

.unsettled {
  padding-left: var(--gap-3);
  border-left: 4px solid currentColor;
  font-weight: 650;
}

.lead {
  font-size: var(--size-lead);
  max-width: 38rem;
}
</style>
