<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, wordsOf } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import StageMark from '@/look/marks/StageMark.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import GramField from '@/look/pieces/GramField.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { stageAt } from '@/look/strata'
import { celsius, grams, minutes, number, percent } from '@/units/format'
import { useAsk } from './ask'
import DrawnString from './DrawnString.vue'
import StrataDrawing from '@/look/drawings/StrataDrawing.vue'
import { pointAt, useBoil } from './useBoil'

const kitchen = useKitchen()
const { ask, change } = useAsk(() => kitchen.ladder)
const { boil, trouble } = useBoil(ask)
const router = useRouter()

const from = computed(() => {
  const start = boil.value?.series[0]?.solids_frac ?? 0.5
  return Math.max(0, start - 0.02)
})
const to = computed(() => boil.value?.series.at(-1)?.solids_frac ?? 0.85)
const end_s = computed(() => {
  const b = boil.value
  if (!b) return 900
  const tail = b.tail.at(-1)?.elapsed_s ?? 0
  return Math.max(b.series.at(-1)?.elapsed_s ?? 0, tail, b.turn_off.at.high_s * 1.02)
})

const cursor_s = ref(0)
// A new boil puts the cursor back on the moment that matters.
watch(boil, (b) => (cursor_s.value = b?.turn_off.at.mid_s ?? 0))
const here = computed(() => (boil.value ? pointAt(boil.value.series, cursor_s.value) : undefined))
const hereStage = computed(() =>
  here.value ? stageAt(kitchen.ladder, here.value.solids_frac) : undefined,
)
const strings = computed(
  () => ({ 'two-string': 2, 'three-string': 3 })[hereStage.value?.key as string] ?? 1,
)

const ringName = computed(
  () => (kitchen.rings.find((r) => r.id === ask.value.ring_id) ?? kitchen.rings[0])?.ring.name,
)
const thermometer = computed(() => kitchen.thermometer(ask.value.thermometer_id))
const thermometerName = computed(() =>
  thermometer.value
    ? `on the ${thermometer.value.thermometer.name.toLowerCase()}`
    : 'true temperature',
)
const pans = computed(() => kitchen.pans.map((p) => ({ title: p.pan.name, value: p.id })))
const rings = computed(() => kitchen.rings.map((r) => ({ title: r.ring.name, value: r.id })))
const thermometers = computed((): { title: string; value: number | 'none' | undefined }[] => [
  ...kitchen.thermometers.map((t) => ({ title: t.thermometer.name, value: t.id ?? undefined })),
  { title: 'A true one', value: 'none' },
])
const takeThermometer = (id: unknown) =>
  change({ thermometer_id: id === 'none' ? 'none' : Number(id) })
const stages = computed(() =>
  kitchen.ladder
    .filter((s) => s.key !== 'thin')
    .map((s) => ({ title: s.name, value: s.key, props: { subtitle: s.local_name } })),
)
const flames = [
  { key: 'low', name: 'Low' },
  { key: 'medium', name: 'Medium' },
  { key: 'high', name: 'High' },
] as const

const refused = ref('')
async function putOn(): Promise<void> {
  const a = ask.value
  try {
    const batch = await answer(
      api.POST('/api/v1/batches', {
        body: {
          charge: { sucrose_g: a.sugar_g, water_g: a.water_g },
          stage: a.stage,
          pan_id: a.pan_id,
          ring_id: a.ring_id,
          thermometer_id: thermometer.value?.id,
        },
      }),
    )
    await router.push(`/stove/${batch.id}`)
  } catch (thrown) {
    refused.value = wordsOf(thrown)
  }
}
</script>

<template>
  <div class="bench">
    <header class="head">
      <p class="label">Syrup bench</p>
      <template v-if="boil">
        <h1>
          Turn off after {{ minutes(boil.turn_off.at.mid_s) }} min: the pan carries it to
          {{ kitchen.stageName(ask.stage) }}.
        </h1>
        <div class="facts">
          <FigureValue
            label="minutes from heat on"
            size="figure"
            :value="minutes(boil.turn_off.at.mid_s)"
            unit="min"
            :low="minutes(boil.turn_off.at.low_s)"
            :high="minutes(boil.turn_off.at.high_s)"
          />
          <FigureValue
            label="pan on the scale"
            size="figure"
            :value="grams(boil.turn_off.gross_g)"
            unit="g"
          />
          <FigureValue
            :label="thermometerName"
            size="figure"
            :value="celsius(boil.turn_off.shown_c)"
            unit="°C"
          />
          <FigureValue
            label="strength then"
            size="figure"
            :value="percent(boil.turn_off.solids_frac)"
            unit="%"
            :note="`lands on ${percent(boil.turn_off.landing_frac)} %`"
          />
        </div>
      </template>
      <h1 v-else-if="!trouble">Looking at the pan…</h1>
      <h1 v-else>That boil does not work out</h1>
    </header>

    <form class="pan" aria-label="What is in the pan" @submit.prevent="putOn">
      <GramField
        label="Sugar"
        unit="g"
        :model-value="ask.sugar_g"
        @update:model-value="change({ sugar_g: $event })"
      />
      <GramField
        label="Water"
        unit="g"
        :model-value="ask.water_g"
        @update:model-value="change({ water_g: $event })"
      />
      <v-select
        label="Boil to"
        :items="stages"
        :model-value="ask.stage"
        @update:model-value="change({ stage: $event })"
      />
      <v-select
        label="Pan"
        :items="pans"
        :model-value="ask.pan_id ?? kitchen.pans[0]?.id"
        @update:model-value="change({ pan_id: $event ?? undefined })"
      />
      <v-select
        label="Ring"
        :items="rings"
        :model-value="ask.ring_id ?? kitchen.rings[0]?.id"
        @update:model-value="change({ ring_id: $event ?? undefined })"
      />
      <KeyRow
        label="Flame"
        :choices="flames"
        :model-value="ask.flame"
        @update:model-value="change({ flame: $event })"
      />
      <v-select
        label="Thermometer"
        :items="thermometers"
        :model-value="thermometer?.id ?? 'none'"
        @update:model-value="takeThermometer"
      />
      <button class="key strong" type="submit" :disabled="!boil">
        Put it on the {{ ringName?.toLowerCase() }}
      </button>
      <TroubleNote v-if="refused" :words="refused" />
    </form>

    <section class="drawing" aria-label="The boil">
      <TroubleNote v-if="trouble" :words="trouble" />
      <p v-if="boil?.may_boil_over" class="caution">
        The froth may come over the rim of this pan. Take a larger one, or stay beside it.
      </p>
      <StrataDrawing
        v-if="boil"
        v-model:cursor_s="cursor_s"
        class="strata"
        :ladder="kitchen.ladder"
        :from="from"
        :to="to"
        :end_s="end_s"
        :boil="boil"
        :label="`Strength against minutes. Turn off after ${minutes(boil.turn_off.at.mid_s)} minutes at ${percent(boil.turn_off.solids_frac)} per cent.`"
      />
    </section>

    <aside v-if="here && hereStage" class="here" aria-label="At the cursor">
      <p class="stage display">
        <StageMark :stage="hereStage.key" :size="34" /> {{ hereStage.name }}
      </p>
      <p class="small soft">{{ hereStage.local_name }}: {{ hereStage.sign }}</p>
      <DrawnString :length_cm="here.string_cm" :strings="strings" />
      <div class="readouts">
        <FigureValue
          label="minutes"
          :value="number(here.elapsed_s / 60, 1)"
          unit="min"
          :low="number(here.elapsed_low_s / 60, 1)"
          :high="number(here.elapsed_high_s / 60, 1)"
        />
        <FigureValue label="strength" :value="percent(here.solids_frac)" unit="%" />
        <FigureValue label="pan on the scale" :value="grams(here.gross_g)" unit="g" />
        <FigureValue :label="thermometerName" :value="celsius(here.shown_c)" unit="°C" />
        <FigureValue label="syrup, hot" :value="number(here.volume_ml)" unit="ml" />
      </div>
    </aside>
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template:
    'pan head head' auto
    'pan drawing here' 1fr / 13.5rem minmax(0, 1fr) 14.5rem;
  gap: var(--gap-5) var(--gap-6);
}

.head {
  grid-area: head;
}

.head p {
  margin: 0;
}

.facts {
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  gap: var(--gap-3) var(--gap-6);
  margin-top: var(--gap-3);
}

.pan {
  grid-area: pan;
  display: grid;
  gap: var(--gap-4);
  align-content: start;
  padding-right: var(--gap-5);
  border-right: var(--line) solid var(--steel);
}

.drawing {
  grid-area: drawing;
  display: flex;
  flex-direction: column;
}

.strata {
  flex: 1;
  min-height: max(22rem, calc(100vh - 22rem));
}

.here {
  grid-area: here;
  display: grid;
  gap: var(--gap-3);
  align-content: start;
}

.here p {
  margin: 0;
}

.stage {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
  font-size: 1.375rem;
}

.readouts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-3);
  padding-top: var(--gap-3);
  border-top: var(--line) solid var(--steel);
}

@media (max-width: 1000px) {
  .bench {
    grid-template:
      'head head' auto
      'drawing drawing' auto
      'here pan' auto / 1fr 1fr;
  }

  .strata {
    min-height: 22rem;
  }
}

@media (max-width: 640px) {
  .bench {
    grid-template: 'head' 'drawing' 'here' 'pan' / minmax(0, 1fr);
  }

  .pan {
    padding-right: 0;
    border-right: 0;
  }
}
</style>
