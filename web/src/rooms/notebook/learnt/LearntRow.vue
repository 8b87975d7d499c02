<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { number } from '@/units/format'
import LearntDrawing from './LearntDrawing.vue'

/** Something learnt: what it says and changes, its drawing, and what can be said to it. */
const props = defineProps<{ value: Api<'LearntValue'>; busy: boolean }>()
const emit = defineEmits<{ say: [said: Api<'SaidToIt'>] }>()

const v = computed(() => props.value)
const shown = (x: number) => number(x, v.value.decimals)
const range = (s: Api<'Spread'>) => `${shown(s.low)} and ${shown(s.high)}`
const batches = (n: number) => `${n} ${n === 1 ? 'batch' : 'batches'}`
const standing = computed(() => {
  if (v.value.used) return `Used: learnt from ${batches(v.value.used_batches)}.`
  if (v.value.forgotten) return 'What was learnt before is forgotten.'
  if (v.value.refused) return 'Not used: you did not want it.'
  return ''
})
const answered = computed(() => v.value.used != null || v.value.refused || v.value.forgotten)
</script>

<template>
  <li class="row" :class="{ new: v.offered }" :aria-label="v.name">
    <div class="says">
      <h3 v-if="!v.says.startsWith(v.name)">{{ v.name }}</h3>
      <p class="sentence">{{ v.says }}</p>
      <p class="small soft">
        {{ shown(v.before.mid) }} → <strong>{{ shown(v.now.mid) }}</strong> {{ v.unit }}, between
        {{ range(v.now) }}, from {{ batches(v.batches) }}. {{ standing }}
      </p>
    </div>
    <LearntDrawing class="drawing" :value="v" />
    <div class="keys">
      <v-btn
        v-if="v.offered"
        class="key strong"
        :disabled="busy"
        @click="emit('say', { act: 'accept', about: v.about })"
      >
        {{ v.used ? 'Use the newer' : 'Use it' }}
      </v-btn>
      <v-btn
        v-if="v.offered"
        class="key"
        :disabled="busy"
        @click="emit('say', { act: 'refuse', about: v.about })"
      >
        Not this
      </v-btn>
      <v-btn
        v-if="answered"
        class="key"
        :disabled="busy"
        @click="emit('say', { act: 'take_back', about: v.about })"
      >
        Take back
      </v-btn>
      <v-btn
        v-if="!v.forgotten && !v.offered"
        class="key"
        :disabled="busy"
        :aria-label="`Forget what was learnt: ${v.name}`"
        @click="emit('say', { act: 'forget', about: v.about })"
      >
        Forget
      </v-btn>
    </div>
  </li>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(14rem, 1fr) 13rem;
  gap: var(--gap-2) var(--gap-5);
  align-items: center;
  padding: var(--gap-3) 0;
  border-top: var(--line) solid var(--steel);
}

h3 {
  margin: 0;
  font-size: var(--size-body);
  font-weight: 400;
  color: var(--ink-soft);
}

p {
  margin: 0;
}

.new .sentence {
  font-size: var(--size-lead);
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  justify-content: flex-end;
}

@container room (max-width: 58rem) {
  .row {
    grid-template-columns: minmax(0, 1fr);
  }

  .keys {
    justify-content: flex-start;
  }
}
</style>
