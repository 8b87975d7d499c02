<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import { taken } from '@/units/measures'
import NextStep from './NextStep.vue'
import { stepsOf } from './clockLine'
import { dayAndWall, dayAt, lasts, letter, wall } from './clockWords'

/** The days in the order of the clock, what goes on by itself too: the list by the clock, and the sheet for the wall. */
const props = defineProps<{ told: Api<'DaysTold'>; all?: boolean; amounts?: boolean }>()
defineEmits<{ pick: [step: string] }>()

const kitchen = useKitchen()
const by_scale = computed(() => kitchen.view?.kitchen.bench?.scale_step_g != null)

const rows = computed(() =>
  stepsOf(props.told)
    .filter((s) => props.all || s.to_min > props.told.now_min)
    .map((s) => ({
      ...s,
      amounts: props.amounts
        ? s.takes
            .map(
              (t) => `${taken(t.mass_g, t.measured, by_scale.value).first} ${t.name.toLowerCase()}`,
            )
            .join(', ')
        : '',
    })),
)
/** What is made for other batches and waits for them, among the steps. */
const kept = computed(() =>
  props.told.batches
    .flatMap((b, n) =>
      b.kept ? [{ ...b.kept, batch: b, n, id: `${b.key}/kept`, kept: true as const }] : [],
    )
    .filter((k) => props.all || k.to_min > props.told.now_min),
)
type Line = (typeof rows.value)[number] | (typeof kept.value)[number]
const days = computed(() => {
  const groups = new Map<string, Line[]>()
  const lines: Line[] = [...rows.value, ...kept.value].sort((a, b) => a.from_min - b.from_min)
  for (const row of lines) {
    const day = dayAt(props.told, row.from_min)?.words ?? ''
    groups.set(day, [...(groups.get(day) ?? []), row])
  }
  return [...groups]
})
const next = computed(() => (props.all ? undefined : rows.value.find((s) => s.cook && !s.begun)))
</script>

<template>
  <div class="hands">
    <NextStep v-if="next" :told="told" :step="next" @pick="$emit('pick', next.id)" />
    <section v-for="[day, shown] in days" :key="day">
      <h2>{{ day }}</h2>
      <ol>
        <li
          v-for="s in shown"
          :key="s.id"
          :class="{ syrup: 'syrup' in s && s.syrup, alone: 'kept' in s || !s.cook }"
        >
          <span class="tick" aria-hidden="true"></span>
          <span class="figures at">{{ wall(told, s.from_min) }}</span>
          <span class="mark" aria-hidden="true">{{ letter(s.n) }}</span>
          <p v-if="'kept' in s" class="what">{{ s.words }}</p>
          <v-btn v-else class="what" @click="$emit('pick', s.id)">
            {{ s.title }}
            <span class="small soft"
              >{{ s.batch.title }}<template v-if="s.where"> · {{ s.where }}</template></span
            >
            <span v-if="s.heat_too" class="small">{{ s.heat_too }}.</span>
            <span v-if="s.amounts" class="small amounts">{{ s.amounts }}</span>
          </v-btn>
          <span class="small figures soft lasts"
            ><template v-if="'kept' in s">to {{ dayAndWall(told, s.to_min) }}</template
            ><template v-else-if="s.cook"
              >{{ lasts(s.to_min - s.from_min) }}, {{ s.cook
              }}<template v-if="s.from_cook">, from {{ s.from_cook }}</template></template
            ><template v-else>by itself to {{ wall(told, s.to_min) }}</template></span
          >
        </li>
      </ol>
    </section>
  </div>
</template>

<style scoped>
h2 {
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
  grid-template-columns: 3.5rem 1.5rem minmax(0, 1fr) minmax(0, auto);
  gap: var(--gap-2);
  align-items: center;
  border-top: var(--line) solid var(--steel);
}

/* What goes on by itself stands back: it is looked at, not done. */
.alone {
  border-top-style: dashed;
}

.tick {
  display: none;
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

p.what {
  display: flex;
  align-items: center;
  margin: 0;
  cursor: default;
}

.alone .what {
  font-style: italic;
}

.what .small {
  display: block;
  font-style: normal;
}

.lasts {
  max-width: 7.5rem;
  text-align: right;
}

@media print {
  li {
    grid-template-columns: 1rem 3rem 1.25rem minmax(0, 1fr) minmax(0, auto);
    gap: 0.375rem;
    padding: 0.0625rem 0;
    break-inside: avoid;
  }

  h2 {
    margin-top: 0.5rem;
    break-after: avoid;
  }

  .tick {
    display: block;
    width: 0.8rem;
    height: 0.8rem;
    border: 1.5px solid currentcolor;
  }

  .alone .tick {
    visibility: hidden;
  }

  .what {
    min-height: 0;
    padding: 0;
    line-height: 1.2;
  }

  .what .small {
    display: inline;
  }

  .what .amounts::before {
    content: ' · ';
  }
}
</style>
