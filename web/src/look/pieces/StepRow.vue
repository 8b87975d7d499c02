<script setup lang="ts">
/** One step of a process: done, at hand, or still to come. */
defineProps<{
  number: number
  title: string
  place: 'done' | 'now' | 'ahead'
  /** Time it took, or usually takes, in words. */
  time?: string
  /** What shows that it is done. */
  cue?: string
}>()

const said = { done: 'done', now: 'at hand', ahead: 'to come' }
</script>

<template>
  <div class="row" :class="`is-${place}`" :aria-current="place === 'now' ? 'step' : undefined">
    <span class="number figures" aria-hidden="true">
      <svg v-if="place === 'done'" viewBox="0 0 20 20" width="18" height="18">
        <path d="M3.500 10.800c2 1.600 3.300 3 4.500 5.200 2-5 4.600-8.700 8.900-12" />
      </svg>
      <template v-else>{{ number }}</template>
    </span>
    <span class="title"
      >{{ title }}<span class="only-heard">, {{ said[place] }}</span></span
    >
    <span v-if="time" class="time figures">{{ time }}</span>
    <span v-if="cue && place === 'now'" class="cue">{{ cue }}</span>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 2rem 1fr auto;
  align-items: baseline;
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
}

.number {
  color: var(--ink-soft);
}

path {
  fill: none;
  stroke: currentColor;
  stroke-width: 2;
  stroke-linecap: round;
}

.is-done .title,
.is-ahead .title {
  color: var(--ink-soft);
}

.is-now {
  border-top: 3px solid var(--ink);
}

.is-now .title {
  font-weight: 650;
}

.time {
  color: var(--ink-soft);
  font-size: var(--size-small);
}

.cue {
  grid-column: 2 / -1;
  font-size: var(--size-small);
}
</style>
