<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { loadWords, runKey, sayClock } from '@/batch/acts'
import ClockBar from '@/look/drawings/ClockBar.vue'
import { about } from '@/units/format'

/** What else goes on in this batch, what could begin, and what waits for what. A tap brings it to the top. */
const props = defineProps<{
  setup: Api<'BatchSetup'>
  state: Api<'BatchState'>
  /** The one that stands at the top. */
  shown: string
}>()
const emit = defineEmits<{ show: [key: string] }>()

const title = (key: string) => props.setup.steps.find((s) => s.key === key)?.title ?? key
const runs = computed(() =>
  props.state.runs
    .filter((r) => runKey(r) !== props.shown)
    .map((run) => ({ key: runKey(run), run, title: `${title(run.step)}${loadWords(run)}` })),
)
const can = computed(() =>
  props.state.acts
    .filter(
      (a) => runKey(a) !== props.shown && !props.state.runs.some((r) => runKey(r) === runKey(a)),
    )
    .map((a) => ({ key: runKey(a), title: `${title(a.step)}${loadWords(a)}`, late: a.late })),
)
const held = computed(() =>
  props.state.held.map((h) => {
    const left_s = h.until_ms == null ? undefined : (h.until_ms - props.state.now_ms) / 1000
    const when = left_s === undefined || left_s < 30 ? 'soon' : `in about ${about(left_s)}`
    return {
      key: `${h.step}#${h.load}`,
      title: title(h.step),
      why:
        h.why === 'hands'
          ? `once your hands are free of “${title(h.waits_for)}”.`
          : h.why === 'ring'
            ? `once the ring is free of “${title(h.waits_for)}”.`
            : `${when}, once “${title(h.waits_for)}” is nearly done: it should not stand.`,
    }
  }),
)
</script>

<template>
  <section v-if="runs.length || can.length || held.length" class="also" aria-label="Beside it">
    <v-btn v-for="r in runs" :key="r.key" class="row" @click="emit('show', r.key)">
      <span class="words">
        <strong>{{ r.title }}</strong>
        <span class="soft">{{ sayClock(r.run, state.now_ms) }}</span>
      </span>
      <ClockBar v-bind="r.run" :now_ms="state.now_ms" />
    </v-btn>
    <v-btn v-for="c in can" :key="c.key" class="row" @click="emit('show', c.key)">
      <span class="words">
        <strong>{{ c.title }}</strong>
        <span class="soft">{{ c.late ? 'Should have begun.' : 'Can begin now.' }}</span>
      </span>
    </v-btn>
    <p v-for="h in held" :key="h.key" class="row held">
      <span class="words">
        <strong>{{ h.title }}</strong>
        <span class="soft">Begins {{ h.why }}</span>
      </span>
    </p>
  </section>
</template>

<style scoped>
.also {
  display: grid;
  border-bottom: var(--line) solid var(--steel);
}

.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 14rem);
  align-items: center;
  gap: var(--gap-2) var(--gap-4);
  min-height: var(--touch);
  margin: 0;
  padding: var(--gap-2) 0;
  border: 0;
  border-top: var(--line) solid var(--steel);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
}

button.row {
  cursor: pointer;
}

.words {
  display: grid;
  line-height: 1.25;
}

.held strong {
  font-weight: 400;
}

@container room (max-width: 38rem) {
  .row {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
