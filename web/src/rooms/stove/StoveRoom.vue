<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import type { Api } from '@/api/client'
import { doesOf, presses, useGoing } from '@/live/going'
import { useKitchen } from '@/live/kitchen'
import FigureValue from '@/look/pieces/FigureValue.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { clock, gramUnit, grams } from '@/units/format'
import HobPlan from './HobPlan.vue'
import NowLine from './NowLine.vue'
import RestShelf from './RestShelf.vue'
import { hasScale } from '@/units/measures'

/** The hob seen from above, and what each pan wants. A kitchen that nobody set up begins with four questions. */
// Only a kitchen that nobody set up needs it.
const FirstHour = defineAsyncComponent(() => import('@/rooms/kitchen/FirstHour.vue'))
const kitchen = useKitchen()
const store = useGoing()
const going = computed(() => store.going)
const onRing = computed(
  () =>
    new Map(
      going.value
        .filter((l) => l.state?.phase === 'syrup' || l.state?.runs.some((r) => r.flame != null))
        .map((l) => [l.brief?.ring_id, l]),
    ),
)
const rings = computed(() => kitchen.rings.map((r) => ({ id: r.id, ...r.ring })))
const later = useLocalStorage('unctum.first-hour-later', false)
// It stays open after it has set the kitchen up, to say what it guessed.
const first = ref(false)
watch(
  () => kitchen.view?.version === 1 && store.lines !== undefined && !going.value.length,
  (nobodys) => {
    if (nobodys) first.value = true
  },
  { immediate: true },
)
const due = (line: Api<'BatchLine'>) => {
  const left = line.state?.syrup?.turn_off_in_s
  return left && left.mid >= 1 ? left : undefined
}
</script>

<template>
  <FirstHour v-if="first && !later" @later="later = true" />
  <div v-else class="stove">
    <header :class="{ going: going.length }">
      <h1>{{ going.length ? 'On the stove' : 'The stove is cold' }}</h1>
      <router-link class="key strong" to="/stove/start">Put something on</router-link>
    </header>
    <TroubleNote v-if="store.trouble" :words="store.trouble" />
    <NowLine v-if="going.length" />
    <div class="board">
      <HobPlan
        v-if="rings.length"
        :rings="rings"
        :pans="onRing"
        :stage-name="kitchen.stageName"
        class="hob"
      />
      <RestShelf class="shelf" />
    </div>
    <ul class="pans" aria-label="What is going on">
      <li v-for="line in store.ranked" :key="line.id" :class="{ urgent: presses(line) }">
        <router-link :to="`/stove/${line.id}`">
          <span class="label"
            >{{ line.title }} · {{ line.brief?.pan_name }},
            {{ line.brief?.ring_name.toLowerCase() }}</span
          >
          <strong class="display">{{ doesOf(line) }}</strong>
        </router-link>
        <div v-if="line.state?.syrup" class="figures-row">
          <FigureValue
            v-if="due(line)"
            label="flame off in"
            size="figure"
            :value="clock(due(line)?.mid ?? 0)"
            unit="min"
            :low="clock(due(line)?.low ?? 0)"
            :high="clock(due(line)?.high ?? 0)"
          />
          <FigureValue
            v-if="hasScale(kitchen.view?.kitchen.bench)"
            label="still to boil off"
            size="figure"
            :value="grams(Math.max(0, line.state.syrup.water_to_turn_off_g.mid))"
            :unit="gramUnit()"
          />
          <FigureValue label="stage" :value="kitchen.stageName(line.state.syrup.stage)" />
        </div>
      </li>
    </ul>
    <p v-if="store.lines && !going.length" class="soft nothing">
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

/* What is to be done now is the heading then. */
header.going h1 {
  font-size: var(--size-title);
  color: var(--ink-soft);
}

.board {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  gap: var(--gap-5) var(--gap-6);
}

.board .hob {
  flex: 3 1 24rem;
}

.board .shelf {
  flex: 1 1 17rem;
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

@container room (max-width: 38rem) {
  .board .hob {
    order: 1;
  }
}
</style>
