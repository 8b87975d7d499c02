<script setup lang="ts">
import { computed } from 'vue'
import { loadWords, sayClock } from '@/batch/acts'
import { useGoing } from '@/live/going'
import ClockBar from '@/look/drawings/ClockBar.vue'

/** The shelf beside the hob: what rests, soaks, sets, chills and ferments, each with its clock. */
const store = useGoing()
const rests = computed(() =>
  store.going
    .flatMap((line) =>
      (line.state?.runs ?? [])
        .filter((r) => r.manner === 'wait')
        .map((run) => ({
          key: `${line.id}-${run.step}-${run.load}`,
          id: line.id,
          title: `${line.title}${loadWords(run)}`,
          run,
          now_ms: line.state?.now_ms ?? run.began_ms,
        })),
    )
    .sort((a, b) => a.run.best_ms - b.run.best_ms),
)
</script>

<template>
  <section v-if="rests.length" class="shelf" aria-label="On the shelf">
    <h2>On the shelf</h2>
    <router-link v-for="r in rests" :key="r.key" :to="`/stove/${r.id}`" class="rest">
      <span class="words">
        <strong>{{ r.title }}</strong>
        <span class="soft">{{ sayClock(r.run, r.now_ms) }}</span>
      </span>
      <ClockBar v-bind="r.run" :now_ms="r.now_ms" />
    </router-link>
  </section>
</template>

<style scoped>
.shelf {
  border-bottom: 4px solid var(--steel-strong);
}

h2 {
  margin: 0 0 var(--gap-2);
}

.rest {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--gap-2) var(--gap-5);
  min-height: var(--touch);
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
  text-decoration: none;
}

.words {
  display: grid;
  line-height: 1.25;
}
</style>
