<script setup lang="ts">
import { computed, reactive, useTemplateRef } from 'vue'
import type { Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import AmountField from '@/look/pieces/AmountField.vue'
import OpenedSheet from '@/look/pieces/OpenedSheet.vue'
import { millilitres, millilitreUnit } from '@/units/format'
import { hasScale, taken } from '@/units/measures'
import CupsField from './CupsField.vue'
import StartPlan from './StartPlan.vue'
import WhereSaid from './WhereSaid.vue'
import { useWhere } from './useWhere'
import ChoiceField from '@/look/pieces/ChoiceField.vue'

/** A plain syrup on its way to the stove: sugar, water, and the stage it is to reach. */
const kitchen = useKitchen()
const { text, id, set, where } = useWhere()

const stage = computed(() => (text('plain') ?? 'one-string') as Api<'StageKey'>)
const cup = computed(() => kitchen.cups[0]?.measure)
/** A level cup of sugar is to be had of every cup; its grams come back from the core. */
const sugar_g = computed(() => id('sugar_g') ?? 250)
const water_g = computed(() => id('water_g') ?? Math.round(sugar_g.value / 2))
const by_scale = computed(() => hasScale(kitchen.view?.kitchen.bench))
/** Fields that hold something nobody understands: nothing goes on the stove by them. */
const unclear = reactive({ sugar: false, water: false })
const stages = computed(() =>
  kitchen.boiledTo.map((s) => ({ title: `${s.name} · ${s.local_name}`, value: s.key })),
)
const ask = computed((): Api<'StartAsk'> | undefined =>
  kitchen.view
    ? {
        contents: {
          parts: [{ sweetener: text('sweetener') ?? 'sugar', mass_g: sugar_g.value }],
          water_g: water_g.value,
        },
        stage: stage.value,
        ...where.value,
      }
    : undefined,
)
const SWEETENERS = [
  { title: 'Sugar', value: 'sugar' },
  { title: 'Cane jaggery', value: 'cane-jaggery' },
  { title: 'Palm jaggery', value: 'palm-jaggery' },
]
const sweetener = computed(
  () => SWEETENERS.find((s) => s.value === (text('sweetener') ?? 'sugar'))?.title ?? 'Sugar',
)
const sheet = useTemplateRef('sheet')
/** What goes in, as it is measured below. */
const made = computed(() => {
  const setup = sheet.value?.plan?.setup
  const told = setup?.lines.map((l) => {
    const { first } = taken(l.mass_g, l.measured, hasScale(setup))
    return `${first} ${l.name.toLowerCase()}`
  })
  return told?.join(', ') ?? 'What goes in'
})
</script>

<template>
  <div class="start">
    <header>
      <p class="label"><router-link to="/stove/start">Put something on</router-link></p>
      <h1>A plain syrup, {{ kitchen.stageName(stage) }}</h1>
    </header>
    <p class="sentence" role="group" aria-label="What, how much, and on what">
      <OpenedSheet :words="made" title="What goes in">
        <form class="ask" aria-label="How much" @submit.prevent>
          <ChoiceField
            label="Sweetened with"
            :items="SWEETENERS"
            :model-value="text('sweetener') ?? 'sugar'"
            @update:model-value="set({ sweetener: $event })"
          />
          <template v-if="by_scale">
            <AmountField
              label="How much of it"
              kind="mass"
              :model-value="sugar_g"
              @update:model-value="set({ sugar_g: $event, water_g: undefined })"
              @unclear="unclear.sugar = $event"
            />
            <AmountField
              label="Water"
              kind="mass"
              :model-value="water_g"
              @update:model-value="set({ water_g: $event })"
              @unclear="unclear.water = $event"
            />
          </template>
          <template v-else-if="kitchen.view">
            <CupsField
              :label="sweetener"
              :ingredient="text('sweetener') ?? 'sugar'"
              :mass_g="sugar_g"
              :told="id('sugar_g') !== undefined"
              @update:mass_g="set({ sugar_g: $event, water_g: undefined })"
              @unclear="unclear.sugar = $event"
            />
            <CupsField
              label="Water"
              ingredient="water"
              :mass_g="water_g"
              :told="id('water_g') !== undefined"
              @update:mass_g="set({ water_g: $event })"
              @unclear="unclear.water = $event"
            />
          </template>
        </form>
        <p v-if="cup" class="soft small">
          Told in your {{ cup.name.toLowerCase() }} of {{ millilitres(cup.volume_ml) }}
          {{ millilitreUnit() }} and spoons.
        </p>
      </OpenedSheet>
      <span>to</span>
      <OpenedSheet :words="kitchen.stageName(stage)" title="To which stage">
        <ChoiceField
          label="Stage"
          :items="stages"
          :model-value="stage"
          @update:model-value="set({ plain: $event })"
        />
      </OpenedSheet>
      <WhereSaid />
    </p>
    <StartPlan ref="sheet" :ask="ask" :unclear="unclear.sugar || unclear.water" />
  </div>
</template>

<style scoped>
.start {
  display: grid;
  gap: var(--gap-4);
}

header p,
.small {
  margin: 0;
}

h1 {
  font-size: var(--size-figure);
}

.ask {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(12rem, 100%), 1fr));
  gap: var(--gap-3) var(--gap-5);
}
</style>
