<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, type Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import AmountField from '@/look/pieces/AmountField.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { clock, number, percent } from '@/units/format'
import type { PanAsk } from '../ask'
import { questionOf } from '../question'
import { useAnswer } from '@/live/useAnswer'
import ChoiceField from '@/look/pieces/ChoiceField.vue'

/** Acid early or late, and whether the syrup will grain. */
const props = defineProps<{ ask: PanAsk }>()
const kitchen = useKitchen()

const acids: { title: string; value: Api<'AcidKind'> }[] = [
  { title: 'Lime or lemon juice', value: 'citrus_juice' },
  { title: 'Citric acid', value: 'citric_acid' },
  { title: 'Cream of tartar', value: 'cream_of_tartar' },
  { title: 'Vinegar', value: 'vinegar' },
  { title: 'Yoghurt', value: 'yoghurt' },
]
const acid = ref<Api<'AcidKind'>>('citrus_juice')
const acid_g = ref(5)
const cooled_c = ref(30)
const provocation = ref({ stirred: false, crystals_on_wall: false, undissolved: false })
const provocations = [
  { key: 'stirred', name: 'Stirred after dissolving' },
  { key: 'crystals_on_wall', name: 'Crystals on the wall' },
  { key: 'undissolved', name: 'Boiled before dissolved' },
] as const

const { found, trouble } = useAnswer(
  'syrup/acid',
  (): Api<'AcidAsk'> | undefined => {
    const boil = questionOf(kitchen, props.ask)
    return boil
      ? {
          boil,
          acid: acid.value,
          acid_g: acid_g.value,
          cooled_c: cooled_c.value,
          provocation: provocation.value,
        }
      : undefined
  },
  (body) => api.POST('/api/v1/syrup/acid', { body }),
)
const remedies = computed(() => found.value?.at(-1)?.graining.remedies ?? [])
const risk = (frac: number) => (frac < 0.005 ? 'none' : `${number(100 * frac)} %`)
</script>

<template>
  <div class="panel">
    <div class="entry">
      <ChoiceField v-model="acid" label="Acid" :items="acids" />
      <AmountField v-model="acid_g" label="How much" kind="mass" />
      <AmountField v-model="cooled_c" label="Cools to" kind="temperature" />
    </div>
    <div class="ticks">
      <v-checkbox
        v-for="p in provocations"
        :key="p.key"
        v-model="provocation[p.key]"
        :label="p.name"
      />
    </div>
    <TroubleNote v-if="trouble" :words="trouble" />
    <div v-if="found" class="scroll" role="status" tabindex="0">
      <v-table class="figures">
        <thead>
          <tr>
            <th scope="col">Added</th>
            <th scope="col">pH then</th>
            <th scope="col">sugar split at turn-off</th>
            <th scope="col">a quarter of an hour later</th>
            <th scope="col">risk of graining (a judgement)</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="m in found" :key="m.when">
            <th scope="row">
              {{ m.when }} <span class="soft small">{{ clock(m.at_s) }}</span>
            </th>
            <td>{{ number(m.ph, 1) }}</td>
            <td>{{ percent(m.inverted_at_off_frac) }} %</td>
            <td>{{ percent(m.inverted_frac) }} %</td>
            <td>{{ risk(m.graining.risk_frac) }}</td>
          </tr>
        </tbody>
      </v-table>
      <p class="soft small">
        A few per cent split hold graining back; more than about ten keep a barfi from setting dry.
        Acid off the heat splits far less than acid at the start.
      </p>
      <ul v-if="remedies.length">
        <li v-for="m in remedies" :key="m.words">
          {{ m.words }} <span class="soft figures">Risk then {{ risk(m.risk_frac) }}.</span>
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.ticks {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-5);
}
</style>
