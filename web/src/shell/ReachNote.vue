<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import { useMissingRoom } from '@/live/missingRoom'
import { useOutbox } from '@/live/outbox'
import { useReach } from '@/live/reach'
import { localOf } from '@/live/serverTime'
import { hourOf, longSince } from '@/units/format'

/** Whether the program answers, and what waits for it: said in every room, at once and only once. */
const reach = useReach()
const outbox = useOutbox()
const missing = useMissingRoom()
const now = useNow({ interval: 1000 })

const silent_s = computed(() => (now.value.getTime() - reach.answered_ms) / 1000)
const count = computed(() => outbox.waiting.length)
/** A moment's wait is nothing to say; while nothing answers it is said above. */
const slow = computed(() => {
  const first = outbox.waiting[0]
  return !reach.lost && first !== undefined && now.value.getTime() - localOf(first.at_ms) > 3000
})
const things = computed(() => (count.value === 1 ? '1 entry is' : `${count.value} entries are`))
const PRESSED: Record<string, string> = {
  gate: 'A tick',
  flame: 'A flame',
  step_done: 'A step',
  reading: 'A reading',
  water_added: 'Water poured in',
  undone: 'Taking an entry back',
  given_up: 'Giving up',
  rested: 'Leaving it for later',
}
</script>

<template>
  <div v-if="reach.lost" class="reach lost" role="alert">
    <strong>Unctum has not answered for {{ longSince(silent_s) }}.</strong>
    Clocks go on by the last plan.
    <template v-if="count">{{ things }} kept here and sent when it is back.</template>
    <template v-else>What you press at a pan is kept here and sent when it is back.</template>
  </div>
  <p v-if="missing" class="reach" role="status">
    “{{ missing.title }}” was never opened on this device and cannot be fetched now. It opens as
    soon as Unctum answers.
  </p>
  <p v-if="slow" class="reach" role="status">
    <strong>{{ things }} not sent yet.</strong> Keep this page or come back to it: nothing is lost.
  </p>
  <div v-for="r in outbox.refused" :key="r.entry.entry_id" class="reach refused" role="alert">
    <span>
      {{ PRESSED[r.entry.event.event] }} of {{ hourOf(r.entry.at_ms) }} was not written down:
      {{ r.words }}
    </span>
    <v-btn class="key" @click="outbox.forget(r.entry.entry_id)">Put it away</v-btn>
  </div>
  <p v-if="reach.written_ahead_s > 60" class="reach" role="status">
    Something in the notebook was written {{ longSince(reach.written_ahead_s) }} ahead of now, under
    a clock that was wrong. It counts when its time comes; to have it count now, put its moment
    right in its batch.
  </p>
  <p v-if="reach.copy_trouble" class="reach" role="alert">{{ reach.copy_trouble }}</p>
  <p v-if="reach.set_back_s > 60" class="reach" role="status">
    The clock of Unctum’s machine was set back by {{ longSince(reach.set_back_s) }}. Batches count
    on evenly; set the clock right, or start Unctum anew when nothing is on the stove.
  </p>
</template>

<style scoped>
.reach {
  margin: 0 0 var(--gap-3);
  padding: var(--gap-3) var(--gap-4);
  border: var(--line) solid var(--steel-strong);
  border-radius: var(--corner);
  background: var(--sheet);
}

.lost {
  background: var(--ink);
  color: var(--on-ink);
}

.refused {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-3);
}

.refused span {
  flex: 1 1 16rem;
}

@media print {
  .reach {
    display: none;
  }
}
</style>
