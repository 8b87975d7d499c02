<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import AmountField from '@/look/pieces/AmountField.vue'
import { grams, gramUnit, percent, span } from '@/units/format'

import ChoiceField from '@/look/pieces/ChoiceField.vue'

/** One line of the text beside what was understood of it; a doubt is asked about in its place. */
const props = defineProps<{
  part: Api<'ReadPart'>
  line: Api<'DraftLine'> | undefined
  step: Api<'Step'> | undefined
  doubts: readonly Api<'Doubt'>[]
  open: boolean
  settled: Api<'Settled'> | undefined
  ingredients: readonly { title: string; value: string }[]
}>()
const emit = defineEmits<{ settle: [part: Partial<Api<'Settled'>>] }>()

const tenths = (mass_g: number) => Math.round(10 * mass_g) / 10
const usual = computed(() => {
  const m = props.step?.minutes
  return m ? span(m.mid) : ''
})
const stage = computed(() => {
  const effect = props.step?.effects?.find((e) => e.kind === 'boil_to_stage')
  return effect && 'stage' in effect ? effect.stage.replace('-', ' ') : ''
})
const cue = computed(() =>
  props.step && !props.step.cue.startsWith('Not told') ? props.step.cue : '',
)
</script>

<template>
  <li :class="[part.taken.kind, { doubtful: doubts.length > 0, open }]">
    <p class="text">{{ part.text }}</p>
    <div class="understood">
      <p v-if="part.taken.kind === 'title'"><span class="label">the name</span></p>
      <p v-else-if="part.taken.kind === 'heading'"><span class="label">a heading</span></p>
      <p v-else-if="part.taken.kind === 'yield'"><span class="label">how much it makes</span></p>
      <p v-else-if="part.taken.kind === 'unread'"><span class="label">too long: not read</span></p>
      <p v-else-if="line" class="amount">
        <strong class="figures">{{
          line.mass_g == null ? 'unknown' : `${grams(line.mass_g)} ${gramUnit()}`
        }}</strong>
        {{ line.name?.toLowerCase() ?? (settled?.leave_out ? 'left out' : 'not known') }}
      </p>
      <p v-else-if="step">
        <span class="label">a step</span> about {{ usual
        }}<template v-if="stage">, boiled to {{ stage }}</template
        ><template v-if="cue">. Done when: {{ cue }}</template>
      </p>
    </div>
    <article v-for="d in doubts" :key="d.kind" :class="{ open }" :aria-label="part.text">
      <p>{{ d.words }}</p>
      <div class="ways">
        <v-btn
          v-for="w in d.ways"
          :key="w.words"
          class="key"
          :aria-pressed="settled?.mass_g === tenths(w.mass_g)"
          @click="emit('settle', { mass_g: tenths(w.mass_g), leave_out: false })"
        >
          {{ w.words }}:
          <span class="figures"
            >{{ grams(w.mass_g) }} {{ gramUnit() }}, {{ percent(w.share_frac) }} % of all</span
          >
        </v-btn>
        <v-btn
          v-for="key in d.maybe"
          :key="key"
          class="key"
          :aria-pressed="settled?.ingredient === key"
          @click="emit('settle', { ingredient: key, leave_out: false })"
        >
          {{ ingredients.find((i) => i.value === key)?.title ?? key }}
        </v-btn>
        <ChoiceField
          v-if="d.kind === 'unknown_ingredient'"
          label="It is"
          :items="ingredients"
          :model-value="settled?.ingredient"
          @update:model-value="emit('settle', { ingredient: $event, leave_out: false })"
        />
        <AmountField
          label="It is"
          kind="mass"
          :model-value="settled?.mass_g"
          @update:model-value="emit('settle', { mass_g: $event, leave_out: false })"
        />
        <v-btn
          class="key"
          :aria-pressed="settled?.leave_out"
          @click="emit('settle', { leave_out: true, mass_g: undefined })"
        >
          Leave it out
        </v-btn>
      </div>
    </article>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 0 var(--gap-5);
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
  line-height: 1.3;
}

p {
  margin: 0;
}

.text {
  font-family: var(--display-face);
  font-size: var(--size-lead);
}

.heading .text,
.unread .text {
  color: var(--ink-soft);
}

.title .text {
  font-size: var(--size-title);
  font-weight: 650;
  line-height: 1.1;
}

.amount {
  font-size: var(--size-lead);
}

.amount strong {
  display: inline-block;
  min-width: 5.5rem;
}

article {
  grid-column: 1 / -1;
  margin: var(--gap-2) 0;
  padding-left: var(--gap-4);
  border-left: 4px solid var(--steel);
}

article.open {
  border-left-color: var(--ink);
}

article p {
  margin: 0 0 var(--gap-2);
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-3);
  align-items: end;
}

.ways > .v-input {
  flex: 0 1 9rem;
}

@container room (max-width: 38rem) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }

  .understood {
    padding-left: var(--gap-4);
  }
}
</style>
