<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Api } from '@/api/client'
import type { WholeBatch } from '@/batch/merged'
import { heardInBrief } from '@/batch/heard'
import { sayEvent } from '@/batch/sayEvent'
import { useKitchen } from '@/live/kitchen'
import { serverNow } from '@/live/serverTime'
import { dayAndHour, hourOrDay } from '@/units/format'

/** What happened, newest first: anything can be taken back, or said to have been earlier. */
const props = defineProps<{ batch: WholeBatch }>()
const emit = defineEmits<{ log: [event: Api<'BatchEvent'>] }>()
const kitchen = useKitchen()
const SHOWN = 6
const MINUTE_MS = 60_000

const all = ref(false)
/** The row whose keys are open. */
const open = ref<number>()

/** The moment that counts: as it was put right, or its own. */
const momentOf = (entry: Api<'Logged'>): number =>
  props.batch.amended.find((m) => m.seq === entry.seq)?.at_ms ?? entry.at_ms
const rows = computed(() => {
  const { log, setup, state } = props.batch
  const told = log.filter((l) => !['undone', 'amended'].includes(l.event))
  return told
    .map((entry) => ({
      seq: entry.seq,
      at_ms: momentOf(entry),
      hour: hourOrDay(momentOf(entry), serverNow()),
      words: sayEvent(entry, setup, kitchen.stageName),
      by: entry.by,
      undone: state.undone.includes(entry.seq),
      ahead: props.batch.ahead_seqs.includes(entry.seq),
      undo_seq: log.findLast((l) => l.event === 'undone' && l.undone_seq === entry.seq)?.seq,
    }))
    .sort((a, b) => b.at_ms - a.at_ms || b.seq - a.seq)
})
const shown = computed(() => (all.value ? rows.value : rows.value.slice(0, SHOWN)))
const heard = computed(() => heardInBrief(props.batch, kitchen.stageName))
/** Written under a clock that ran ahead: it happened now. */
const itWasNow = (seq: number) =>
  emit('log', { event: 'amended', amended_seq: seq, amended_ms: serverNow() })
const takeBack = (seq: number) => emit('log', { event: 'undone', undone_seq: seq })
const earlier = (seq: number, at_ms: number, min: number) =>
  emit('log', {
    event: 'amended',
    amended_seq: seq,
    amended_ms: Math.max(props.batch.started_ms, at_ms - min * MINUTE_MS),
  })
</script>

<template>
  <section v-if="rows.length || heard.length" class="happened" aria-label="What happened">
    <h2>What happened</h2>
    <p v-for="h in heard" :key="h" class="soft">{{ h }}</p>
    <ul>
      <li v-for="r in shown" :key="r.seq" :class="{ undone: r.undone }">
        <v-btn
          class="row"
          :aria-expanded="open === r.seq"
          @click="open = open === r.seq ? undefined : r.seq"
        >
          <span class="figures soft">{{ r.hour }}</span>
          <span
            >{{ r.words }}<span v-if="r.by" class="soft small"> · {{ r.by }}</span></span
          >
        </v-btn>
        <p v-if="r.ahead" class="caution">
          This stands on {{ dayAndHour(r.at_ms) }}, which is still to come: the clock was wrong
          then. It counts only when that time comes.
        </p>
        <div v-if="open === r.seq || r.ahead" class="keys">
          <template v-if="!r.undone">
            <v-btn v-if="r.ahead" class="key" @click="itWasNow(r.seq)"> It was just now </v-btn>
            <template v-else>
              <v-btn class="key" @click="earlier(r.seq, r.at_ms, 1)"> It was 1 min earlier </v-btn>
              <v-btn class="key" @click="earlier(r.seq, r.at_ms, 5)">5 min</v-btn>
            </template>
            <v-btn class="key" @click="takeBack(r.seq)">Take it back</v-btn>
          </template>
          <v-btn v-else-if="r.undo_seq != null" class="key" @click="takeBack(r.undo_seq)">
            It did happen
          </v-btn>
        </div>
      </li>
    </ul>
    <v-btn v-if="rows.length > SHOWN" class="key" @click="all = !all">
      {{ all ? 'Only the last' : `All ${rows.length}` }}
    </v-btn>
  </section>
</template>

<style scoped>
h2 {
  margin: var(--gap-4) 0 var(--gap-2);
  font-size: var(--size-lead);
}

ul {
  list-style: none;
  margin: 0 0 var(--gap-2);
  padding: 0;
}

.row {
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  align-items: center;
  gap: var(--gap-2);
  width: 100%;
  min-height: var(--touch);
  padding: var(--gap-1) 0;
  border: 0;
  border-top: var(--line) solid var(--steel);
  background: none;
  color: inherit;
  font: inherit;
  line-height: 1.25;
  text-align: left;
  cursor: pointer;
}

.undone .row {
  color: var(--ink-soft);
  text-decoration: line-through;
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  padding-bottom: var(--gap-3);
}
</style>
