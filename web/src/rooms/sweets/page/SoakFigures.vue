<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, type Api } from '@/api/client'
import { useAnswer } from '@/live/useAnswer'
import UptakeDrawing from '@/look/drawings/UptakeDrawing.vue'
import DragBar from '@/look/pieces/DragBar.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import {
  about,
  celsius,
  degreeUnit,
  ends,
  grams,
  gramUnit,
  millimetres,
  millimetreUnit,
  percent,
} from '@/units/format'

/** In the syrup until it is enough and never too much: as it is written, or for pieces of another size. */
const props = defineProps<{ title: string; soaking: Api<'Soaking'>; round: boolean }>()

const across_mm = ref<number>()
const warmth = ref<'cools' | 'warm'>()
const asked = computed<Api<'UptakeAsk'>>(() => ({
  ...props.soaking.ask,
  diameter_mm: across_mm.value ?? props.soaking.ask.diameter_mm,
  kept_warm: warmth.value ? warmth.value === 'warm' : props.soaking.ask.kept_warm,
}))
const changed = computed(() => across_mm.value !== undefined || warmth.value !== undefined)
const { found, trouble } = useAnswer(
  'soak/uptake',
  () => (changed.value ? asked.value : undefined),
  (body) => api.POST('/api/v1/soak/uptake', { body }),
)
const uptake = computed(() => (changed.value && found.value) || props.soaking.uptake)
const size_mm = computed({
  get: () => Math.round(asked.value.diameter_mm),
  set: (mm: number) => (across_mm.value = mm),
})
const kept = computed({
  get: () => (asked.value.kept_warm ? 'warm' : 'cools'),
  set: (to: 'cools' | 'warm') => (warmth.value = to),
})
const WARMTHS: { key: 'cools' | 'warm'; name: string }[] = [
  { key: 'cools', name: 'The syrup cools' },
  { key: 'warm', name: 'It is kept warm' },
]
</script>

<template>
  <section class="soak" :aria-label="title">
    <h3>{{ title }}</h3>
    <UptakeDrawing :uptake="uptake" :thick_mm="asked.diameter_mm" :round="round" />
    <p class="small soft">
      In a syrup of {{ percent(asked.syrup_solids_frac) }} % at {{ celsius(asked.syrup_c) }}
      {{ degreeUnit()
      }}<template v-if="uptake.best"
        >; best after {{ ends(about(60 * uptake.best.low), about(60 * uptake.best.high)) }}, by how
        dense they turned out</template
      ><template v-if="uptake.takes_g"
        >; one that is full took {{ grams(uptake.takes_g) }} {{ gramUnit() }}</template
      ><template v-if="uptake.all_take_g"
        >, all together {{ grams(uptake.all_take_g) }} {{ gramUnit() }} at their best</template
      >.
    </p>
    <p v-if="soaking.drift">
      Covered, the boil takes about {{ grams(soaking.drift.covered_g) }} {{ gramUnit() }} of water
      from the syrup, open {{ grams(soaking.drift.open_g) }} {{ gramUnit() }}: pour as much hot
      water down the wall, in parts. Without it the syrup comes to
      {{ percent(soaking.drift.covered_frac) }} % or {{ percent(soaking.drift.open_frac) }} %, and
      they swell less.
    </p>
    <p v-if="soaking.left" class="small soft">
      {{ grams(soaking.left.mass_g) }} {{ gramUnit() }} of the syrup are left.
      {{ soaking.left.said }}
    </p>
    <p v-for="words in uptake.said" :key="words" class="caution">{{ words }}</p>
    <p v-if="trouble" class="caution">{{ trouble }}</p>
    <div class="controls">
      <DragBar
        v-model="size_mm"
        :label="`${round ? 'Across a ball' : 'Through the thickest part'}, ${millimetres(size_mm)} ${millimetreUnit()}`"
        :min="round ? 12 : 4"
        :max="60"
        :step="1"
      />
      <KeyRow
        v-if="asked.kind === 'dense'"
        v-model="kept"
        label="While they soak"
        :choices="WARMTHS"
      />
    </div>
  </section>
</template>

<style scoped>
.soak {
  display: grid;
  gap: var(--gap-3);
  align-content: start;
}

h3,
p {
  margin: 0;
}

h3 {
  font-size: var(--size-lead);
}

.controls {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
  gap: var(--gap-3) var(--gap-5);
  align-items: end;
}
</style>
