<script setup lang="ts">
import { computed } from 'vue'
import { api, type Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import StageMark from '@/look/marks/StageMark.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import { stageAt } from '@/look/strata'
import {
  celsius,
  degreeUnit,
  grams,
  gramUnit,
  millilitres,
  millilitreUnit,
  number,
  percent,
} from '@/units/format'
import DrawnString from './DrawnString.vue'
import SpoonAndDrop from './SpoonAndDrop.vue'
import { useAnswer } from '@/live/useAnswer'

/** The syrup at the cursor, as every instrument and every school sees it. */
const props = defineProps<{ here: Api<'Point'>; thermometer: string; brief?: boolean }>()
const kitchen = useKitchen()

const stage = computed(() => stageAt(kitchen.ladder, props.here.solids_frac))
// A tenth of a per cent is finer than any finger: the picture changes in such steps.
const w = computed(() => Math.round(1000 * props.here.solids_frac) / 1000)
const { found } = useAnswer(
  'syrup/string',
  () => ({ solids_frac: w.value, ladder: kitchen.view?.kitchen.ladder }),
  (body) => api.POST('/api/v1/syrup/string', { body }),
)
const brix = computed(() => props.here.brix)
</script>

<template>
  <aside v-if="stage" class="readout" aria-label="At the cursor">
    <p class="stage display"><StageMark :stage="stage.key" :size="34" /> {{ stage.name }}</p>
    <p v-if="!brief" class="small soft">{{ stage.local_name }}: {{ stage.sign }}</p>
    <template v-if="found">
      <DrawnString :string="found" />
      <SpoonAndDrop v-if="!brief" :seen="found.seen" :stage="stage.key" />
    </template>
    <div class="figures-grid">
      <FigureValue
        label="minutes"
        :value="number(here.elapsed_s.mid / 60, 1)"
        unit="min"
        :low="number(here.elapsed_s.low / 60, 1)"
        :high="number(here.elapsed_s.high / 60, 1)"
      />
      <FigureValue label="strength" :value="percent(here.solids_frac)" unit="%" />
      <FigureValue label="pan on the scale" :value="grams(here.gross_g)" :unit="gramUnit()" />
      <FigureValue :label="thermometer" :value="celsius(here.shown_c)" :unit="degreeUnit()" />
      <FigureValue
        label="syrup, hot"
        :value="millilitres(here.volume_ml)"
        :unit="millilitreUnit()"
      />
      <FigureValue
        v-if="brix != null"
        label="refractometer, cooled"
        :value="number(brix, 1)"
        unit="°Bx"
      />
    </div>
  </aside>
</template>

<style scoped>
.readout {
  display: grid;
  gap: var(--gap-3);
  align-content: start;
}

.readout p {
  margin: 0;
}

.stage {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
  font-size: 1.375rem;
}

.figures-grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-2) var(--gap-3);
  padding-top: var(--gap-3);
  border-top: var(--line) solid var(--steel);
}
</style>
