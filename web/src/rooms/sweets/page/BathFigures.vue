<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import DipDrawing from '@/look/drawings/DipDrawing.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import { isRound } from '@/rooms/sweets/words'
import { about, celsius, degreeUnit, grams, gramUnit, kelvins, minutes } from '@/units/format'
import SoakFigures from './SoakFigures.vue'

/** In the fat, load by load; in the syrup, until it is enough and never too much. */
const props = defineProps<{ formula: Api<'Formula'>; method: Api<'Method'> }>()
const finish = computed(() => props.formula.finish)
const all = (key: string) => props.formula.steps.find((s) => s.step === key)?.time.minutes
const step = (key: string) => props.method.steps.find((s) => s.key === key)
const title = (key: string) => step(key)?.title ?? key
const soaking = computed(() =>
  finish.value.soaking.map((s) => ({ ...s, round: isRound(step(s.step)?.form) })),
)
</script>

<template>
  <div class="baths">
    <section v-if="finish.chhena" aria-label="The curd">
      <h3>The curd</h3>
      <div class="figures-row">
        <FigureValue
          label="chhena"
          size="figure"
          :value="grams(finish.chhena.chhena_g)"
          :unit="gramUnit()"
          :low="grams(finish.chhena.chhena.low)"
          :high="grams(finish.chhena.chhena.high)"
        />
        <FigureValue
          label="whey"
          size="figure"
          :value="grams(finish.chhena.whey_g)"
          :unit="gramUnit()"
        />
      </div>
      <p>
        In {{ finish.chhena.portions }} parts, at {{ celsius(finish.chhena.add_from_c) }}–{{
          celsius(finish.chhena.add_to_c)
        }}
        {{ degreeUnit() }}: {{ grams(finish.chhena.acid_g.lime_juice) }} {{ gramUnit() }} lime
        juice, or {{ grams(finish.chhena.acid_g.citric_acid) }} {{ gramUnit() }} citric acid, or
        {{ grams(finish.chhena.acid_g.vinegar) }} {{ gramUnit() }} vinegar.
      </p>
      <p v-for="words in finish.chhena.said" :key="words" class="small soft">{{ words }}</p>
    </section>
    <section v-for="f in finish.frying" :key="f.step" :aria-label="title(f.step)">
      <h3>{{ title(f.step) }}</h3>
      <div class="figures-row">
        <FigureValue label="at once" size="figure" :value="String(f.fry.per_load)" />
        <FigureValue label="loads" size="figure" :value="String(f.fry.loads)" />
        <FigureValue
          label="each load"
          size="figure"
          :value="minutes(60 * f.fry.minutes_each.mid)"
          unit="min"
          :low="minutes(60 * f.fry.minutes_each.low)"
          :high="minutes(60 * f.fry.minutes_each.high)"
        />
        <FigureValue
          v-if="all(f.step)"
          label="all of it"
          size="figure"
          :value="minutes(60 * (all(f.step)?.mid ?? 0))"
          unit="min"
          :low="minutes(60 * (all(f.step)?.low ?? 0))"
          :high="minutes(60 * (all(f.step)?.high ?? 0))"
        />
      </div>
      <DipDrawing v-if="f.fry.dip_k >= 1" :fry="f.fry" />
      <p class="small soft">
        <template v-if="f.fry.dip_k < 1">On the full flame the fat does not cool</template
        ><template v-else>The fat cools by {{ kelvins(f.fry.dip_k) }} {{ degreeUnit() }}</template
        ><template v-if="f.fry.dip_k >= 1 && f.fry.recovers_min">
          and is hot again {{ about(60 * f.fry.recovers_min) }} after a load</template
        >. {{ f.fry.by_room }} find room, the full flame heats {{ f.fry.by_heat }}.
      </p>
      <p v-for="words in f.fry.said" :key="words" class="caution">{{ words }}</p>
    </section>
    <SoakFigures
      v-for="s in soaking"
      :key="s.step"
      :title="title(s.step)"
      :soaking="s"
      :round="s.round"
    />
  </div>
</template>

<style scoped>
.baths {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(24rem, 100%), 1fr));
  gap: var(--gap-5) var(--gap-6);
}

section {
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

.figures-row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3) var(--gap-6);
}
</style>
