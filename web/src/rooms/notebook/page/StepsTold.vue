<script setup lang="ts">
import type { Api } from '@/api/client'
import { ends, grams, gramUnit, number } from '@/units/format'

/** The steps, planned against real: minutes and weights. */
defineProps<{ steps: readonly Api<'StepTold'>[] }>()
const planned = (m: Api<'Spread'>) => {
  const decimals = m.high - m.low < 2 ? 1 : 0
  return ends(number(m.low, decimals), number(m.high, decimals))
}
const OFF = ['shorter', '', 'longer'] as const
</script>

<template>
  <v-table>
    <caption class="label">
      Planned and real
    </caption>
    <thead>
      <tr>
        <th scope="col">Step</th>
        <th scope="col">planned, min</th>
        <th scope="col">real, min</th>
        <th scope="col">planned, {{ gramUnit() }}</th>
        <th scope="col">weighed, {{ gramUnit() }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="s in steps" :key="s.step">
        <th scope="row">{{ s.title }}</th>
        <td data-of="planned, min">{{ s.planned_min ? planned(s.planned_min) : '–' }}</td>
        <td data-of="real, min" :class="{ off: s.off !== 0 }">
          {{ s.real_min != null ? number(s.real_min, 1) : '–' }}
          <span v-if="s.off !== 0" class="small">{{ OFF[s.off + 1] }}</span>
        </td>
        <td :data-of="`planned, ${gramUnit()}`">
          {{ s.planned_g != null ? grams(s.planned_g) : '–' }}
        </td>
        <td :data-of="`weighed, ${gramUnit()}`">{{ s.real_g != null ? grams(s.real_g) : '–' }}</td>
      </tr>
    </tbody>
  </v-table>
</template>

<style scoped>
.v-table {
  width: 100%;
  border-collapse: collapse;
}

caption {
  padding-bottom: var(--gap-2);
  text-align: left;
}

th,
td {
  padding: var(--gap-2) var(--gap-2) var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
  text-align: right;
  font-variant-numeric: tabular-nums;
  vertical-align: baseline;
}

th:first-child {
  text-align: left;
}

th {
  font-weight: 400;
}

thead th {
  border-top: 0;
  color: var(--ink-soft);
  font-size: var(--size-small);
}

.off {
  font-weight: 650;
}

/* A phone: each step by itself, its figures under it with their names. */
@container room (max-width: 40rem) {
  thead {
    display: none;
  }

  .v-table,
  tbody,
  tr,
  th {
    display: block;
  }

  tr {
    padding: var(--gap-2) 0;
    border-top: var(--line) solid var(--steel);
  }

  th,
  td {
    padding: 0;
    border: 0;
    text-align: left;
  }

  td {
    display: inline-block;
    margin-right: var(--gap-4);
  }

  td::before {
    content: attr(data-of) ' ';
    color: var(--ink-soft);
    font-size: var(--size-small);
    font-weight: 400;
  }
}
</style>
