<script setup lang="ts">
import { computed } from 'vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import LineField from '@/look/pieces/LineField.vue'
import { serverNow } from '@/live/serverTime'

/** A day and an hour on the wall: the next days as keys, any other as a date; the hour large, stepped by the half. */
const when = defineModel<string>({ required: true })
const DAYS_AHEAD = 6
const NOON = '12:00'
const STEP_MIN = 30
const DAY_MIN = 1440

const day = computed({
  get: () => when.value.slice(0, 10),
  set: (to: string) => (when.value = to && `${to}T${hour.value || NOON}`),
})
const hour = computed({
  get: () => when.value.slice(11, 16),
  set: (to: string) => {
    if (day.value && to) when.value = `${day.value}T${to}`
  },
})
const two = (n: number) => String(n).padStart(2, '0')
const wall = (at: Date) => `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`
const name = new Intl.DateTimeFormat(undefined, { weekday: 'short', day: 'numeric' })
const days = Array.from({ length: DAYS_AHEAD }, (_, i) => {
  const at = new Date(serverNow())
  at.setDate(at.getDate() + i)
  return { key: wall(at), name: i === 0 ? 'Today' : i === 1 ? 'Tomorrow' : name.format(at) }
})
function step(by_min: number): void {
  const [h = 0, m = 0] = (hour.value || NOON).split(':').map(Number)
  const at = (Math.round((60 * h + m) / STEP_MIN) * STEP_MIN + by_min + DAY_MIN) % DAY_MIN
  hour.value = `${two(Math.floor(at / 60))}:${two(at % 60)}`
}
</script>

<template>
  <div class="when" role="group" aria-label="Fetched">
    <KeyRow v-model="day" class="days" label="Day" :choices="days" />
    <LineField v-model="day" class="date" label="Fetched on" type="date" />
    <div class="hour">
      <v-btn
        class="key"
        aria-label="Half an hour earlier"
        :disabled="!day"
        @click="step(-STEP_MIN)"
      >
        −
      </v-btn>
      <LineField v-model="hour" class="figures" label="At" type="time" :disabled="!day" />
      <v-btn class="key" aria-label="Half an hour later" :disabled="!day" @click="step(STEP_MIN)">
        +
      </v-btn>
    </div>
  </div>
</template>

<style scoped>
.when {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--gap-2) var(--gap-5);
  align-items: end;
}

.days {
  grid-column: 1 / -1;
}

.hour {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: var(--gap-2);
  align-items: end;
}

.hour .key {
  padding: 0;
  min-width: 3.25rem;
  font-size: var(--size-title);
}

.hour :deep(input) {
  font-family: var(--display-face);
  font-size: var(--size-title);
}

@container room (max-width: 30rem) {
  .when {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
