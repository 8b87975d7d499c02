<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { ref, watch } from 'vue'
import { api, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import { poured } from '@/batch/advice'
import AmountField from '@/look/pieces/AmountField.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { about, celsius, degreeUnit, grams, gramUnit } from '@/units/format'

/** Something is wrong: by what she sees, what to do now, in this batch's grams and minutes. */
const props = defineProps<{ id: number; now_ms: number; has_scale: boolean }>()
const open = ref(false)
/** What the mass weighs without its pan, if she has put it on the scale. */
const weighs_g = ref<number>()
/** It is asked anew as the pan goes on. */
const TEN_S_MS = 10_000
const { found, trouble } = useAsked({
  name: 'batches/rescue',
  question: () =>
    open.value
      ? { id: props.id, weighs_g: weighs_g.value, at: Math.floor(props.now_ms / TEN_S_MS) }
      : undefined,
  ask: ({ id, weighs_g }, signal) =>
    api.GET('/api/v1/batches/{id}/rescue', {
      params: { path: { id }, query: { weighs_g } },
      signal,
    }),
  holds: 'waiting',
})
watch(
  () => props.id,
  () => {
    open.value = false
    weighs_g.value = undefined
  },
)

const amount = (g: number) => poured(g, props.has_scale)
function say(sum: Api<'Sum'>): { sign: string; now: string } {
  const by = amount(sum.water.by_g)
  switch (sum.kind) {
    case 'under':
      return {
        sign: 'The syrup is too thin',
        now: `${by} of water have to go off${sum.for_s == null ? '' : `: about ${about(sum.for_s)} more on this flame`}.`,
      }
    case 'over':
      return {
        sign: 'The syrup went too far',
        now: `Pour ${by} of hot water in, slowly and down the side, with the flame off: it spits. If it smells burnt, begin anew. Else back to the boil, and test.`,
      }
    case 'grained':
      return {
        sign: 'The syrup is grainy',
        now: `Pour ${by} of hot water in, slowly, with a few drops of lime. Stir until no grain is left, then boil anew without stirring.`,
      }
  }
}
/** The sum behind it, and what is seen then. */
function why({ water: w }: Api<'Sum'>): string {
  const sign = w.wants_g > w.has_g ? '+' : '−'
  const sum = `Water in the pan: ${grams(w.has_g)} ${sign} ${grams(w.by_g)} = ${grams(w.wants_g)} ${gramUnit()}.`
  const then =
    w.shows_c == null
      ? ''
      : ` Then it boils at ${celsius(w.shows_c)} ${degreeUnit()} on your thermometer.`
  return sum + then
}
function whyMass({ weighs_g: g, weighed, rescued: r }: Api<'MassRescue'>): string {
  const weight = `${grams(g)} ${r.water_g < 0 ? '−' : '+'} ${grams(Math.abs(r.water_g))} = ${grams(r.stop_at_g)} ${gramUnit()}`
  const sum =
    Math.abs(r.water_g) < 0.5 ? '' : weighed ? `${weight}. ` : `By what you see: about ${weight}. `
  return `${sum}Then it is ${r.expects.said}.`
}
</script>

<template>
  <section class="rescue" aria-label="Rescue">
    <v-btn class="key" :aria-expanded="open" @click="open = !open">
      {{ open ? 'All is well again' : 'Something is wrong' }}
    </v-btn>
    <TroubleNote v-if="open && trouble" :words="trouble" />
    <template v-if="open && found">
      <FoldPart v-for="sum in found.sums" :key="sum.kind" :title="say(sum).sign">
        <p class="now">{{ say(sum).now }}</p>
        <p class="soft figures">{{ why(sum) }}</p>
      </FoldPart>
      <FoldPart v-for="m in found.mass" :key="m.trouble" :title="m.sign">
        <p class="now">{{ m.rescued.now }}</p>
        <p v-if="!has_scale && Math.abs(m.rescued.water_g) >= 1">
          That is {{ amount(Math.abs(m.rescued.water_g)) }}.
        </p>
        <p v-if="m.for_s" class="soft">That takes about {{ about(m.for_s) }}.</p>
        <p class="soft figures">{{ whyMass(m) }}</p>
        <p class="soft">{{ m.rescued.cause }} Next time: {{ m.rescued.next_time }}</p>
        <AmountField
          v-if="has_scale"
          v-model="weighs_g"
          label="It weighs, without the pan"
          kind="mass"
        />
      </FoldPart>
      <FoldPart v-for="m in found.mistakes" :key="m.sign" :title="m.sign">
        <p class="now">{{ m.now }}</p>
        <p class="soft">{{ m.cause }} Next time: {{ m.next_time }}</p>
      </FoldPart>
      <p v-if="!found.sums.length && !found.mass.length && !found.mistakes.length" class="soft">
        Nothing is known to go wrong here. Take the pan off the flame first, then think.
      </p>
    </template>
  </section>
</template>

<style scoped>
.rescue {
  display: grid;
  justify-items: start;
}

.fold {
  border-bottom: var(--line) solid var(--steel);
}

.fold :deep(.v-expansion-panel-title) {
  font-size: var(--size-lead);
  font-weight: 600;
}

p {
  max-width: 38rem;
  margin: 0 0 var(--gap-3);
}

.now {
  font-size: var(--size-lead);
}
</style>
