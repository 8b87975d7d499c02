<script setup lang="ts">
import type { Api } from '@/api/client'
import { number } from '@/units/format'
import { lasts } from './clockWords'

/** What each order and each batch costs, and what is left for the work. */
const props = defineProps<{ list: Api<'Shopping'> }>()
const money = (sum: number) => `${number(sum, 2)} ${props.list.money}`.trim()
</script>

<template>
  <section>
    <h2>What it costs</h2>
    <div class="wide">
      <v-table>
        <thead>
          <tr>
            <th>Order</th>
            <th>Goes into it</th>
            <th>Each box</th>
            <th>Hands</th>
            <th>Agreed</th>
            <th>Left for the work</th>
          </tr>
        </thead>
        <tbody class="figures">
          <tr v-for="o in list.orders" :key="o.id">
            <th>{{ o.who }}</th>
            <td>{{ money(o.cost) }}</td>
            <td>{{ o.box_cost == null ? '' : money(o.box_cost) }}</td>
            <td>{{ lasts(o.hands_min) }}</td>
            <td>{{ o.price == null ? '' : money(o.price) }}</td>
            <td>{{ o.margin == null ? '' : money(o.margin) }}</td>
          </tr>
        </tbody>
      </v-table>
      <v-table>
        <thead>
          <tr>
            <th>Batch</th>
            <th>Goes into it</th>
            <th>A piece</th>
            <th>Hands a piece</th>
          </tr>
        </thead>
        <tbody class="figures">
          <tr v-for="b in list.batches" :key="b.key">
            <th>{{ b.title }}</th>
            <td>{{ money(b.cost) }}</td>
            <td>
              {{
                b.piece_cost ? `${number(b.piece_cost.low, 2)}–${number(b.piece_cost.high, 2)}` : ''
              }}
            </td>
            <td>{{ b.piece_hands_min == null ? '' : `${number(b.piece_hands_min, 1)} min` }}</td>
          </tr>
        </tbody>
      </v-table>
    </div>
  </section>
</template>

<style scoped>
h2 {
  font-size: var(--size-lead);
  margin: var(--gap-2) 0 0;
}

td {
  text-align: right;
}

.wide {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-5);
  overflow-x: auto;
}

.v-table {
  border-collapse: collapse;
}

th,
td {
  padding: var(--gap-2) var(--gap-3) var(--gap-2) 0;
  border-bottom: var(--line) solid var(--steel);
}

th {
  font-weight: 400;
  text-align: left;
}

thead th {
  font-size: var(--size-small);
  color: var(--ink-soft);
}
</style>
