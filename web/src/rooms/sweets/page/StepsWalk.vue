<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Api } from '@/api/client'
import FigureValue from '@/look/pieces/FigureValue.vue'
import InTurn from '@/look/pieces/InTurn.vue'

import {
  area,
  areaUnit,
  grams,
  gramUnit,
  millimetres,
  millimetreUnit,
  number,
  span,
  spanRange,
} from '@/units/format'
import ReadyBy from './ReadyBy.vue'
import RibbonDrawing from './RibbonDrawing.vue'
import StepDetail from './StepDetail.vue'

/** The steps of a method along their time: what they come to, the ribbon, and one of them in detail. */
const props = defineProps<{
  method: Api<'Method'>
  formula: Api<'Formula'> | undefined
  cautions: Record<string, string>
  /** The same as an order would ask for it. */
  asks: Omit<Api<'ReadyByAsk'>, 'due' | 'zone'> | undefined
}>()

const chosen = ref<string>()
const begins_ms = ref<number>()
const steps = computed(() => props.formula?.steps ?? [])
const order = computed(() => steps.value.map((s) => s.step))
const at = computed(() =>
  chosen.value && order.value.includes(chosen.value) ? chosen.value : order.value[0],
)
const step = computed(() => props.method.steps.find((s) => s.key === at.value))
watch(
  () => props.method.key,
  () => (chosen.value = undefined),
)
const title = (key: string) => props.method.steps.find((s) => s.key === key)?.title
const windows = computed(() =>
  (step.value?.windows ?? [])
    .map(
      (w) =>
        `“${title(w.to)?.toLowerCase()}” within ${span(w.high_min)}${w.low_min ? `, not before ${span(w.low_min)}` : ''}`,
    )
    .join('; '),
)
const pieceWords = computed(() => {
  const p = props.formula?.pieces
  if (!p) return ''
  if (p.sheet_cm2)
    return `a sheet of ${area(p.sheet_cm2)} ${areaUnit()}, ${millimetres(p.thickness_mm ?? 0)} ${millimetreUnit()} thick; pieces of ${grams(p.piece_g ?? 0)} ${gramUnit()}`
  if (p.diameter_mm)
    return `${grams(p.piece_g ?? 0)} ${gramUnit()} each, ${millimetres(p.diameter_mm)} ${millimetreUnit()} across`
  if (p.piece_g) return `${grams(p.piece_g)} ${gramUnit()} each`
  return ''
})
</script>

<template>
  <section class="steps" aria-label="Steps">
    <div v-if="formula" class="times">
      <FigureValue
        label="from start to end"
        size="figure"
        :value="span(formula.times.total_min.mid)"
        :note="spanRange(formula.times.total_min)"
      />
      <FigureValue label="hands on it" size="figure" :value="span(formula.times.hands_min)" />
      <FigureValue
        v-if="formula.pieces.count != null"
        :label="method.shape.kind === 'spooned' ? 'helpings' : 'pieces'"
        size="figure"
        :value="number(formula.pieces.count)"
        :note="pieceWords"
      />
      <FigureValue
        label="finished"
        size="figure"
        :value="grams(formula.finished_g)"
        :unit="gramUnit()"
        :note="`of ${grams(formula.put_in_g)} ${gramUnit()} put in`"
      />
    </div>
    <ReadyBy v-if="formula" v-model="begins_ms" :of="asks" />
    <RibbonDrawing
      v-if="formula"
      :begins-ms="begins_ms"
      :method="method"
      :times="formula.times"
      :chosen="at"
      @choose="chosen = $event"
    />
    <InTurn>
      <div class="walk">
        <ol>
          <li v-for="(s, i) in steps" :key="s.step">
            <v-btn
              :class="{ here: s.step === at }"
              :aria-pressed="s.step === at"
              @click="chosen = s.step"
            >
              <span class="figures soft">{{ i + 1 }}</span>
              {{ title(s.step) }}
              <span class="figures small soft">{{ span(s.time.minutes.mid) }}</span>
            </v-btn>
          </li>
        </ol>
        <StepDetail
          v-if="step && formula"
          :step="step"
          :number="order.indexOf(step.key) + 1"
          :figures="steps.find((s) => s.step === at)"
          :lines="formula.lines"
          :cautions="cautions"
          :window="windows"
        />
      </div>
    </InTurn>
  </section>
</template>

<style scoped>
.times {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(9.5rem, 100%), 1fr));
  gap: var(--gap-3) var(--gap-5);
  margin-bottom: var(--gap-4);
}

.times :deep(.value) {
  font-size: 2rem;
}

.times :deep(.spread) {
  max-width: 13rem;
  font-size: var(--size-small);
}

.walk {
  display: grid;
  grid-template-columns: 16rem minmax(0, 1fr);
  gap: var(--gap-5);
  margin-top: var(--gap-4);
}

ol {
  margin: 0;
  padding: 0;
  list-style: none;
}

ol button {
  display: grid;
  grid-template-columns: 1.75rem 1fr auto;
  gap: var(--gap-1);
  align-items: baseline;
  width: 100%;
  min-height: 2.75rem;
  padding: var(--gap-1) var(--gap-1) var(--gap-1) 0;
  border: 0;
  border-top: var(--line) solid var(--steel);
  background: none;
  color: inherit;
  font: inherit;
  line-height: 1.25;
  text-align: left;
  cursor: pointer;
}

ol button.here {
  border-top: 3px solid var(--ink);
  font-weight: 650;
}

@container room (max-width: 38rem) {
  .walk {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
