<script setup lang="ts">
import { computed } from 'vue'
import { sayLooks, shownBy } from '@/batch/instruments'
import { useInstruments } from '@/live/instruments'
import { about } from '@/units/format'

/** The instruments in this pan: what each shows, whether that can be, and whether it is still heard. */
const props = defineProps<{ id: number }>()
const store = useInstruments()
store.follow()

const here = computed(() =>
  store.all
    .filter((i) => i.batch_id === props.id)
    .map((i) => {
      const silent = store.silent_s(i)
      const shown = i.newest && shownBy(i.kind, i.newest.value)
      return { id: i.id, name: i.name, shown, silent, looks: sayLooks(i.looks) }
    }),
)
const free = computed(() => store.all.filter((i) => i.batch_id == null))
</script>

<template>
  <section
    v-if="here.length || free.length"
    class="instruments"
    aria-label="Instruments in this pan"
  >
    <div v-for="i in here" :key="i.id" class="one" :class="{ silent: i.silent != null }">
      <span class="label">{{ i.name }}</span>
      <span v-if="i.shown" class="value figures"
        >{{ i.shown.value }}<span class="unit">&#8239;{{ i.shown.unit }}</span></span
      >
      <span v-else class="soft">Not heard yet</span>
      <v-btn class="key small" @click="store.watch(i.id, null)">Take it out</v-btn>
      <p v-if="i.silent != null" class="caution" role="status">
        Not heard for {{ about(i.silent) }}. Look at its battery and whether it hangs right; until
        then read by hand.
      </p>
      <p v-else-if="i.looks" class="caution" role="status">{{ i.looks }}</p>
    </div>
    <v-btn v-for="i in free" :key="i.id" class="key small" @click="store.watch(i.id, id)">
      {{ i.name }} is in this pan
    </v-btn>
  </section>
</template>

<style scoped>
.instruments {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  gap: var(--gap-3) var(--gap-5);
}

.one {
  display: grid;
  grid-template-columns: auto auto;
  align-items: center;
  gap: 0 var(--gap-4);
}

.one > .label,
.one > .caution {
  grid-column: 1 / -1;
}

.caution {
  max-width: 30rem;
  margin: var(--gap-2) 0 0;
}

.value {
  font-family: var(--display-face);
  font-size: var(--size-figure);
  line-height: 1.2;
}

.unit {
  font-size: 0.6em;
  color: var(--ink-soft);
}

.silent .value {
  color: var(--ink-soft);
  text-decoration: line-through;
}

.key.small {
  min-height: 2.75rem;
  padding: var(--gap-1) var(--gap-3);
  border-color: var(--steel-strong);
  font-size: var(--size-small);
}
</style>
