<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { onBeforeRouteLeave } from 'vue-router'
import type { Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import AmountField from '@/look/pieces/AmountField.vue'
import AirSection from './AirSection.vue'
import HistorySection from './HistorySection.vue'
import UnitsSection from './UnitsSection.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import {
  celsius,
  degreeUnit,
  grams,
  gramUnit,
  kelvins,
  millilitres,
  millilitreUnit,
  number,
} from '@/units/format'
import { METALS, RING_KINDS, type Check } from './checks'
import CheckSheet from './CheckSheet.vue'
import LadderEdges from './LadderEdges.vue'
import PanShelf from './PanShelf.vue'
import ThingRow from './ThingRow.vue'
import { useKitchenEdit, type KitchenDocument } from './useKitchenEdit'

const kitchen = useKitchen()
const { save, undo, refused, busy, history } = useKitchenEdit()

// Changes are tried on a draft and kept together; what others change meanwhile is taken in when the
// draft is clean.
const draft = ref<KitchenDocument>()
const stored = computed(() => kitchen.view?.kitchen)
const copy = (d: KitchenDocument) => JSON.parse(JSON.stringify(d)) as KitchenDocument
const dirty = computed(
  () => draft.value !== undefined && JSON.stringify(draft.value) !== JSON.stringify(before.value),
)
const before = ref<KitchenDocument>()
watch(
  stored,
  (d) => {
    if (!d || dirty.value) return
    draft.value = copy(d)
    before.value = copy(d)
  },
  { immediate: true },
)
function leave(): void {
  if (stored.value) {
    draft.value = copy(stored.value)
    before.value = copy(stored.value)
  }
}
const SECTIONS = [
  ['name', 'name'],
  ['room', 'room'],
  ['rings', 'rings'],
  ['pans', 'pans'],
  ['thermometers', 'thermometers'],
  ['measures', 'cups and spoons'],
  ['trays', 'trays'],
  ['bench', 'scale and units'],
  ['ladder', 'ladder'],
] as const
async function keepDraft(): Promise<void> {
  const wanted = draft.value
  const was = before.value
  if (!wanted || !was) return
  const changed = SECTIONS.filter(
    ([key]) => JSON.stringify(wanted[key]) !== JSON.stringify(was[key]),
  )
  const reason = `Changed: ${changed.map(([, words]) => words).join(', ')}`
  if (await save(reason, (d) => Object.assign(d, wanted))) leave()
}
onBeforeRouteLeave(() => !dirty.value || window.confirm('Leave without keeping your changes?'))

const check = ref<Check>()
async function keepCheck(reason: string, change: (d: KitchenDocument) => void): Promise<void> {
  if (!(await save(reason, change))) return
  check.value = undefined
  if (draft.value && dirty.value) change(draft.value)
  else leave()
}
async function takeBack(): Promise<void> {
  await undo()
  leave()
}

const open = ref('')
const toggle = (key: string) => (open.value = open.value === key ? '' : key)
const drop = (list: unknown[], i: number) => {
  list.splice(i, 1)
  open.value = ''
}

const d = computed(() => draft.value)
const bench = computed(() => d.value?.bench)
function addRing(): void {
  d.value?.rings.push({
    ring: {
      name: 'New ring',
      kind: 'gas',
      rated_power_w: 1800,
      efficiency_frac: 0.42,
      efficiency_sd: 0.08,
    },
  })
}
function addPan(): void {
  d.value?.pans.push({
    pan: {
      name: 'New pan',
      tare_g: 1000,
      diameter_cm: 22,
      wall_height_cm: 9,
      heat_capacity_j_k: 500,
    },
  })
}
const addThermometer = () =>
  d.value?.thermometers.push({ thermometer: { name: 'New thermometer', offset_k: 0, sd_k: 0.7 } })
const addMeasure = () =>
  d.value?.measures?.push({ measure: { name: 'New cup', volume_ml: 200, volume_sd_ml: 20 } })
const addTray = () =>
  d.value?.trays?.push({
    tray: { name: 'New tray', length_cm: 20, width_cm: 20, height_cm: 3 },
  })

const ringKnown = (r: Api<'Ring'>) =>
  `${number(r.rated_power_w)} W, ${number(100 * r.efficiency_frac)} ± ${number(100 * r.efficiency_sd)} % of it into the pan`
const panKnown = (p: Api<'Pan'>) =>
  `${grams(p.tare_g)} ${gramUnit()}, ${number(p.diameter_cm)} cm, wall holds ${number(p.heat_capacity_j_k)} J/K`
const thermometerKnown = (t: Api<'Thermometer'>) =>
  t.offset_k === 0
    ? 'taken as true, not checked'
    : `reads ${kelvins(Math.abs(t.offset_k))} ${degreeUnit()} ${t.offset_k > 0 ? 'high' : 'low'}`
</script>

<template>
  <p v-if="!d || !bench">Opening the cupboards…</p>
  <div v-else class="kitchen">
    <header>
      <h1>{{ stored?.name }}</h1>
      <p class="lead">
        {{ kitchen.rings.length }} rings, {{ kitchen.pans.length }} pans. Water boils at
        {{ celsius(kitchen.view?.water_boil_c ?? 100) }} {{ degreeUnit() }} here.
      </p>
    </header>
    <TroubleNote v-if="refused" :words="refused" />
    <PanShelf
      class="wide"
      :pans="d.pans.map((p) => p.pan)"
      :capacities_ml="dirty ? [] : (kitchen.view?.capacities_ml ?? [])"
      :trays="(d.trays ?? []).map((t) => t.tray)"
    />
    <CheckSheet
      v-if="check"
      :key="JSON.stringify(check)"
      class="wide"
      :check="check"
      @keep="keepCheck"
      @close="check = undefined"
    />

    <section aria-label="Rings">
      <h2>Rings</h2>
      <ul>
        <ThingRow
          v-for="(r, i) in d.rings"
          :key="i"
          :name="r.ring.name"
          :known="ringKnown(r.ring)"
          :open="open === `ring-${i}`"
          @toggle="toggle(`ring-${i}`)"
          @remove="drop(d.rings, i)"
        >
          <template #keys>
            <button
              type="button"
              class="key small"
              :aria-label="`Check ${r.ring.name} by heating water`"
              @click="check = { kind: 'ring-heating', index: i }"
            >
              Heat water
            </button>
            <button
              type="button"
              class="key small"
              :aria-label="`Check ${r.ring.name} by boiling water off`"
              @click="check = { kind: 'ring-boil-off', index: i }"
            >
              Boil water off
            </button>
          </template>
          <v-text-field v-model="r.ring.name" label="Name" />
          <v-select v-model="r.ring.kind" label="Kind" :items="RING_KINDS" />
          <AmountField v-model="r.ring.rated_power_w" label="Power on its plate" unit="W" />
        </ThingRow>
      </ul>
      <button type="button" class="key small" @click="addRing">Another ring</button>
    </section>

    <section aria-label="Pans">
      <h2>Pans</h2>
      <ul>
        <ThingRow
          v-for="(p, i) in d.pans"
          :key="i"
          :name="p.pan.name"
          :known="panKnown(p.pan)"
          :open="open === `pan-${i}`"
          @toggle="toggle(`pan-${i}`)"
          @remove="drop(d.pans, i)"
        >
          <template #keys>
            <button
              type="button"
              class="key small"
              :aria-label="`Weigh ${p.pan.name} once`"
              @click="check = { kind: 'pan', index: i }"
            >
              Weigh it once
            </button>
          </template>
          <v-text-field v-model="p.pan.name" label="Name" />
          <AmountField v-model="p.pan.tare_g" label="Empty weight" kind="mass" />
          <AmountField v-model="p.pan.diameter_cm" label="Inner diameter" unit="cm" />
          <AmountField v-model="p.pan.wall_height_cm" label="Height of the wall" unit="cm" />
          <v-select v-model="p.pan.metal" label="Made of" :items="METALS" />
        </ThingRow>
      </ul>
      <button type="button" class="key small" @click="addPan">Another pan</button>
    </section>

    <section aria-label="Thermometers">
      <h2>Thermometers</h2>
      <ul>
        <ThingRow
          v-for="(t, i) in d.thermometers"
          :key="i"
          :name="t.thermometer.name"
          :known="thermometerKnown(t.thermometer)"
          :open="open === `thermometer-${i}`"
          @toggle="toggle(`thermometer-${i}`)"
          @remove="drop(d.thermometers, i)"
        >
          <template #keys>
            <button
              type="button"
              class="key small"
              :aria-label="`Check ${t.thermometer.name} in boiling water`"
              @click="check = { kind: 'thermometer', index: i }"
            >
              Boiling water
            </button>
          </template>
          <v-text-field v-model="t.thermometer.name" label="Name" />
          <AmountField
            v-model="t.thermometer.offset_k"
            label="Reads high by"
            unit="K"
            accepts="any"
          />
        </ThingRow>
      </ul>
      <button type="button" class="key small" @click="addThermometer">Another thermometer</button>
    </section>

    <section aria-label="Cups and spoons">
      <h2>Cups and spoons</h2>
      <ul>
        <ThingRow
          v-for="(m, i) in d.measures"
          :key="i"
          :name="m.measure.name"
          :known="`${millilitres(m.measure.volume_ml)} ± ${millilitres(m.measure.volume_sd_ml ?? 0)} ${millilitreUnit()}`"
          :open="open === `measure-${i}`"
          @toggle="toggle(`measure-${i}`)"
          @remove="drop(d.measures ?? [], i)"
        >
          <template #keys>
            <button
              type="button"
              class="key small"
              :aria-label="`Weigh water in the ${m.measure.name}`"
              @click="check = { kind: 'measure', index: i }"
            >
              Weigh water in it
            </button>
          </template>
          <v-text-field v-model="m.measure.name" label="Name" />
          <AmountField v-model="m.measure.volume_ml" label="Holds, level" unit="ml" />
        </ThingRow>
      </ul>
      <button type="button" class="key small" @click="addMeasure">Another cup</button>
    </section>

    <section aria-label="Trays">
      <h2>Trays</h2>
      <ul>
        <ThingRow
          v-for="(t, i) in d.trays"
          :key="i"
          :name="t.tray.name"
          :known="`${number(t.tray.length_cm)} × ${number(t.tray.width_cm)} cm, ${number(t.tray.height_cm, 1)} cm high`"
          :open="open === `tray-${i}`"
          @toggle="toggle(`tray-${i}`)"
          @remove="drop(d.trays ?? [], i)"
        >
          <v-text-field v-model="t.tray.name" label="Name" />
          <AmountField v-model="t.tray.length_cm" label="Length" unit="cm" />
          <AmountField v-model="t.tray.width_cm" label="Width" unit="cm" />
          <AmountField v-model="t.tray.height_cm" label="Height" unit="cm" />
        </ThingRow>
      </ul>
      <button type="button" class="key small" @click="addTray">Another tray</button>
    </section>

    <AirSection :draft="d" @pressure="check = { kind: 'pressure' }" />

    <UnitsSection :bench="bench" />

    <section v-if="d.ladder" aria-label="Your ladder">
      <h2>Your ladder</h2>
      <LadderEdges :ladder="d.ladder" :stages="kitchen.ladder" @update:ladder="d.ladder = $event" />
    </section>

    <HistorySection :history="history" :busy="busy" @undo="takeBack" />

    <div v-if="dirty" class="bar" role="region" aria-label="Changes not kept yet">
      <span>Changes not kept yet.</span>
      <button type="button" class="key" @click="leave">Leave them</button>
      <button type="button" class="key strong" @click="keepDraft">Keep them</button>
    </div>
  </div>
</template>

<style scoped>
.kitchen {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: var(--gap-6) var(--gap-7);
  align-items: start;
}

header,
.wide,
.bar,
.kitchen > :deep(.trouble) {
  grid-column: 1 / -1;
}

header p {
  margin: 0;
  color: var(--ink-soft);
}

.lead {
  font-size: var(--size-lead);
}

h2 {
  margin-bottom: var(--gap-2);
}

ul {
  list-style: none;
  margin: 0 0 var(--gap-3);
  padding: 0;
  border-bottom: var(--line) solid var(--steel);
}

.key.small {
  min-height: 2.5rem;
  padding: var(--gap-1) var(--gap-3);
  border-color: var(--steel);
  font-size: var(--size-small);
}

.bar {
  position: sticky;
  bottom: var(--gap-3);
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: flex-end;
  gap: var(--gap-3);
  padding: var(--gap-3) var(--gap-4);
  background: var(--ink);
  color: var(--on-ink);
  border-radius: var(--corner);
}

.bar span {
  margin-right: auto;
}

.bar .key.strong {
  background: var(--on-ink);
  color: var(--ink);
}

@media (max-width: 900px) {
  .kitchen {
    grid-template-columns: minmax(0, 1fr);
  }

  .bar {
    bottom: 4rem;
  }
}
</style>
