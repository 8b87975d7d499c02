<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import PanDrawing from '@/look/drawings/PanDrawing.vue'
import StageMark from '@/look/marks/StageMark.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import {
  aString,
  celsius,
  degreeUnit,
  ends,
  grams,
  gramUnit,
  kelvins,
  minutes,
  number,
} from '@/units/format'
import { weighsPan } from '@/units/measures'

/** The pan with its fill line, and what the stage shows to fingers, spoon and the instruments there are. */
const props = defineProps<{ setup: Api<'BatchSetup'>; syrup: Api<'SyrupSigns'> }>()
const kitchen = useKitchen()

const signs = computed(() => props.syrup.signs)
const full = computed(() => 100 * props.syrup.fill_frac)
const thermometer = computed(() => props.setup.thermometer)
const ring = computed(() => props.setup.ring_seen)
</script>

<template>
  <section class="signs" aria-label="Signs of the stage">
    <h2>
      <StageMark :stage="syrup.stage" :size="34" /> {{ kitchen.stageName(syrup.stage) }}, in this
      kitchen
    </h2>
    <div class="shown">
      <dl class="told">
        <div>
          <dt>Fingers</dt>
          <dd>{{ aString(signs.aim.string_cm) }}</dd>
        </div>
        <div>
          <dt>Spoon</dt>
          <dd>{{ syrup.seen.spoon }}</dd>
        </div>
        <div>
          <dt>Cold water</dt>
          <dd>{{ syrup.seen.water }}</dd>
        </div>
      </dl>
      <div class="pan">
        <PanDrawing
          :pan="setup.pan"
          :stage="syrup.start_stage"
          :fill="syrup.fill_frac"
          :limit="syrup.fill_limit_frac"
        />
        <p class="small soft">
          {{ setup.pan.name }}, {{ number(full) }} % full; the dashed line leaves room for froth.
        </p>
      </div>
    </div>
    <div v-if="weighsPan(setup) || thermometer" class="figures-row">
      <FigureValue
        v-if="weighsPan(setup)"
        label="pan with syrup, on the scale"
        size="figure"
        :value="grams(signs.aim.gross_g)"
        :unit="gramUnit()"
        :low="grams(signs.high.gross_g)"
        :high="grams(signs.low.gross_g)"
      />
      <FigureValue
        v-if="thermometer"
        :label="`on the ${thermometer.name.toLowerCase()}`"
        size="figure"
        :value="celsius(signs.aim.shown_c)"
        :unit="degreeUnit()"
        :low="celsius(signs.low.shown_c)"
        :high="celsius(signs.high.shown_c)"
      />
    </div>
    <p v-if="syrup.turn_off" class="lead">
      On a medium flame turn off after about
      <strong>{{ minutes(syrup.turn_off.at_s.mid) }} min</strong>
      ({{ ends(minutes(syrup.turn_off.at_s.low), minutes(syrup.turn_off.at_s.high)) }})<template
        v-if="weighsPan(setup) || thermometer"
        >, at
        <strong v-if="weighsPan(setup)">{{ grams(syrup.turn_off.gross_g) }} {{ gramUnit() }}</strong
        ><template v-if="weighsPan(setup) && thermometer"> or </template
        ><strong v-if="thermometer"
          >{{ celsius(syrup.turn_off.shown_c) }} {{ degreeUnit() }}</strong
        ></template
      >: the pan carries it the rest of the way.
    </p>
    <p v-else class="caution">
      This pan or this ring does not get there: take a larger pan, a smaller batch or a stronger
      ring.
    </p>
    <p class="small soft">
      Water boils at {{ celsius(syrup.water_boil_c) }} {{ degreeUnit() }} here<template
        v-if="thermometer?.offset_k"
      >
        and the {{ thermometer.name.toLowerCase() }} reads
        {{ kelvins(Math.abs(thermometer.offset_k)) }} {{ degreeUnit() }}
        {{ thermometer.offset_k > 0 ? 'high' : 'low' }}</template
      >: {{ thermometer?.offset_k ? 'both are' : 'that is' }} in these figures.
    </p>
    <p v-if="ring" class="small soft">
      {{ setup.ring.name }} gives {{ number(100 * ring.factor.mid) }} % of what the kitchen says ({{
        number(100 * ring.factor.low)
      }}–{{ number(100 * ring.factor.high) }}): so it was under “{{ ring.title }}”, and so it is
      reckoned here.
    </p>
    <p v-if="syrup.may_boil_over" class="caution">
      The froth may come over the rim of this pan. Take a larger one, or stay beside it.
    </p>
  </section>
</template>

<style scoped>
.signs {
  display: grid;
  gap: var(--gap-3);
}

.shown {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 15rem);
  gap: var(--gap-3) var(--gap-5);
  align-items: start;
}

.pan p {
  margin: 0;
  line-height: 1.25;
}

p {
  margin: 0;
  max-width: 42rem;
}

h2 {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
  margin: 0;
}

.told {
  margin: 0;
}

.told div {
  display: grid;
  grid-template-columns: 6rem minmax(0, 1fr);
  gap: var(--gap-3);
  padding: var(--gap-1) 0;
  border-top: var(--line) solid var(--steel);
}

dt {
  color: var(--ink-soft);
}

dd {
  margin: 0;
}

@container room (max-width: 60rem) {
  .shown {
    grid-template-columns: minmax(0, 1fr);
  }
}

.figures-row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3) var(--gap-6);
}

.figures-row :deep(.value) {
  font-size: 2.25rem;
}

.lead {
  font-size: var(--size-lead);
}
</style>
