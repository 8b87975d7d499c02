<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { dose, grams, gramUnit, partsOf, percent, span } from '@/units/format'
import { DIETS, keeps } from '@/rooms/sweets/words'

/** What stands ready before, what can be made beforehand, what leaves, who can eat it, what goes wrong. */
const props = defineProps<{
  sweet: Api<'Sweet'>
  method: Api<'Method'>
  formula: Api<'Formula'>
}>()

const gates = computed(() => props.method.steps.flatMap((s) => s.gates ?? []))
/** What is put in, and where it goes: as shown, the parts come to the whole. */
const goes = computed(() => {
  const f = props.formula
  const leaves = [
    { words: 'off as steam', mass_g: f.evaporated_g },
    ...aside.value.map((a) => ({ words: a.what, mass_g: a.unused_g })),
  ].filter((p) => p.mass_g >= 0.5)
  const shown = partsOf(f.put_in_g, [f.finished_g, ...leaves.map((p) => p.mass_g)])
  return {
    whole: partsOf(f.put_in_g, [f.put_in_g])[0],
    finished: shown[0],
    parts: leaves.map((p, i) => ({ words: p.words, shown: shown[i + 1] })),
  }
})
const aside = computed(() => props.formula.asides.filter((a) => a.unused_g >= 0.5))
const keeping = computed(() => {
  const said = keeps(props.formula.finish.keep)
  return said.charAt(0).toUpperCase() + said.slice(1)
})
</script>

<template>
  <div class="notes">
    <section v-if="gates.length" aria-labelledby="gates">
      <h2 id="gates">Before the heat</h2>
      <ul>
        <li v-for="g in gates" :key="g.key + g.text">{{ g.text }}</li>
      </ul>
    </section>
    <section v-if="formula.components.length" aria-labelledby="components">
      <h2 id="components">Bought, or made beforehand</h2>
      <ul>
        <li v-for="c in formula.components" :key="c.ingredient">
          <router-link :to="`/sweets/${c.sweet_key}?by=mass&n=${Math.round(c.needed_g)}`">{{
            c.name
          }}</router-link>, {{ grams(c.needed_g) }} {{ gramUnit() }}
          <span class="small soft"
            >made from
            {{
              c.from
                .map((l) => `${dose(l.weigh_g)} ${gramUnit()} ${l.name.toLowerCase()}`)
                .join(', ')
            }}; begin {{ span(c.lead_min) }} before</span
          >
        </li>
      </ul>
    </section>
    <section aria-labelledby="goes">
      <h2 id="goes">Where it goes</h2>
      <ul class="figures">
        <li>{{ goes.whole }} {{ gramUnit() }} put in</li>
        <li v-for="p in goes.parts" :key="p.words">{{ p.shown }} {{ gramUnit() }} {{ p.words }}</li>
        <li>
          <strong>{{ goes.finished }} {{ gramUnit() }} finished</strong>,
          {{ percent(formula.composition.water_frac ?? 0) }} % of it water<template
            v-if="formula.pieces.edges_g >= 0.5"
            >, {{ grams(formula.pieces.edges_g) }} {{ gramUnit() }} of it edges and rest</template
          >
        </li>
      </ul>
    </section>
    <section aria-labelledby="eats">
      <h2 id="eats">Who can eat it, how long it keeps</h2>
      <p>
        <template v-if="formula.allergens.length"
          >Contains {{ formula.allergens.join(', ') }}. </template
        ><template v-else>None of the usual allergens. </template>
        {{ DIETS[formula.diet].charAt(0).toUpperCase() + DIETS[formula.diet].slice(1) }}. It is
        sugar: not for everyone.
      </p>
      <p>
        {{ keeping }}
        <span class="soft">{{ method.keeping.note }} Local food rules come first.</span>
      </p>
      <p class="small soft">
        {{ formula.finish.keep.why.join(' ') }} {{ formula.finish.keep.drifts }}
      </p>
    </section>
    <section v-if="sweet.mistakes?.length" class="wide" aria-labelledby="wrong">
      <h2 id="wrong">If it goes wrong</h2>
      <dl>
        <div v-for="m in sweet.mistakes" :key="m.sign">
          <dt>
            <strong>{{ m.sign }}</strong>
            <span class="small soft">{{ m.cause }}</span>
          </dt>
          <dd>
            {{ m.now }}.
            <span class="soft"
              >Next time: {{ m.next_time.charAt(0).toLowerCase() + m.next_time.slice(1) }}.</span
            >
          </dd>
        </div>
      </dl>
    </section>
  </div>
</template>

<style scoped>
.notes {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(17rem, 100%), 1fr));
  gap: var(--gap-5) var(--gap-6);
}

.wide {
  grid-column: 1 / -1;
}

h2 {
  margin-bottom: var(--gap-2);
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  padding: var(--gap-1) 0;
  border-top: var(--line) solid var(--steel);
}

li .small,
dt .small {
  display: block;
}

p {
  margin: 0 0 var(--gap-2);
}

dl {
  margin: 0;
}

dl div {
  display: grid;
  grid-template-columns: minmax(12rem, 1fr) 2fr;
  gap: var(--gap-2) var(--gap-5);
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
}

dd {
  margin: 0;
}

@container room (max-width: 38rem) {
  dl div {
    grid-template-columns: 1fr;
  }
}
</style>
