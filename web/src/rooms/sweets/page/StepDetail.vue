<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import StageMark from '@/look/marks/StageMark.vue'
import { hasScale, taken } from '@/units/measures'
import DepthRuler from '@/look/drawings/DepthRuler.vue'
import {
  about,
  celsius,
  degreeUnit,
  grams,
  gramUnit,
  millimetres,
  millimetreUnit,
  percent,
} from '@/units/format'
import { PURPOSES, timeWords } from '@/rooms/sweets/words'

/** One step in words and figures. */
const props = defineProps<{
  step: Api<'Step'>
  number: number
  figures: Api<'StepFigures'> | undefined
  /** The measured list at this size. */
  lines: readonly Api<'FormulaLine'>[]
  cautions: Record<string, string>
  window?: string
}>()
const kitchen = useKitchen()
const byScale = computed(() => hasScale(kitchen.view?.kitchen.bench))
const goesIn = computed(() =>
  props.lines.flatMap((line) =>
    line.uses
      .filter((use) => use.step === props.step.key)
      .map((use) => ({
        name: line.name,
        ...taken(use.weigh_g, use.measured, byScale.value),
        note: [
          props.step.inputs?.find((e) => e.ingredient === line.ingredient)?.state,
          PURPOSES[use.purpose],
        ]
          .filter(Boolean)
          .join(', '),
      })),
  ),
)
const depth = computed(() => props.figures?.depth_mm)
const hazards = computed(() => (props.step.hazards ?? []).map((h) => props.cautions[h] ?? h))
</script>

<template>
  <article class="step">
    <header>
      <h2>
        <span class="figures">{{ number }}</span> {{ step.title }}
      </h2>
      <p v-if="figures" class="small soft figures">
        about {{ timeWords(figures.time, step.flame)
        }}<template v-if="figures.heat_to_c != null"
          >, up to {{ celsius(figures.heat_to_c) }} {{ degreeUnit() }}</template
        ><template v-if="figures.whistles_every_min"
          >; at the valve about a whistle in
          {{ about(60 * figures.whistles_every_min.mid) }}</template
        >
      </p>
    </header>
    <p v-for="h in hazards" :key="h" class="caution">{{ h }}</p>
    <p>{{ step.text }}</p>
    <p v-if="goesIn.length" class="in">
      <span v-for="(e, i) in goesIn" :key="i"
        >{{ e.first }} {{ e.name.toLowerCase()
        }}<span v-if="e.beside" class="soft"> ({{ e.beside }})</span
        ><template v-if="e.note">, {{ e.note }}</template></span
      >
    </p>
    <ul v-if="step.gates?.length" class="gates" aria-label="Before it begins">
      <li v-for="g in step.gates" :key="g.key">{{ g.text }}</li>
    </ul>
    <p class="told">
      <span class="label">Done when</span><span>{{ step.cue }}</span>
    </p>
    <p class="figures small weights">
      <template v-if="figures?.stage">
        <StageMark :stage="figures.stage" :size="22" /> {{ kitchen.stageName(figures.stage) }}:
        {{ percent(figures.start_frac ?? 0) }} → {{ percent(figures.end_frac ?? 0) }} % ·
      </template>
      <template v-if="figures && figures.end_g > 0"
        >{{ grams(figures.start_g) }} → {{ grams(figures.end_g) }} {{ gramUnit() }}</template
      ><template v-if="figures && figures.evaporated_g >= 0.5">
        · {{ grams(figures.evaporated_g) }} {{ gramUnit() }} of steam</template
      ><template v-if="figures?.pan_end_g != null && figures.end_g > 0">
        · pan on the scale {{ grams(figures.pan_end_g) }} {{ gramUnit() }}</template
      >
    </p>
    <figure v-if="depth" class="depth">
      <DepthRuler v-bind="depth" :now_mm="depth.start_mm" />
      <figcaption>
        In your pan it stands {{ millimetres(depth.start_mm) }} {{ millimetreUnit() }} deep and has
        to come down to {{ millimetres(depth.end_mm) }} {{ millimetreUnit() }}.
      </figcaption>
    </figure>
    <p v-if="window" class="told">
      <span class="label">Then</span><span>{{ window }}</span>
    </p>
    <p v-if="step.reason" class="told">
      <span class="label">Why</span><span>{{ step.reason }}</span>
    </p>
  </article>
</template>

<style scoped>
.step {
  display: grid;
  gap: var(--gap-2);
  align-content: start;
}

p {
  margin: 0;
  max-width: 44rem;
}

h2 {
  font-size: 1.125rem;
}

h2 span {
  color: var(--ink-soft);
  margin-right: 0.3em;
}

.in {
  font-weight: 600;
}

.in span + span::before {
  content: ' · ';
  font-weight: 400;
}

.depth {
  display: grid;
  grid-template-columns: minmax(0, 11rem) minmax(0, 1fr);
  gap: var(--gap-4);
  align-items: center;
  max-width: 30rem;
  margin: 0;
}

.gates {
  margin: 0;
  padding-left: 1.25rem;
}

.told {
  display: grid;
  grid-template-columns: 5.5rem 1fr;
  align-items: baseline;
}

.weights {
  color: var(--ink-soft);
}

.weights svg {
  vertical-align: -0.35em;
}
</style>
