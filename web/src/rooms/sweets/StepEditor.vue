<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import AmountField from '@/look/pieces/AmountField.vue'
import { PURPOSES } from './words'

/** One step under the pen. It changes the step it is given; what is wrong stands beside the field. */
const step = defineModel<Api<'Step'>>({ required: true })
const props = defineProps<{
  number: number
  faults: readonly Api<'Fault'>[]
  ingredients: readonly { title: string; value: string }[]
}>()
defineEmits<{ add: []; remove: [] }>()

const wrong = (field: string) => props.faults.filter((f) => f.field === field).map((f) => f.words)
const rest = computed(() =>
  props.faults.filter(
    (f) => !['title', 'text', 'cue', 'event', 'reason', 'minutes', 'inputs'].includes(f.field),
  ),
)
const ATTENTION = [
  { title: 'hands on it', value: 'constant' },
  { title: 'a look now and then', value: 'now_and_then' },
  { title: 'by itself', value: 'none' },
]
const FLAMES = [
  { title: 'none', value: undefined },
  { title: 'low', value: 'low' },
  { title: 'medium', value: 'medium' },
  { title: 'high', value: 'high' },
]
const purposes = Object.entries(PURPOSES).map(([value, title]) => ({
  value,
  title: title || 'into the mass',
}))
function minutes(mid: number): void {
  const was = step.value.minutes
  const scale = was && was.mid_min > 0 ? mid / was.mid_min : 1
  step.value.minutes = was
    ? { low_min: was.low_min * scale, mid_min: mid, high_min: was.high_min * scale }
    : { low_min: 0.8 * mid, mid_min: mid, high_min: 1.3 * mid }
}
function put(): void {
  step.value.inputs = [
    ...(step.value.inputs ?? []),
    { ingredient: 'sugar', amount_g: 100, purpose: 'mass' },
  ]
}
</script>

<template>
  <article class="step" :class="{ wrong: faults.length }" :aria-label="`Step ${number}`">
    <header>
      <span class="figures soft">{{ number }}</span>
      <v-text-field
        v-model="step.title"
        label="What to do, in a few words"
        :error-messages="wrong('title')"
      />
      <button type="button" class="key" @click="$emit('add')">Step after it</button>
      <button type="button" class="key" @click="$emit('remove')">Take it out</button>
    </header>
    <v-textarea
      v-model="step.text"
      label="What to do"
      rows="1"
      auto-grow
      :error-messages="wrong('text')"
    />
    <div class="pair">
      <v-textarea
        v-model="step.cue"
        label="What shows that it is done"
        rows="1"
        auto-grow
        :error-messages="wrong('cue')"
      />
      <v-textarea
        v-model="step.reason"
        label="Why"
        rows="1"
        auto-grow
        :error-messages="wrong('reason')"
      />
    </div>
    <div class="row">
      <v-text-field v-model="step.event" label="Said when done" :error-messages="wrong('event')" />
      <AmountField
        label="Usual time"
        unit="min"
        :model-value="step.minutes?.mid_min"
        @update:model-value="minutes"
      />
      <v-select v-model="step.attention" label="Hands" :items="ATTENTION" />
      <v-select v-model="step.flame" label="Flame" :items="FLAMES" />
    </div>
    <p v-for="w in wrong('minutes')" :key="w" class="caution">{{ w }}</p>
    <ul v-if="step.inputs?.length" aria-label="What goes in">
      <li v-for="(entry, i) in step.inputs" :key="i">
        <v-select
          v-model="entry.ingredient"
          label="Goes in"
          :items="ingredients"
          @update:model-value="entry.state = undefined"
        />
        <AmountField v-model="entry.amount_g" label="Amount" kind="mass" />
        <v-select v-model="entry.purpose" label="For" :items="purposes" />
        <button type="button" class="key" @click="step.inputs?.splice(i, 1)">Not this</button>
      </li>
    </ul>
    <p v-for="w in wrong('inputs')" :key="w" class="caution">{{ w }}</p>
    <button type="button" class="key" @click="put">Something goes in</button>
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

header :deep(.v-input) {
  flex: 1;
}

header > span {
  font: 600 1.5rem var(--display-face);
}

.pair,
.row,
li {
  display: grid;
  gap: var(--gap-3) var(--gap-4);
}

.pair {
  grid-template-columns: repeat(auto-fit, minmax(15rem, 1fr));
}

.row {
  grid-template-columns: repeat(auto-fit, minmax(9rem, 1fr));
}

ul {
  display: grid;
  gap: var(--gap-2);
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  grid-template-columns: minmax(0, 2fr) minmax(5rem, 1fr) minmax(7rem, 1fr) auto;
  align-items: end;
}

.step > .key {
  justify-self: start;
}

p {
  margin: 0;
}

@media (max-width: 640px) {
  header {
    flex-wrap: wrap;
  }

  li {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
