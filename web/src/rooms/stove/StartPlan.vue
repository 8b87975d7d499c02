<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { entryName } from '@/live/entryName'
import { useRouter } from 'vue-router'
import { answer, api, wordsOf, type Api } from '@/api/client'
import LastTimeSaid from '@/batch/LastTimeSaid.vue'
import LearntSaid from '@/batch/LearntSaid.vue'
import { useAsked } from '@/live/useAsked'
import { useGoing } from '@/live/going'
import { useKitchen } from '@/live/kitchen'
import CupsDrawing from '@/look/drawings/CupsDrawing.vue'
import EventButton from '@/look/pieces/EventButton.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { useKitchenEdit } from '@/rooms/kitchen/useKitchenEdit'
import { hasScale, taken, weighsPan } from '@/units/measures'
import WaitingPart from '@/look/pieces/WaitingPart.vue'
import PanWeight from './PanWeight.vue'
import StartSigns from './StartSigns.vue'
import StartSteps from './StartSteps.vue'

/** Before the heat: what to measure, drawn; the pan with its fill; what the stage looks like; and the button. */
const props = defineProps<{
  ask: Api<'StartAsk'> | undefined
  /** Whether something that was entered is not understood: then it is not begun by something else. */
  unclear?: boolean
  /** How far the syrup is aimed otherwise than written, in stages, as the last time taught. */
  aim?: number
}>()
const emit = defineEmits<{ aim: [stages: number] }>()
const kitchen = useKitchen()
const going = useGoing()
const router = useRouter()

const troubled = ref('')
// What others put on meanwhile changes whether pan and ring are free.
const { found: plan, trouble: refusal } = useAsked({
  name: 'batches/plan',
  question: () =>
    props.ask && { body: props.ask, going: going.going.length, kitchen: kitchen.view?.version },
  ask: ({ body }, signal) => api.POST('/api/v1/batches/plan', { body, signal }),
  holds: 'waiting',
})
const trouble = computed(() => troubled.value || refusal.value)
// What the last time taught is heeded at once, also where the plan is known from before; one tap takes it back.
watch(
  plan,
  (told) => {
    if (told) troubled.value = ''
    const taught = told?.last_time?.aim_stages
    if (props.aim === undefined && taught != null) emit('aim', taught)
  },
  { immediate: true },
)
const setup = computed(() => plan.value?.setup)
const has_scale = computed(() => hasScale(setup.value))
const lines = computed(() =>
  (setup.value?.lines ?? []).map((l) => ({
    ...l,
    ...taken(l.mass_g, l.measured, has_scale.value),
  })),
)
/** Before it is filled is the time to weigh the pan. */
const unweighed = computed(
  () => has_scale.value && plan.value?.syrup != null && !weighsPan(setup.value),
)
const { save, refused } = useKitchenEdit()
async function weighed(tare_g: number): Promise<void> {
  const id = setup.value?.chosen?.pan_id
  const pan = kitchen.pans.find((p) => p.id === id)?.pan
  if (!pan) return
  try {
    // What it holds of heat follows from its weight, where its metal is known.
    const metal = pan.metal
    const body = metal && { pan, tare_g, metal }
    const checked = body
      ? (await answer(api.POST('/api/v1/kitchen/calibrations/pan', { body }))).pan
      : { ...pan, tare_g, weighed: true }
    await save(`${pan.name} weighed`, (d) => {
      const it = d.pans.find((p) => p.id === id)
      if (it) it.pan = checked
    })
  } catch (thrown) {
    troubled.value = wordsOf(thrown)
  }
}
const busy = ref(false)
// The same start sent again, its answer lost on the way, is one batch.
let entry_id = entryName()
watch(
  () => JSON.stringify(props.ask),
  () => (entry_id = entryName()),
)
async function putOn(): Promise<void> {
  if (!props.ask) return
  busy.value = true
  try {
    const batch = await answer(
      api.POST('/api/v1/batches', { body: props.ask, params: { query: { entry_id } } }),
    )
    await router.push(`/stove/${batch.id}`)
  } catch (thrown) {
    troubled.value = wordsOf(thrown)
  } finally {
    busy.value = false
  }
}
defineExpose({ plan })
</script>

<template>
  <TroubleNote v-if="trouble" class="trouble" :words="trouble" />
  <div v-if="plan && setup" class="plan">
    <div v-if="plan.last_time || plan.learnt.length || plan.misfits.length" class="across">
      <p v-for="words in plan.misfits" :key="words" class="caution misfit">{{ words }}</p>
      <LastTimeSaid
        v-if="plan.last_time"
        :last="plan.last_time"
        :has_scale="has_scale"
        :aim="aim"
        @aim="emit('aim', $event)"
      />
      <LearntSaid :learnt="plan.learnt" />
    </div>
    <section class="measure" aria-label="Measure">
      <h2>Measure</h2>
      <PanWeight v-if="unweighed" :name="setup.pan.name" @weighed="weighed" />
      <ul>
        <li v-for="line in lines" :key="line.ingredient">
          <CupsDrawing v-if="line.measured" class="cups" :measured="line.measured" />
          <span v-else class="cups"></span>
          <span class="words">
            <strong>{{ line.first }}</strong> {{ line.name.toLowerCase() }}
            <span v-if="line.beside" class="soft beside">{{ line.beside }}</span>
          </span>
        </li>
      </ul>
      <p v-if="setup.allergens?.length" class="soft">Contains {{ setup.allergens.join(', ') }}.</p>
    </section>
    <StartSigns v-if="plan.syrup" class="signs" :setup="setup" :syrup="plan.syrup" />
    <StartSteps v-else class="signs" :setup="setup" />
    <div class="go">
      <TroubleNote v-if="plan.taken" :words="plan.taken" />
      <TroubleNote v-if="refused" :words="refused" />
      <EventButton
        words="Put it on the stove"
        :busy="busy"
        :disabled="plan.taken != null || unclear"
        @happened="putOn"
      />
    </div>
  </div>
  <WaitingPart
    v-else-if="!trouble"
    tall
    :words="kitchen.view ? 'Working it out…' : 'Opening the cupboards…'"
  />
</template>

<style scoped>
.plan {
  display: grid;
  grid-template:
    'last last' auto
    'measure signs' auto
    'go signs' 1fr / minmax(0, 5fr) minmax(0, 6fr);
  gap: var(--gap-4) var(--gap-7);
  align-items: start;
}

.measure {
  grid-area: measure;
}

.signs {
  grid-area: signs;
}

.across {
  grid-area: last;
  display: grid;
  gap: var(--gap-2);
}

.misfit {
  margin: 0;
}

h2 {
  margin: 0 0 var(--gap-2);
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
  border-bottom: var(--line) solid var(--steel);
}

li {
  display: grid;
  grid-template-columns: minmax(0, 9.5rem) minmax(0, 1fr);
  align-items: center;
  gap: var(--gap-3);
  min-height: 3.25rem;
  padding: var(--gap-1) 0;
  border-top: var(--line) solid var(--steel);
  font-size: var(--size-lead);
  line-height: 1.2;
}

/* Also where the amount is too much to draw. */
.words {
  grid-column: 2;
}

.cups {
  justify-self: end;
}

strong {
  font-family: var(--display-face);
  font-size: 1.375rem;
}

.beside {
  display: block;
  font-size: var(--size-body);
}

.measure p {
  margin: var(--gap-3) 0 0;
}

.go {
  grid-area: go;
  display: grid;
  gap: var(--gap-2);
}

.go :deep(.trouble) {
  margin: 0;
  background-color: var(--ground);
}

@container room (max-width: 45.5rem) {
  .plan {
    grid-template: 'last' 'measure' 'signs' 'go' / minmax(0, 1fr);
  }

  li {
    grid-template-columns: minmax(0, 7rem) minmax(0, 1fr);
  }

  /* In reach of the thumb, however long the list is. */
  .go {
    position: sticky;
    z-index: 2;
    bottom: 3.25rem;
    padding: var(--gap-2) 0 var(--gap-3);
    background: var(--ground);
  }
}
</style>
