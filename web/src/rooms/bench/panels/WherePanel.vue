<script setup lang="ts">
import { computed, ref, watchEffect } from 'vue'
import { api, type Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import StageMark from '@/look/marks/StageMark.vue'
import AmountField from '@/look/pieces/AmountField.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import type { StageKey } from '@/look/strata'
import { grams, gramUnit, minutes, percent } from '@/units/format'
import type { PanAsk } from '../ask'
import { hobOf, instrumentsOf, panOf, questionOf } from '../question'
import { useAnswer } from '@/live/useAnswer'
import ChoiceField from '@/look/pieces/ChoiceField.vue'

/** “My thermometer says…”, “the pan weighs…”: where am I, how many grams to go or to add, how long. */
const props = defineProps<{ ask: PanAsk; charge: Api<'Charge'> | undefined }>()
const emit = defineEmits<{ located: [found: Api<'Correction'> | undefined] }>()
const kitchen = useKitchen()

type Kind = Api<'Reading'>['kind']
const kind = ref<Kind>('weight')
const kinds = computed(() => [
  { key: 'weight' as const, name: 'The pan weighs' },
  { key: 'thermometer' as const, name: 'My thermometer says' },
  { key: 'string' as const, name: 'A string of' },
  { key: 'refractometer' as const, name: 'Refractometer' },
  { key: 'seen' as const, name: 'It looks like' },
])
const value = ref<number>()
const stage = ref<StageKey>('coating')
const stages = computed(() => kitchen.ladder.map((s) => ({ title: s.name, value: s.key })))

const reading = computed((): Api<'Reading'> | undefined => {
  if (kind.value === 'seen') return { kind: 'seen', stage: stage.value }
  const v = value.value
  if (v === undefined) return undefined
  switch (kind.value) {
    case 'weight':
      return { kind: 'weight', gross_g: v, tare_g: panOf(kitchen, props.ask)?.pan.tare_g ?? 0 }
    case 'thermometer':
      return { kind: 'thermometer', boil_c: v }
    case 'string':
      return { kind: 'string', string_cm: v }
    case 'refractometer':
      return { kind: 'refractometer', brix: v }
  }
})
const { found, trouble } = useAnswer(
  'syrup/correct',
  (): Api<'CorrectAsk'> | undefined => {
    const question = questionOf(kitchen, props.ask)
    if (!question || !reading.value || !props.charge) return undefined
    return {
      kind: 'to_strength',
      charge: props.charge,
      reading: reading.value,
      instruments: instrumentsOf(kitchen, props.ask),
      target_stage: props.ask.stage,
      hob: hobOf(question),
      ladder: question.ladder,
    }
  },
  (body) => api.POST('/api/v1/syrup/correct', { body }),
)
const at = computed(() => (found.value?.kind === 'to_strength' ? found.value : undefined))
watchEffect(() => emit('located', at.value))
function choose(next: Kind): void {
  kind.value = next
  value.value = undefined
}
</script>

<template>
  <div class="panel">
    <KeyRow label="What tells" :choices="kinds" :model-value="kind" @update:model-value="choose" />
    <div class="entry">
      <AmountField
        v-if="kind === 'weight'"
        v-model="value"
        label="Pan with everything in it"
        kind="mass"
      />
      <AmountField
        v-else-if="kind === 'thermometer'"
        v-model="value"
        label="Boiling syrup, as shown"
        kind="temperature"
      />
      <AmountField
        v-else-if="kind === 'string'"
        v-model="value"
        label="Length before it breaks, 0 for none"
        kind="cm"
        accepts="any"
      />
      <AmountField
        v-else-if="kind === 'refractometer'"
        v-model="value"
        label="Cooled, clear drop"
        unit="°Bx"
      />
      <ChoiceField v-else v-model="stage" label="Spoon or drop" :items="stages" />
    </div>
    <p v-if="kind === 'refractometer'" class="small soft">
      A drop that is hot, or holds crystals or milk, reads falsely.
    </p>
    <TroubleNote v-if="trouble" :words="trouble" />
    <div v-if="at" class="answer" role="status">
      <p class="display where">
        <StageMark :stage="at.stage" :size="34" /> {{ kitchen.stageName(at.stage) }},
        {{ percent(at.solids_frac.mid) }} %
        <span class="soft small figures"
          >{{ percent(at.solids_frac.low) }} – {{ percent(at.solids_frac.high) }} %</span
        >
      </p>
      <p v-if="at.against === 'there'" class="display inside">
        That is {{ kitchen.stageName(ask.stage) }}.
      </p>
      <FigureValue
        v-if="at.water_to_lose_g && at.against !== 'there'"
        label="still to boil off"
        size="figure"
        :value="grams(at.water_to_lose_g.mid)"
        :unit="gramUnit()"
        :low="grams(at.water_to_lose_g.low)"
        :high="grams(at.water_to_lose_g.high)"
      />
      <FigureValue
        v-if="at.water_to_add_g && at.against !== 'there'"
        label="went over: water to add"
        size="figure"
        :value="grams(at.water_to_add_g.mid)"
        :unit="gramUnit()"
        :low="grams(at.water_to_add_g.low)"
        :high="grams(at.water_to_add_g.high)"
      />
      <FigureValue
        v-if="at.heat_min && at.against !== 'there'"
        :label="at.water_to_add_g ? 'back to the boil, medium flame' : 'on a medium flame'"
        size="figure"
        :value="minutes(60 * at.heat_min.mid)"
        unit="min"
        :low="minutes(60 * at.heat_min.low)"
        :high="minutes(60 * at.heat_min.high)"
      />
      <p v-if="at.water_to_add_g && at.against !== 'there'" class="caution">
        Water into hot syrup spits: hot water, slowly, down the side, at arm’s length.
      </p>
    </div>
  </div>
</template>
