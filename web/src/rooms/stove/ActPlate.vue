<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { computed, ref } from 'vue'
import { usePressed } from '@/look/pressed'
import EventButton from '@/look/pieces/EventButton.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { hasScale } from '@/units/measures'
import JustWritten from './JustWritten.vue'
import NotSent from './NotSent.vue'
import OffLate from './OffLate.vue'
import ReadingKeys from './ReadingKeys.vue'
import TestSaid from './TestSaid.vue'
import type { CookSheet } from './useCookSheet'

/** The large button with what belongs to it: the answer to a test, “not yet”, and the keys to read with. */
const props = defineProps<{
  sheet: CookSheet
  /** Whether other keys of the keyboard are in use. */ still: boolean
}>()
const { kitchen, state, setup, syrup, act, run, gates, weighs, canFail, refused, busy, over } =
  props.sheet
const { bigWords, happened, read, undo } = props.sheet

const mine = computed(() => (act.value?.of_syrup ? syrup.value : undefined))
const canTakeBack = computed(
  () => state.value?.can_undo != null || props.sheet.notSent.value.length > 0,
)
const missing = computed(() => gates.value.filter((g) => !g.ticked).length)
const early = computed(
  () => run.value?.manner === 'wait' && (state.value?.now_ms ?? 0) < run.value.least_ms,
)
const testing = computed(() => !!state.value?.call.tests)
const stage = computed(() => kitchen.stageName(setup.value?.syrup?.stage ?? ''))

const keys = ref<InstanceType<typeof ReadingKeys>>()
const typing = () =>
  document.activeElement instanceof HTMLInputElement ||
  document.activeElement instanceof HTMLTextAreaElement
const onKey = (key: string, does: () => void) =>
  onKeyStroke(key, (event) => {
    // A key that is held is one press.
    const other = event.repeat || event.ctrlKey || event.metaKey || event.altKey
    if (props.still || other || typing() || over.value) return
    event.preventDefault()
    does()
  })
const hasRefractometer = computed(() => setup.value?.refractometer_offset_brix != null)
onKey('r', () => hasRefractometer.value && void keys.value?.choose('refractometer'))
onKey('w', () => weighs.value && void keys.value?.choose('weight'))
onKey('t', () => void keys.value?.choose('thermometer'))
onKey('s', () => void keys.value?.choose('string'))
onKey('d', () => void keys.value?.choose('seen'))
const { waits, once } = usePressed()
const notYet = () => once(() => read({ kind: 'not_yet' }))
onKey('n', () => canFail.value && notYet())
onKey('u', undo)
onKey('e', () => once(happened))
</script>

<template>
  <section v-if="state && setup" class="act">
    <TroubleNote v-if="refused" :words="refused" />
    <!-- What the headline says is not said twice. -->
    <TestSaid
      v-if="mine?.last_test && !['not_yet', 'carries_on'].includes(state.advice.kind)"
      :test="mine.last_test"
      :advice="state.advice"
      :stage="stage"
      :has_scale="hasScale(setup)"
    />
    <div class="done" :class="{ two: canFail }">
      <EventButton :words="bigWords" hotkey="E" :busy="busy" :early="early" @happened="happened" />
      <v-btn
        v-if="canFail"
        class="key not-yet"
        :disabled="busy"
        :aria-disabled="waits || undefined"
        @click="notYet"
      >
        Not yet <kbd>N</kbd>
      </v-btn>
      <v-btn
        v-if="canTakeBack"
        class="key back"
        aria-label="Take the last entry back"
        @click="undo"
      >
        <svg viewBox="0 0 24 24" width="26" height="26" aria-hidden="true">
          <path
            d="M9.200 4.600 4.300 9.300l4.900 4.800M4.600 9.300c8.300-.8 14.600.9 14.900 5.600.2 3.100-2.900 4.800-7 4.700"
          />
        </svg>
      </v-btn>
      <OffLate v-if="state.off_late" class="written" :late="state.off_late" @log="sheet.log" />
      <JustWritten v-else class="written" :sheet="sheet" />
    </div>
    <NotSent :entries="sheet.notSent.value" />
    <p v-if="missing" class="small soft">
      {{ missing }} {{ missing === 1 ? 'thing is' : 'things are' }} not ticked yet.
    </p>
    <ReadingKeys
      v-if="mine"
      ref="keys"
      :ladder="kitchen.boiledTo"
      :thermometer="setup.thermometer?.name"
      :has_scale="weighs"
      :has_refractometer="hasRefractometer"
      :gross_g="mine.gross_g"
      :shown_c="mine.shown_c"
      :testing="testing"
      :by_drop="mine.drop_test"
      @read="read"
    />
  </section>
</template>

<style scoped>
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

.written {
  grid-column: 1 / -1;
}

.not-yet[aria-disabled='true'] {
  opacity: 0.6;
}

.done.two {
  grid-template-columns: minmax(0, 1fr) minmax(6.5rem, 28%);
}

.not-yet {
  font-size: var(--size-lead);
  font-weight: 650;
  line-height: 1.15;
}

.left_hand .done.two {
  direction: rtl;
}

.left_hand .done.two > * {
  direction: ltr;
}

.back {
  display: none;
}

.back path {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.9;
}

@media (pointer: coarse), (max-width: 640px) {
  .not-yet kbd {
    display: none;
  }
}

/* In reach of the thumb at every step, however long the sheet is; also on a phone that lies on its side. */
@media (max-width: 640px), (max-height: 480px) {
  .done {
    position: fixed;
    z-index: 3;
    right: 0;
    bottom: 0;
    left: 0;
    padding: var(--gap-2) var(--gap-4);
    border-top: var(--line) solid var(--steel);
    background: var(--ground);
  }

  .done.two {
    grid-template-columns: minmax(0, 1fr) minmax(5.5rem, 26%);
  }

  .done:has(> .back) {
    grid-template-columns: minmax(0, 1fr) auto;
  }

  .done.two:has(> .back) {
    grid-template-columns: minmax(0, 1fr) minmax(5.5rem, 26%) auto;
  }

  .back {
    display: inline-flex;
    padding-inline: var(--gap-3);
  }

  /* The keys stay where the thumb is; what was written stands above them. */
  .written {
    order: -1;
  }
}

/* Above the rooms. */
@media (max-width: 640px) {
  .done {
    bottom: 3.25rem;
  }
}
</style>
