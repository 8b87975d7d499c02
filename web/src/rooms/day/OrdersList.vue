<script setup lang="ts">
import type { Api } from '@/api/client'
import { number, sureWords } from '@/units/format'
import { dayAndWall, lasts, wall } from './clockWords'

/** What is asked for, and whether it will be there. */
defineProps<{ told: Api<'DaysTold'> }>()
defineEmits<{ change: [id: number] }>()

function amountWords(line: Api<'OrderLineTold'>): string {
  const of = line.amount
  if (of.kind === 'pieces') return `${of.count}`
  if (of.kind === 'mass') return `${number(of.finished_g)} g`
  return `${of.boxes} × ${of.pieces_each}`
}
function madeWords(p: Api<'PiecesTold'>): string {
  const parts = [`${p.asked} asked`, `${p.spare} spare`]
  if (p.tasting) parts.push(`${p.tasting} to taste`)
  return `${parts.join(' + ')} = ${p.made} made`
}
</script>

<template>
  <ul class="orders" aria-label="Orders">
    <li v-for="o in told.orders" :key="o.id" :class="{ late: o.late_min > 0 }">
      <v-btn class="who" @click="$emit('change', o.id)">{{ o.who }}</v-btn>
      <p class="when figures">
        fetched {{ dayAndWall(told, o.due_min)
        }}<template v-if="o.ready_min != null">
          ·
          <strong v-if="o.late_min > 0"
            >ready {{ dayAndWall(told, o.ready_min) }}, {{ lasts(o.late_min) }} late</strong
          >
          <template v-else>ready {{ wall(told, o.ready_min) }}</template>
        </template>
      </p>
      <div v-if="o.on_time_frac != null" class="sure">
        <svg viewBox="0 0 100 6" preserveAspectRatio="none" aria-hidden="true">
          <line x1="0" y1="3" x2="100" y2="3" class="all" />
          <line x1="0" y1="3" :x2="100 * o.on_time_frac" y2="3" class="of" />
        </svg>
        <span class="small">{{ sureWords(o.on_time_frac) }}</span>
      </div>
      <p v-for="c in o.cautions" :key="c" class="caution">{{ c }}</p>
      <p v-for="line in o.lines" :key="line.name" class="line">
        <span class="figures">{{ amountWords(line) }}</span> {{ line.name }}
        <span v-if="line.pieces" class="small soft">{{ madeWords(line.pieces) }}</span>
      </p>
    </li>
  </ul>
</template>

<style scoped>
.orders {
  display: grid;
  gap: var(--gap-4);
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  gap: var(--gap-1);
}

.who {
  justify-self: start;
  min-height: 2.75rem;
  padding: 0;
  border: 0;
  background: none;
  font: inherit;
  font-family: var(--display-face);
  font-size: var(--size-lead);
  font-weight: 600;
  color: inherit;
  text-align: left;
  text-decoration: underline;
  text-decoration-color: var(--steel-strong);
  text-underline-offset: 0.25em;
  cursor: pointer;
}

p {
  margin: 0;
}

.line .small {
  display: block;
}

.sure svg {
  display: block;
  width: 100%;
  height: 6px;
}

.sure .all {
  stroke: var(--steel);
  stroke-width: 6;
}

.sure .of {
  stroke: var(--ink);
  stroke-width: 6;
}

@media print {
  .orders {
    grid-template-columns: repeat(3, minmax(0, 1fr));
    gap: 0.5rem 1rem;
  }

  .who {
    min-height: 0;
    font-size: inherit;
  }

  .sure,
  .line .small {
    display: none;
  }
}
</style>
