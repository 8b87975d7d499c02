<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { dayAt, lasts, letter, wall } from './clockWords'

/** What wants hands, in the order of the clock: the phone's view of the days, and the sheet for the wall. */
const props = defineProps<{ told: Api<'DaysTold'>; cook?: string | undefined; all?: boolean }>()
defineEmits<{ pick: [step: string] }>()

const rows = computed(() =>
  props.told.batches
    .flatMap((b, i) => b.steps.map((s) => ({ ...s, batch: b, n: i })))
    .filter((s) => s.cook && (!props.cook || s.cook === props.cook))
    .filter((s) => props.all || (!s.begun && s.to_min > props.told.now_min) || s.begun)
    .sort((a, b) => a.from_min - b.from_min),
)
const ahead = computed(() =>
  rows.value.filter((s) => props.all || !s.begun || s.to_min > props.told.now_min),
)
const days = computed(() => {
  const groups = new Map<string, typeof ahead.value>()
  for (const row of ahead.value) {
    const day = dayAt(props.told, row.from_min)?.words ?? ''
    groups.set(day, [...(groups.get(day) ?? []), row])
  }
  return [...groups]
})
const next = computed(() => (props.all ? undefined : ahead.value[0]))
</script>

<template>
  <div class="hands">
    <section v-if="next" class="next" aria-label="Next">
      <p class="label">Next · {{ next.batch.title }}</p>
      <v-btn class="big" @click="$emit('pick', next.id)">{{ next.title }}</v-btn>
      <p class="figures">
        {{ dayAt(told, next.from_min)?.words }}, {{ wall(told, next.from_min) }} ·
        {{ lasts(next.to_min - next.from_min) }} · {{ next.cook }}
      </p>
    </section>
    <section v-for="[day, shown] in days" :key="day">
      <component :is="cook ? 'h3' : 'h2'">{{ day }}</component>
      <ol>
        <li v-for="s in shown" :key="s.id" :class="{ syrup: s.syrup }">
          <span class="figures at">{{ wall(told, s.from_min) }}</span>
          <span class="mark" aria-hidden="true">{{ letter(s.n) }}</span>
          <v-btn class="what" @click="$emit('pick', s.id)">
            {{ s.title }} <span class="small soft">{{ s.batch.title }}</span>
          </v-btn>
          <span class="small figures soft lasts"
            >{{ lasts(s.to_min - s.from_min)
            }}<template v-if="!cook">, {{ s.cook }}</template></span
          >
        </li>
      </ol>
    </section>
  </div>
</template>

<style scoped>
.next {
  padding-bottom: var(--gap-3);
}

.next p {
  margin: 0;
}

.big {
  width: 100%;
  padding: var(--gap-1) 0;
  border: 0;
  background: none;
  font-family: var(--display-face);
  font-size: var(--size-figure);
  font-weight: 600;
  line-height: 1.1;
  color: inherit;
  text-align: left;
  cursor: pointer;
}

h2,
h3 {
  font-size: var(--size-lead);
  margin: var(--gap-3) 0 0;
}

ol {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 3.5rem 1.5rem minmax(0, 1fr) auto;
  gap: var(--gap-2);
  align-items: center;
  border-top: var(--line) solid var(--steel);
}

.mark {
  font-weight: 650;
}

.syrup .mark {
  padding: 0 0.25rem;
  background: var(--syrup-two-string);
  color: var(--on-pale-syrup);
  text-align: center;
}

.what {
  min-height: 2.75rem;
  padding: var(--gap-1) 0;
  border: 0;
  background: none;
  font: inherit;
  color: inherit;
  text-align: left;
  cursor: pointer;
}

.what .small {
  display: block;
}

.lasts {
  text-align: right;
}

@media print {
  li {
    break-inside: avoid;
  }

  .what {
    min-height: 0;
  }
}
</style>
