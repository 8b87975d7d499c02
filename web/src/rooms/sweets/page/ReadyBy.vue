<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import LineField from '@/look/pieces/LineField.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { dayAndHour, hourOf, sameDay, span, sureWords } from '@/units/format'
import { zoneHere } from '@/units/zone'

/** Ready by when: then when to begin, and when hands are wanted. */
const props = defineProps<{ of: Omit<Api<'ReadyByAsk'>, 'due' | 'zone'> | undefined }>()
/** When it begins, ms since 1970, where it then goes on in one go; none before it was asked. */
const begins_ms = defineModel<number>()

const by = ref('')
const { found, trouble } = useAsked({
  name: 'day/ready-by',
  question: () =>
    by.value && props.of ? { ...props.of, due: `${by.value}:00`, zone: zoneHere() } : undefined,
  ask: (body, signal) => api.POST('/api/v1/day/ready-by', { body, signal }),
  concerns: (change) => ['kitchen', 'clock'].includes(change.kind),
  holds: 'waiting',
})
const told = computed(() => (by.value ? found.value : undefined))
watch(told, (now) => {
  begins_ms.value = now?.in_one_go ? (now.begins_ms ?? undefined) : undefined
})
/** When hands are wanted: the day is said where it is another than before. */
const hands = computed(() =>
  (told.value?.hands ?? []).map((h, i, all) => {
    const before = all[i - 1]?.from_ms ?? told.value?.begins_ms ?? h.from_ms
    const from = sameDay(before, h.from_ms) ? hourOf(h.from_ms) : dayAndHour(h.from_ms)
    return `${from}–${hourOf(h.to_ms)}`
  }),
)
</script>

<template>
  <div class="ready">
    <LineField v-model="by" label="Ready by" type="datetime-local" />
    <TroubleNote v-if="by && trouble" :words="trouble" />
    <div v-else-if="told" class="told" role="status">
      <p v-if="told.begins_ms != null">
        Begin <strong class="figures">{{ dayAndHour(told.begins_ms) }}</strong><template
          v-if="told.batches > 1"
          >, in {{ told.batches }} batches</template
        >. Hands are wanted <span class="figures">{{ hands.join(', ') }}</span>.
        <template v-if="told.late_min && told.ready_ms != null">
          It cannot be ready before
          <strong class="figures">{{ dayAndHour(told.ready_ms) }}</strong>,
          {{ span(told.late_min) }} later, without hands at night.
        </template>
        <template v-else-if="told.on_time_frac != null">
          It is {{ sureWords(told.on_time_frac) }}.
        </template>
      </p>
      <p v-for="b in told.because" :key="b" class="caution">{{ b }}</p>
    </div>
  </div>
</template>

<style scoped>
.ready {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: var(--gap-2) var(--gap-5);
}

.ready > .v-input {
  flex: 0 1 18rem;
}

.told {
  flex: 1 1 20rem;
}

p {
  margin: 0;
}
</style>
