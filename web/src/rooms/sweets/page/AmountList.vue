<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { dose, gramUnit } from '@/units/format'
import { measured, measuredRange } from '@/units/measures'
import { PURPOSES, roundingWords } from '@/rooms/sweets/words'

/** The measured list: exact for the scale, rounded for her cups, and what rounding does. */
const props = defineProps<{ formula: Api<'Formula'>; cups: boolean }>()

const split = (line: Api<'FormulaLine'>) =>
  line.uses.length > 1 || line.uses.some((u) => u.purpose !== 'mass')
const off = computed(() => roundingWords(props.formula, props.cups))
</script>

<template>
  <div>
    <v-table>
      <caption class="only-heard">
        What to measure
      </caption>
      <thead class="only-heard">
        <tr>
          <th>Ingredient</th>
          <th>Grams</th>
          <th>In her measures</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in formula.lines" :key="line.ingredient">
          <th scope="row">
            {{ line.name }}
            <span v-if="split(line)" class="uses small soft">
              <template v-for="(use, i) in line.uses" :key="i"
                ><template v-if="i">; </template>{{ dose(use.weigh_g) }}
                {{ PURPOSES[use.purpose] || use.title.toLowerCase() }}</template
              >
            </span>
          </th>
          <td class="figures mass">
            {{ dose(line.weigh_g) }}<span class="unit">&#8239;{{ gramUnit() }}</span>
          </td>
          <td v-if="cups" class="hers">
            <template v-if="line.measured">
              {{ measured(line.measured) }}
              <span class="small soft figures">{{ measuredRange(line.measured) }}</span>
            </template>
          </td>
        </tr>
      </tbody>
    </v-table>
    <p v-if="off" class="small soft">{{ off }}</p>
  </div>
</template>

<style scoped>
.v-table {
  width: 100%;
  border-collapse: collapse;
}

tr {
  border-top: var(--line) solid var(--steel);
}

tbody tr:last-child {
  border-bottom: var(--line) solid var(--steel);
}

th {
  padding: var(--gap-1) var(--gap-3) var(--gap-1) 0;
  font-weight: 400;
  text-align: left;
  vertical-align: baseline;
}

td {
  padding: var(--gap-1) 0;
  vertical-align: baseline;
}

.uses {
  display: block;
  line-height: 1.25;
}

.mass {
  font: 600 1.375rem var(--display-face);
  text-align: right;
  white-space: nowrap;
}

.unit {
  font-size: 0.65em;
  color: var(--ink-soft);
}

.hers {
  padding-left: var(--gap-4);
  width: 45%;
}

.hers span {
  display: block;
  line-height: 1.2;
}

p {
  margin: var(--gap-2) 0 0;
}
</style>
