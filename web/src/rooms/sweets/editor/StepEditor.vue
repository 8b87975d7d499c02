<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { computed } from 'vue'
import type { Api } from '@/api/client'
import AmountField from '@/look/pieces/AmountField.vue'
import { NOT_TOLD } from './blank'
import EffectList from './EffectList.vue'
import InputList from './InputList.vue'
import StageRungs from './StageRungs.vue'
import TakeList from './TakeList.vue'
import { attentions, kinds, timings, vessels } from './works'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import LineField from '@/look/pieces/LineField.vue'

/** One step under the pen. It changes the step it is given; what is wrong stands beside the field. */
const step = defineModel<Api<'Step'>>({ required: true })
const props = defineProps<{
  number: number
  faults: readonly Api<'Fault'>[]
  ingredients: readonly { title: string; value: string }[]
  /** The other steps of the method. */
  others: readonly { title: string; value: string }[]
  stages: readonly Api<'Stage'>[]
}>()

/** The stage it boils to, if it boils to one: chosen on the ladder. */
const boil = computed(() => {
  const effect = step.value.effects?.find((e) => e.kind === 'boil_to_stage')
  return effect && 'stage' in effect ? effect : undefined
})
const boilable = computed(() => props.stages.filter((s) => s.low_frac >= 0.5))
const wrong = (field: string) => props.faults.filter((f) => f.field === field).map((f) => f.words)
const rest = computed(() =>
  props.faults.filter(
    (f) => !['title', 'text', 'cue', 'event', 'reason', 'minutes', 'inputs'].includes(f.field),
  ),
)
const FLAMES = [
  { title: 'none', value: 'none' },
  { title: 'low', value: 'low' },
  { title: 'medium', value: 'medium' },
  { title: 'high', value: 'high' },
]
const SPAN = [
  { field: 'low', label: 'At least' },
  { field: 'mid', label: 'Usually' },
  { field: 'high', label: 'At most' },
] as const
/** Words that only say the title as done go with it. */
function retitle(title: string): void {
  const saysDone = (of: string) => `Done: ${of.toLowerCase()}`
  if (step.value.event === saysDone(step.value.title)) step.value.event = saysDone(title)
  step.value.title = title
}
/** Entering the first of the three sets all; from then on each stands for itself. */
function minutes(field: (typeof SPAN)[number]['field'], entry_min: number): void {
  const was = step.value.minutes ?? { low: entry_min, mid: entry_min, high: entry_min }
  step.value.minutes = { ...was, [field]: entry_min }
}
const effects = computed({
  get: () => step.value.effects ?? [],
  set: (all) => (step.value.effects = all),
})
const burn = (flame: string) =>
  (step.value.flame = flame === 'none' ? undefined : (flame as Api<'Flame'>))
function put(): void {
  step.value.inputs = [
    ...(step.value.inputs ?? []),
    { ingredient: 'sugar', amount_g: 100, purpose: 'mass' },
  ]
}
function gate(): void {
  const gates = step.value.gates ?? []
  let n = gates.length + 1
  while (gates.some((g) => g.key === `gate-${n}`)) n += 1
  step.value.gates = [...gates, { key: `gate-${n}`, text: '' }]
}
</script>

<template>
  <article class="step" :class="{ wrong: faults.length }" :aria-label="`Step ${number}`">
    <header>
      <span class="figures soft">{{ number }}</span>
      <LineField
        :model-value="step.title"
        label="What to do, in a few words"
        :error-messages="wrong('title')"
        @update:model-value="retitle"
      />
      <ChoiceField v-model="step.kind" class="kind" label="Kind of work" :items="kinds" />
    </header>
    <v-textarea
      v-model="step.text"
      label="What to do"
      rows="1"
      auto-grow
      :error-messages="wrong('text')"
    />
    <div v-if="boil" class="stage">
      <span class="label">Boiled to</span>
      <StageRungs v-model="boil.stage" :stages="boilable" />
    </div>
    <div class="pair">
      <div class="told">
        <v-textarea
          v-model="step.cue"
          label="What shows that it is done"
          rows="1"
          auto-grow
          :error-messages="wrong('cue')"
        />
        <v-btn v-if="!step.cue.trim()" class="key" @click="step.cue = NOT_TOLD"> Not told </v-btn>
      </div>
      <v-textarea
        v-model="step.reason"
        label="Why, if you know"
        rows="1"
        auto-grow
        :error-messages="wrong('reason')"
      />
    </div>
    <div class="row">
      <LineField v-model="step.event" label="Said when done" :error-messages="wrong('event')" />
      <ChoiceField v-model="step.attention" label="Hands" :items="attentions" />
      <ChoiceField
        label="Flame"
        :items="FLAMES"
        :model-value="step.flame ?? 'none'"
        @update:model-value="burn"
      />
    </div>
    <div class="row">
      <AmountField
        v-for="s in SPAN"
        :key="s.field"
        :label="s.label"
        unit="min"
        accepts="any"
        :model-value="step.minutes?.[s.field]"
        @update:model-value="minutes(s.field, $event)"
        @emptied="step.minutes = undefined"
      />
      <ChoiceField
        label="Its time follows"
        :items="timings"
        :model-value="step.timing ?? 'fixed'"
        @update:model-value="step.timing = $event"
      />
    </div>
    <p v-for="w in wrong('minutes')" :key="w" class="caution">{{ w }}</p>
    <InputList v-if="step.inputs?.length" v-model="step.inputs" :ingredients="ingredients" />
    <p v-for="w in wrong('inputs')" :key="w" class="caution">{{ w }}</p>
    <v-btn class="key" @click="put">Something goes in</v-btn>
    <FoldPart
      ><template #title
        >Vessel, what becomes of it, what comes before
        <span v-if="step.effects?.length || step.gates?.length" class="soft">
          · {{ (step.effects?.length ?? 0) + (step.gates?.length ?? 0) }} set
        </span></template
      >
      <div class="more">
        <div class="row">
          <ChoiceField v-model="step.vessel" label="In or on" :items="vessels" />
          <AmountField
            v-model="step.heat_to_c"
            label="Gets as hot as"
            kind="temperature"
            @emptied="step.heat_to_c = undefined"
          />
        </div>
        <EffectList v-model="effects" :stages="stages" />
        <TakeList v-model="step" :others="others" />
        <ul v-if="step.gates?.length" aria-label="What must be ready">
          <li v-for="(g, i) in step.gates" :key="g.key" class="gate">
            <LineField v-model="g.text" label="Must be ready before" />
            <v-btn class="key" @click="step.gates?.splice(i, 1)">Not this</v-btn>
          </li>
        </ul>
        <v-btn class="key" @click="gate">Something must be ready before</v-btn>
      </div>
    </FoldPart>
    <p v-for="f in rest" :key="f.words" class="caution">{{ f.words }}</p>
  </article>
</template>

<style scoped>
.step {
  display: grid;
  gap: var(--gap-3);
  padding: var(--gap-4) 0 var(--gap-4) var(--gap-4);
  border-top: var(--line) solid var(--steel-strong);
  border-left: 4px solid transparent;
}

.step.wrong {
  border-left-color: var(--ink);
}

header {
  display: flex;
  gap: var(--gap-3);
  align-items: end;
}

header > .v-input {
  flex: 1;
}

header > span {
  font: 600 1.5rem var(--display-face);
}

.kind {
  max-width: 13rem;
}

.told {
  display: grid;
  gap: var(--gap-2);
  justify-items: start;
}

.told > :deep(.v-input) {
  width: 100%;
}

.pair,
.row,
li {
  display: grid;
  gap: var(--gap-3) var(--gap-4);
}

.pair {
  grid-template-columns: repeat(auto-fit, minmax(min(15rem, 100%), 1fr));
}

.row {
  grid-template-columns: repeat(auto-fit, minmax(min(9rem, 100%), 1fr));
}

ul {
  display: grid;
  gap: var(--gap-2);
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  align-items: end;
}

.step > .key,
.more > .key {
  justify-self: start;
}

.gate {
  grid-template-columns: 1fr auto;
}

.more {
  display: grid;
  gap: var(--gap-4);
  padding: var(--gap-3) 0;
}

p {
  margin: 0;
}

@container room (max-width: 38rem) {
  header {
    flex-wrap: wrap;
  }

  header > .v-input {
    flex-basis: 75%;
  }
}
</style>
