<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useChanges } from '@/live/changes'
import { useKitchen } from '@/live/kitchen'
import FigureValue from '@/look/pieces/FigureValue.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { clock, gramUnit, grams } from '@/units/format'
import HobPlan from './HobPlan.vue'

const kitchen = useKitchen()
const lines = shallowRef<Api<'BatchLine'>[]>()
const trouble = ref('')

async function load(): Promise<void> {
  try {
    lines.value = await answer(
      api.GET('/api/v1/batches', { params: { query: { going_on: true } } }),
    )
    trouble.value = ''
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
  }
}
void load()
useChanges(() => void load())
useIntervalFn(() => void load(), 3000)

const going = computed(() => lines.value ?? [])
const onRing = computed(
  () => new Map(going.value.filter((l) => l.state?.phase !== 'ready').map((l) => [l.ring_name, l])),
)
const rings = computed(() => kitchen.rings.map((r) => ({ id: r.id, ...r.ring })))

const DOES: Record<Api<'Advice'>['kind'], string> = {
  do_step: 'Go on with the step at hand',
  heat_on: 'Heat on',
  dissolve: 'Stir until no grain is left',
  keep_boiling: 'Let it boil',
  read_now: 'Read the pan now',
  turn_off_now: 'Turn off now',
  test: 'Test a cooled drop',
  back_on: 'Back on the heat',
  add_water: 'Pour water in',
}
const urgent = (line: Api<'BatchLine'>) =>
  ['read_now', 'turn_off_now', 'test', 'back_on', 'add_water'].includes(
    line.state?.advice.kind ?? '',
  )
</script>

<template>
  <div class="stove">
    <header>
      <h1>{{ going.length ? 'On the stove' : 'The stove is cold' }}</h1>
      <router-link class="key strong" to="/stove/start">Put something on</router-link>
    </header>
    <TroubleNote v-if="trouble" :words="trouble" />
    <HobPlan
      v-if="rings.length"
      :rings="rings"
      :pans="onRing"
      :stage-name="kitchen.stageName"
      class="hob"
    />
    <ul class="pans" aria-label="What is going on">
      <li v-for="line in going" :key="line.id" :class="{ urgent: urgent(line) }">
        <router-link :to="`/stove/${line.id}`">
          <span class="label"
            >{{ line.title }} · {{ line.pan_name }}, {{ line.ring_name.toLowerCase() }}</span
          >
          <strong class="display">{{ line.state ? DOES[line.state.advice.kind] : '' }}</strong>
        </router-link>
        <div v-if="line.state?.syrup" class="figures-row">
          <FigureValue
            v-if="line.state.syrup.turn_off_in_s"
            label="flame off in"
            size="figure"
            :value="clock(line.state.syrup.turn_off_in_s.mid)"
            unit="min"
            :low="clock(line.state.syrup.turn_off_in_s.low)"
            :high="clock(line.state.syrup.turn_off_in_s.high)"
          />
          <FigureValue
            label="still to boil off"
            size="figure"
            :value="grams(Math.max(0, line.state.syrup.water_to_turn_off_g.mid))"
            :unit="gramUnit()"
          />
          <FigureValue label="stage" :value="kitchen.stageName(line.state.syrup.stage)" />
        </div>
      </li>
    </ul>
    <p v-if="lines && !going.length" class="soft nothing">
      Choose a ring to say what you are making, or try a syrup on the
      <router-link to="/bench">bench</router-link> first.
    </p>
  </div>
</template>

<style scoped>
.stove {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  max-width: 66rem;
  margin: 0 auto;
  gap: var(--gap-5) var(--gap-6);
  align-items: start;
}

header {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: var(--gap-3);
}

header h1 {
  font-size: var(--size-figure);
}

.pans {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
}

.pans li {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  justify-content: space-between;
  gap: var(--gap-3) var(--gap-6);
  padding: var(--gap-4) 0;
  border-top: var(--line) solid var(--steel);
}

.pans li.urgent {
  padding-inline: var(--gap-4);
  background: var(--ink);
  color: var(--on-ink);
}

.pans li.urgent :deep(.label),
.pans li.urgent :deep(.spread),
.pans li.urgent :deep(.unit) {
  color: inherit;
}

.pans a {
  display: grid;
  text-decoration: none;
}

.pans strong {
  font-size: var(--size-title);
}

.figures-row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3) var(--gap-6);
}

.nothing {
  margin: 0;
  font-size: var(--size-lead);
}

@media (max-width: 640px) {
  .hob {
    order: 1;
  }
}
</style>
