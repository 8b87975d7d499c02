<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { onKeyStroke } from '@vueuse/core'
import { computed, ref } from 'vue'
import { onBeforeRouteLeave, useRouter } from 'vue-router'
import { api, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import { useIngredients } from '@/rooms/sweets/useIngredients'
import { useKitchen } from '@/live/kitchen'
import KeyRow from '@/look/pieces/KeyRow.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { dayAndHour } from '@/units/format'
import EditRibbon from './EditRibbon.vue'
import StepEditor from './StepEditor.vue'
import SweetWords from './SweetWords.vue'
import VersionList from './VersionList.vue'
import { joinWithNext, methodBeside, moveStep, stepAfter, withoutStep } from './rework'
import { useEditing } from './useEditing'
import { FAMILIES } from '@/rooms/sweets/words'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import LineField from '@/look/pieces/LineField.vue'
import WaitingPart from '@/look/pieces/WaitingPart.vue'

/** A sweet of her own under the pen. */
const props = defineProps<{ sweetKey: string }>()
const router = useRouter()
const kitchen = useKitchen()
const edit = useEditing(() => props.sweetKey)
const {
  draft,
  versions,
  faults,
  doubts,
  hasty,
  trouble,
  overtaken,
  busy,
  changed,
  at,
  canUndo,
  canRedo,
} = edit

const { ingredients, trouble: unheard } = useIngredients()
const asked = useAsked({
  name: 'verbs',
  question: () => 'all',
  ask: (_, signal) => api.GET('/api/v1/verbs', { signal }),
})
const verbs = computed(() => asked.found.value ?? [])

const methodKey = ref<string>()
const method = computed(
  () => draft.value?.methods.find((m) => m.key === methodKey.value) ?? draft.value?.methods[0],
)
const methods = computed(
  () => draft.value?.methods.map((m) => ({ key: m.key, name: m.name })) ?? [],
)
const general = computed(() => faults.value.filter((f) => !f.step && !['name'].includes(f.field)))
const families = FAMILIES.map((f) => ({ title: f.name, value: f.key }))

const othersOf = (key: string) =>
  (method.value?.steps ?? [])
    .map((s, i) => ({ value: s.key, title: `${i + 1}. ${s.title}` }))
    .filter((s) => s.value !== key)
/** The step at hand: it opens below the ribbon. */
const stepKey = ref<string>()
const stepAt = computed(() =>
  Math.max(0, method.value?.steps.findIndex((s) => s.key === stepKey.value) ?? 0),
)
const stepNow = computed({
  get: () => method.value?.steps[stepAt.value],
  set: (step) => {
    if (method.value && step) method.value.steps[stepAt.value] = step
  },
})
const wrongSteps = computed(
  () =>
    new Set(
      faults.value
        .filter((f) => f.method === method.value?.key)
        .flatMap((f) => (f.step ? [f.step] : [])),
    ),
)
function add(verb: Api<'Verb'>, after: string | undefined): void {
  if (method.value) stepKey.value = stepAfter(method.value, after, verb.step)
}
function takeOut(key: string): void {
  const at = method.value
  if (!at) return
  const i = at.steps.findIndex((s) => s.key === key)
  withoutStep(at, key)
  stepKey.value = at.steps[Math.max(0, i - 1)]?.key
}
function another(): void {
  if (draft.value && method.value) methodKey.value = methodBeside(draft.value, method.value)
}
function without(key: string): void {
  if (draft.value) draft.value.methods = draft.value.methods.filter((m) => m.key !== key)
}
const keptUnfinished = ref(false)
async function save(): Promise<void> {
  if (faults.value.length) {
    await edit.keepUnfinished()
    keptUnfinished.value = true
  } else if (await edit.save()) await router.push(`/sweets/${props.sweetKey}`)
}
async function keepAside(): Promise<void> {
  const key = await edit.keepAside()
  if (key) {
    leaving = true
    await router.push(`/sweets/${key}/edit`)
  }
}
async function remove(): Promise<void> {
  leaving = true
  const gone = `${props.sweetKey}@${edit.version.value}`
  if (await edit.remove()) await router.push({ path: '/sweets', query: { gone } })
  else leaving = false
}
let leaving = false
// What is not saved is kept as it stands: nothing is lost by leaving.
onBeforeRouteLeave(async () => {
  if (!leaving && changed.value) await edit.keepUnfinished()
})
onKeyStroke('z', (event) => {
  if (!(event.ctrlKey || event.metaKey)) return
  event.preventDefault()
  if (event.shiftKey) edit.redo()
  else edit.undo()
})
onKeyStroke('s', (event) => {
  if (!(event.ctrlKey || event.metaKey)) return
  event.preventDefault()
  if (changed.value) void save()
})
</script>

<template>
  <TroubleNote v-if="trouble && !draft" :words="trouble" />
  <WaitingPart v-else-if="!draft || !method" tall words="Opening…" />
  <div v-else class="edit">
    <header class="top">
      <h1>{{ draft.name || 'Without a name' }}</h1>
      <div class="acts">
        <v-btn class="key" :disabled="!canUndo" @click="edit.undo()">
          Undo <kbd>Ctrl Z</kbd>
        </v-btn>
        <v-btn class="key" :disabled="!canRedo" @click="edit.redo()">Redo</v-btn>
        <router-link class="key" :to="`/sweets/${sweetKey}`">Back</router-link>
        <v-btn class="key strong" :disabled="busy || !changed" @click="save">
          {{ faults.length ? 'Keep it unfinished' : 'Save' }} <kbd>Ctrl S</kbd>
        </v-btn>
      </div>
    </header>
    <TroubleNote v-if="trouble || unheard" :words="trouble || unheard" />
    <p v-if="edit.unfinished_ms.value && changed" class="acts unfinished">
      <span>Unfinished work, kept {{ dayAndHour(edit.unfinished_ms.value) }}.</span>
      <v-btn class="key" @click="edit.dropUnfinished()"> Leave it, back to what was saved </v-btn>
    </p>
    <p v-if="overtaken" class="acts">
      <v-btn class="key" @click="keepAside">Keep mine as a sweet of its own</v-btn>
      <v-btn class="key" @click="edit.load()">Take the other one</v-btn>
    </p>
    <p class="soft" aria-live="polite">
      <template v-if="faults.length"
        >{{ faults.length === 1 ? 'One thing is' : `${faults.length} things are` }} not right
        yet<template v-if="keptUnfinished">; kept unfinished</template>.</template
      >
      <template v-else-if="changed">All is well; not saved yet.</template>
      <template v-else>Nothing changed yet.</template>
    </p>
    <div class="names">
      <LineField
        v-model="draft.name"
        label="Name"
        :error-messages="at(undefined, 'name').map((f) => f.words)"
      />
      <ChoiceField v-model="draft.family" label="Family" :items="families" />
    </div>
    <p v-for="d in [...doubts, ...hasty]" :key="d.words" class="caution">{{ d.words }}</p>
    <p v-for="f in general" :key="f.field + f.words" class="caution">{{ f.words }}</p>
    <KeyRow
      v-if="methods.length > 1"
      label="Method"
      :choices="methods"
      :model-value="method.key"
      @update:model-value="methodKey = $event"
    />
    <EditRibbon
      :method="method"
      :chosen="stepNow?.key"
      :verbs="verbs"
      :wrong="wrongSteps"
      @choose="stepKey = $event"
      @add="add"
      @move="(key, by) => method && moveStep(method, key, by)"
      @join="(key) => method && joinWithNext(method, key)"
      @remove="takeOut"
    />
    <StepEditor
      v-if="stepNow"
      :key="stepNow.key"
      v-model="stepNow"
      :number="stepAt + 1"
      :faults="faults.filter((f) => f.step === stepNow?.key && f.method === method?.key)"
      :ingredients="ingredients"
      :others="othersOf(stepNow.key)"
      :stages="kitchen.ladder"
    />
    <FoldPart title="Its other names, what is said of it, what it ends up as">
      <SweetWords
        :draft="draft"
        :method="method"
        @another="another"
        @without="without(method.key)"
      />
    </FoldPart>
    <VersionList
      :versions="versions"
      :holds="edit.version.value"
      @restore="edit.restore"
      @remove="remove"
    />
  </div>
</template>

<style scoped>
.edit {
  display: grid;
  gap: var(--gap-4);
  max-width: 68rem;
}

.top {
  position: sticky;
  z-index: 2;
  top: 0;
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--gap-2);
  padding: var(--gap-2) 0;
  background: var(--ground);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}

.unfinished {
  align-items: center;
}

.names {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(14rem, 100%), 1fr));
  gap: var(--gap-3) var(--gap-5);
}

p {
  margin: 0;
}

@container room (max-width: 38rem) {
  .acts kbd {
    display: none;
  }
}
</style>
