<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { number } from '@/units/format'

/** The steps of a batch one after another: dark where something stood on a flame. What waits for long is folded up. */
const props = defineProps<{ track: Api<'BatchTrack'> }>()

/** Longer than this, min, and a step is drawn only so long, with a fold. */
const FOLD = 40
const steps = computed(() =>
  [...props.track.ribbon]
    .sort((a, b) => a.from_min - b.from_min)
    .map((r) => {
      const lasts = r.to_min - r.from_min
      return { ...r, lasts, long: Math.min(FOLD, Math.max(lasts, 1)), folded: lasts > FOLD }
    }),
)
</script>

<template>
  <ol class="ribbon" aria-label="Steps along the minutes">
    <li
      v-for="s in steps"
      :key="s.step + s.from_min"
      :class="{ hot: s.on_flame, folded: s.folded }"
      :style="{ flexGrow: s.long }"
      :title="`${s.title}, ${number(s.lasts)} min`"
    >
      <span>{{ s.title }}</span>
      <span class="figures">{{ number(s.lasts) }} min</span>
    </li>
  </ol>
</template>

<style scoped>
.ribbon {
  display: flex;
  gap: 2px;
  margin: 0;
  padding: 0;
  overflow: hidden;
  list-style: none;
}

li {
  display: flex;
  flex: 1 1 0;
  flex-direction: column;
  gap: 0;
  min-width: 2.25rem;
  padding: var(--gap-1) var(--gap-2);
  overflow: hidden;
  border-top: 4px solid var(--steel-strong);
  background: var(--well);
  font-size: var(--size-small);
  white-space: nowrap;
}

li span {
  overflow: hidden;
  text-overflow: ellipsis;
}

.hot {
  border-top-color: var(--ink);
}

.folded {
  border-right: 4px double var(--steel-strong);
}

.figures {
  color: var(--ink-soft);
}

/* A phone: one under another, each as wide as its words. */
@container room (max-width: 40rem) {
  .ribbon {
    flex-wrap: wrap;
  }

  li {
    flex-basis: 6.5rem;
  }
}

@media print {
  li {
    white-space: normal;
  }
}
</style>
