<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import SightDrawing from '@/look/drawings/SightDrawing.vue'
import { about } from '@/units/format'

/** How it looks on its way: she taps what she sees, and the clock follows. */
const props = defineProps<{ sights: readonly Api<'SightState'>[]; now_ms: number }>()
defineEmits<{ see: [key: string] }>()

const cards = computed(() => {
  const last = props.sights.findLastIndex((s) => s.seen_ms != null)
  return props.sights.map((s, i) => {
    const in_s = (s.expected_ms - props.now_ms) / 1000
    const when = s.seen_ms != null ? 'seen' : i < last ? 'over' : in_s < 20 ? 'about now' : ''
    return {
      ...s,
      when: when || `in about ${about(in_s)}`,
      state: i === last ? 'here' : i < last ? 'past' : 'ahead',
    }
  })
})
</script>

<template>
  <section class="cards" aria-label="How does it look?">
    <span class="label" aria-hidden="true">Tap what you see</span>
    <ol>
      <li v-for="c in cards" :key="c.key">
        <v-btn :class="c.state" :aria-pressed="c.state === 'here'" @click="$emit('see', c.key)">
          <SightDrawing :picture="c.picture" :size="52" />
          <span class="words">{{ c.words }}</span>
          <span class="when small">{{ c.when }}</span>
        </v-btn>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.cards {
  display: grid;
  gap: var(--gap-1);
}

ol {
  list-style: none;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(9.5rem, 100%), 1fr));
  gap: var(--gap-2);
  margin: 0;
  padding: 0;
}

li {
  display: grid;
}

button {
  display: grid;
  grid-template-rows: auto 1fr auto;
  justify-items: start;
  gap: var(--gap-1);
  padding: var(--gap-2) var(--gap-3);
  border: var(--line) solid var(--steel-strong);
  border-radius: var(--corner);
  background: none;
  color: inherit;
  font: inherit;
  line-height: 1.2;
  text-align: left;
  cursor: pointer;
}

.when {
  color: var(--ink-soft);
}

.past {
  color: var(--ink-soft);
}

.here {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--on-ink);
}

.here .when {
  color: inherit;
}

/* On a phone they lie in rows, the picture beside the words. */
@container room (max-width: 38rem) {
  ol {
    grid-template-columns: minmax(0, 1fr);
    gap: var(--gap-1);
  }

  button {
    grid-template-columns: auto minmax(0, 1fr);
    grid-template-rows: auto auto;
    align-items: center;
    column-gap: var(--gap-3);
    min-height: var(--touch);
    padding: var(--gap-1) var(--gap-2);
  }

  button :deep(svg) {
    grid-row: 1 / span 2;
    width: 2.5rem;
    height: 2.5rem;
  }
}
</style>
