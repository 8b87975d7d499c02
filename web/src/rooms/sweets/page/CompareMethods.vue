<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { grams, gramUnit, number, percent, span } from '@/units/format'
import { LEVELS } from '@/rooms/sweets/words'
import ChoiceField from '@/look/pieces/ChoiceField.vue'

/** Two methods step by step and number by number; never averaged. */
const props = defineProps<{
  sweet: Api<'Sweet'>
  left: string
  size: Api<'Size'>
  panId: number | undefined
  ringId: number | undefined
}>()

const others = computed(() => props.sweet.methods.filter((m) => m.key !== props.left))
const right = ref(others.value[0]?.key ?? '')
watch(others, (now) => {
  if (!now.some((m) => m.key === right.value)) right.value = now[0]?.key ?? ''
})
const { found, trouble } = useAsked({
  name: 'sweets/compare',
  question: () =>
    right.value
      ? {
          key: props.sweet.key ?? '',
          body: {
            left: props.left,
            right: right.value,
            // Two methods are told apart at one finished mass, whatever the first is sized by.
            size: props.size,
            pan_id: props.panId,
            ring_id: props.ringId,
          },
        }
      : undefined,
  ask: ({ key, body }, signal) =>
    api.POST('/api/v1/sweets/{key}/compare', { params: { path: { key } }, body, signal }),
  holds: 'waiting',
})

const of = (key: string) => props.sweet.methods.find((m) => m.key === key)
const step = (method: string, key: string | null | undefined) =>
  of(method)?.steps.find((s) => s.key === key)
const minutes = (f: Api<'Formula'>, key: string | null | undefined) =>
  f.steps.find((s) => s.step === key)?.time.minutes.mid
function told(value: number | null | undefined, unit: string): string {
  if (value == null) return '–'
  switch (unit) {
    case 'g':
      return `${grams(value)} ${gramUnit()}`
    case 'min':
      return span(value)
    case 'share':
      return `${percent(value)} %`
    case 'days':
      return value ? `${number(value)} days` : 'not at all'
    case 'level':
      return LEVELS[value as 1 | 2 | 3]
    default:
      return number(value)
  }
}
</script>

<template>
  <section aria-labelledby="compare">
    <h2 id="compare">Side by side</h2>
    <ChoiceField
      v-if="others.length > 1"
      v-model="right"
      label="With"
      :items="others.map((m) => ({ title: m.name, value: m.key }))"
    />
    <TroubleNote v-if="trouble" :words="trouble" />
    <v-table v-if="found">
      <thead>
        <tr>
          <td />
          <th scope="col">{{ of(left)?.name }}</th>
          <th scope="col">{{ of(right)?.name }}</th>
        </tr>
      </thead>
      <tbody class="figures">
        <tr
          v-for="n in found.comparison.numbers"
          :key="n.what"
          :class="{ same: n.left === n.right }"
        >
          <th scope="row">{{ n.what }}</th>
          <td>{{ told(n.left, n.unit) }}</td>
          <td>{{ told(n.right, n.unit) }}</td>
        </tr>
        <tr v-if="found.comparison.only_left.length || found.comparison.only_right.length">
          <th scope="row">Only here</th>
          <td>{{ found.comparison.only_left.join(', ') || '–' }}</td>
          <td>{{ found.comparison.only_right.join(', ') || '–' }}</td>
        </tr>
      </tbody>
      <tbody>
        <tr class="head">
          <th scope="row">Step by step</th>
          <td>{{ of(left)?.about }}</td>
          <td>{{ of(right)?.about }}</td>
        </tr>
        <tr v-for="(p, i) in found.comparison.steps" :key="i">
          <th scope="row" class="figures soft">{{ i + 1 }}</th>
          <td
            v-for="(side, k) in [
              { m: left, key: p.left, f: found.left },
              { m: right, key: p.right, f: found.right },
            ]"
            :key="k"
          >
            <template v-if="side.key">
              <strong>{{ step(side.m, side.key)?.title }}</strong>
              <span class="small soft figures">{{
                ` ${span(minutes(side.f, side.key) ?? 0)}`
              }}</span>
              <span class="small cue">{{ step(side.m, side.key)?.cue }}</span>
            </template>
            <span v-else class="soft">–</span>
          </td>
        </tr>
      </tbody>
    </v-table>
  </section>
</template>

<style scoped>
.v-table {
  width: 100%;
  margin-top: var(--gap-3);
  border-collapse: collapse;
  table-layout: fixed;
}

th,
td {
  padding: var(--gap-1) var(--gap-4) var(--gap-1) 0;
  text-align: left;
  vertical-align: top;
}

thead th {
  font: 600 1.25rem var(--display-face);
}

tr > :first-child {
  width: 11rem;
  font-weight: 400;
  color: var(--ink-soft);
}

tbody tr {
  border-top: var(--line) solid var(--steel);
}

tbody tr.head {
  border-top: 3px solid var(--ink);
}

.same td {
  color: var(--ink-soft);
}

.cue {
  display: block;
}

@container room (max-width: 38rem) {
  tr > :first-child {
    width: 5.5rem;
  }
}
</style>
