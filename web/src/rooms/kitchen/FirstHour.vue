<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { api, type Api } from '@/api/client'
import { useAnswer } from '@/live/useAnswer'
import AmountField from '@/look/pieces/AmountField.vue'
import EventButton from '@/look/pieces/EventButton.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import FirstDrawing from './FirstDrawing.vue'
import CupsCheck from './CupsCheck.vue'
import { useKitchenEdit } from './useKitchenEdit'

/** The first hour: four plain questions make a kitchen; what in it is a guess is said. */
const emit = defineEmits<{ later: [] }>()
const { save, put, refused, busy } = useKitchenEdit()

const RINGS: readonly { key: Api<'FirstRing'>; name: string }[] = [
  { key: 'gas_small', name: 'Gas, small' },
  { key: 'gas_medium', name: 'Gas, medium' },
  { key: 'gas_large', name: 'Gas, large' },
  { key: 'coil', name: 'Coil' },
  { key: 'plate', name: 'Glass plate' },
  { key: 'induction', name: 'Induction' },
  { key: 'multi_cooker', name: 'Multi-cooker' },
]
const PANS: readonly { key: Api<'FirstPan'>; name: string }[] = [
  { key: 'thin', name: 'Thin' },
  { key: 'heavy', name: 'Heavy' },
  { key: 'cast_iron', name: 'Cast iron' },
  { key: 'wide', name: 'Wide and low' },
]
const CUPS: readonly { key: Api<'FirstCup'>; name: string }[] = [
  { key: 'tea_cup', name: 'Tea cup' },
  { key: 'katori', name: 'Katori' },
  { key: 'glass', name: 'Glass' },
  { key: 'measuring_cup', name: 'Measuring cup' },
]
/** A hand-span, thumb to little finger, cm. */
const SPANS: readonly { key: number; name: string }[] = [
  { key: 18, name: 'under a span' },
  { key: 20, name: 'a span' },
  { key: 24, name: 'a span and a bit' },
  { key: 30, name: 'a span and a half' },
]
const PLACES: readonly { key: number; name: string }[] = [
  { key: 50, name: 'By the sea, plains' },
  { key: 500, name: 'Low hills' },
  { key: 1000, name: 'Hills' },
  { key: 1800, name: 'Mountains' },
]

const a = reactive<Api<'FirstAnswers'>>({
  ring: 'gas_medium',
  pan: 'heavy',
  width_cm: 20,
  cup: 'katori',
  altitude_m: 50,
  has_scale: false,
  has_thermometer: false,
})
const HAS = [
  { key: 'no', name: 'None' },
  { key: 'yes', name: 'I have one' },
] as const
const hasOne = (key: 'has_scale' | 'has_thermometer') =>
  computed({
    get: (): 'yes' | 'no' => (a[key] ? 'yes' : 'no'),
    set: (has) => (a[key] = has === 'yes'),
  })
const scale = hasOne('has_scale')
const thermometer = hasOne('has_thermometer')
const { found, trouble } = useAnswer(
  'kitchen/first',
  () => ({ ...a }),
  (body) => api.POST('/api/v1/kitchen/first', { body }),
)
const kept = ref(false)
const checking = ref(false)
async function keep(): Promise<void> {
  const made = found.value?.kitchen
  if (made && (await put('The first hour: four questions', made, 1))) kept.value = true
}
async function keepRing(checked: { reason: string; ring: Api<'Ring'> }): Promise<void> {
  const done = await save(checked.reason, (d) => {
    const it = d.rings[0]
    if (it) it.ring = checked.ring
  })
  if (done) checking.value = false
}
const guesses = computed(() => found.value?.guesses ?? [])
</script>

<template>
  <div class="first">
    <template v-if="!kept">
      <header>
        <h1>Your kitchen, in four questions</h1>
        <p class="soft">What you do not know may stay as it is. Everything can be changed later.</p>
      </header>
      <section>
        <h2>Which ring do you boil on?</h2>
        <KeyRow v-model="a.ring" class="drawn" apart label="Ring" :choices="RINGS">
          <template #of="{ choice }"><FirstDrawing :of="choice.key" />{{ choice.name }}</template>
        </KeyRow>
      </section>
      <section>
        <h2>Which pan, and how wide inside?</h2>
        <KeyRow v-model="a.pan" class="drawn" apart label="Pan" :choices="PANS">
          <template #of="{ choice }"><FirstDrawing :of="choice.key" />{{ choice.name }}</template>
        </KeyRow>
        <KeyRow v-model="a.width_cm" apart label="Width" :choices="SPANS">
          <AmountField v-model="a.width_cm" class="number" label="or measured" kind="cm" />
        </KeyRow>
      </section>
      <section>
        <h2>Which cup do you measure with?</h2>
        <KeyRow v-model="a.cup" class="drawn" apart label="Cup" :choices="CUPS">
          <template #of="{ choice }"><FirstDrawing :of="choice.key" />{{ choice.name }}</template>
        </KeyRow>
      </section>
      <section>
        <h2>How high do you live?</h2>
        <KeyRow v-model="a.altitude_m" apart label="Height" :choices="PLACES">
          <AmountField
            v-model="a.altitude_m"
            class="number"
            label="or in metres"
            unit="m"
            accepts="any"
          />
        </KeyRow>
      </section>
      <section class="has">
        <h2>A kitchen scale?</h2>
        <KeyRow v-model="scale" label="A kitchen scale?" :choices="HAS" />
        <h2>A thermometer?</h2>
        <KeyRow v-model="thermometer" label="A thermometer?" :choices="HAS" />
      </section>
      <TroubleNote v-if="trouble || refused" :words="trouble || refused" />
      <div class="go">
        <EventButton words="That is my kitchen" :busy="busy" @happened="keep" />
        <v-btn class="key" @click="emit('later')">Later</v-btn>
      </div>
    </template>
    <template v-else>
      <header>
        <h1>It is set up</h1>
        <p class="lead">These figures are guesses, and the times carry that doubt:</p>
      </header>
      <dl>
        <div v-for="g in guesses" :key="g.words">
          <dt>{{ g.words }}</dt>
          <dd class="soft">{{ g.better }}</dd>
        </div>
      </dl>
      <CupsCheck v-if="checking" :index="0" @keep="keepRing" @close="checking = false" />
      <div v-else class="go">
        <router-link class="key strong" to="/stove/start">Put something on</router-link>
        <v-btn class="key" @click="checking = true"> Check the ring: two cups and a clock </v-btn>
      </div>
      <TroubleNote v-if="refused" :words="refused" />
    </template>
  </div>
</template>

<style scoped>
.first {
  display: grid;
  gap: var(--gap-4);
  max-width: 50rem;
  margin: 0 auto;
}

h1 {
  font-size: var(--size-figure);
}

header p {
  margin: 0;
}

.lead {
  font-size: var(--size-lead);
}

section {
  display: grid;
  gap: var(--gap-2);
}

.drawn :deep(.key) {
  flex-direction: column;
  gap: var(--gap-1);
  min-width: 6.25rem;
  padding: var(--gap-2);
  line-height: 1.15;
}

h2 {
  margin: 0;
  font-size: 1.375rem;
}

.has {
  grid-template-columns: auto minmax(0, 20rem);
  align-items: center;
  gap: var(--gap-2) var(--gap-4);
}

@media (max-width: 480px) {
  .has {
    grid-template-columns: minmax(0, 1fr);
  }
}

.number {
  flex: 0 1 8rem;
}

.go {
  display: grid;
  gap: var(--gap-2);
}

dl {
  margin: 0;
}

dl div {
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
}

dd {
  margin: 0;
}
</style>
