<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { dayAndWall, lasts, wall } from './clockWords'

/** A step that was tapped: what it is, why it stands here, how far it may move, and what happens when it is moved. */
const props = defineProps<{
  kept: Api<'KeptDays'>
  told: Api<'DaysTold'>
  starts: Record<string, number>
  step: string
  /** Where it was dropped, min; none where it was only tapped. */
  dropped: number | undefined
}>()
const emit = defineEmits<{ pin: [at_min: number]; unpin: []; close: [] }>()

const batch = computed(() =>
  props.told.batches.find((b) => b.steps.some((s) => s.id === props.step)),
)
const of = computed(() => batch.value?.steps.find((s) => s.id === props.step))
const at = ref<number>()
watch(
  () => [props.step, props.dropped] as const,
  () => (at.value = props.dropped),
  { immediate: true },
)
const { found: probed, trouble } = useAsked({
  name: 'day/probe',
  question: () => ({
    days: { ...props.kept.days, starts: props.starts },
    days_id: props.kept.id,
    step: props.step,
    at_min: at.value,
  }),
  ask: (body, signal) => api.POST('/api/v1/day/probe', { body, signal }),
  holds: 'refused',
})
/** Why neither a minute earlier nor a minute later. */
const why = computed(() => {
  const by = (min: number) => probed.value?.moves.find((m) => m.by_min === min)?.breaks ?? []
  return { earlier: by(-1), later: by(1) }
})
const room = computed(() => {
  const p = probed.value
  if (!p) return ''
  if (!p.earlier_min && !p.later_min) return 'Nothing else moved, it cannot move.'
  const said = []
  if (p.earlier_min) said.push(`${lasts(p.earlier_min)} earlier`)
  if (p.later_min) said.push(`${lasts(p.later_min)} later`)
  return `Nothing else moved, it may stand up to ${said.join(' or ')}.`
})
const MOVES = [-60, -15, -5, 5, 15, 60]
const nudge = (min: number) => (at.value = (at.value ?? of.value?.from_min ?? 0) + min)
const lateOrders = computed(() =>
  (probed.value?.with?.told.orders ?? []).filter((o) => o.late_min > 0),
)
const stove = computed(() => {
  const b = batch.value
  if (!b) return ''
  const size = b.start.size
  const query = new URLSearchParams({ sweet: b.sweet_key, days: `${props.kept.id}`, batch: b.key })
  if (size?.kind === 'pieces') {
    query.set('by', 'pieces')
    query.set('n', `${size.count}`)
  } else if (size?.kind === 'mass') {
    query.set('by', 'mass')
    query.set('n', `${size.finished_g}`)
  }
  if (b.start.method_key) query.set('method', b.start.method_key)
  if (b.start.pan_id) query.set('pan', `${b.start.pan_id}`)
  if (b.start.ring_id) query.set('ring', `${b.start.ring_id}`)
  return `/stove/start?${query}`
})
</script>

<template>
  <aside v-if="of && batch" class="why" aria-label="A step of the plan">
    <header>
      <p class="label">{{ batch.title }} · {{ batch.pan_name }} · {{ batch.ring_name }}</p>
      <h2>{{ of.title }}</h2>
      <p class="when figures">
        {{ dayAndWall(told, of.from_min) }}–{{ wall(told, of.to_min) }} ·
        {{ lasts(of.to_min - of.from_min) }}
        <span class="soft"
          >(mostly {{ lasts(of.minutes.low) }} to {{ lasts(of.minutes.high) }})</span
        >
        <template v-if="of.cook"> · {{ of.cook }}</template>
      </p>
    </header>
    <TroubleNote v-if="trouble" :words="trouble" />
    <div v-if="at === undefined && probed && !of.begun" class="reasons">
      <p>{{ room }}</p>
      <p v-if="why.earlier.length"><strong>Not earlier:</strong> {{ why.earlier[0] }}</p>
      <p v-if="why.later.length"><strong>Not later:</strong> {{ why.later[0] }}</p>
    </div>
    <div v-else-if="at !== undefined && probed" class="reasons" role="status">
      <p>
        <strong>Moved to {{ dayAndWall(told, at) }}.</strong>
      </p>
      <p v-if="probed.refused" class="caution">{{ probed.refused }}</p>
      <template v-else-if="probed.with">
        <p>
          {{
            probed.others_moved
              ? `${probed.others_moved} other steps move with it.`
              : 'Nothing else moves.'
          }}
          {{ lateOrders.length ? '' : 'All orders stay in time.' }}
        </p>
        <p v-for="o in lateOrders" :key="o.id" class="caution">
          {{ o.who }} would be {{ lasts(o.late_min) }} late.
        </p>
      </template>
    </div>
    <div v-if="!of.begun" class="keys" role="group" aria-label="Move it">
      <v-btn v-for="m in MOVES" :key="m" class="key figures" @click="nudge(m)">
        {{ m > 0 ? '+' : '−' }}{{ Math.abs(m) }}<span class="only-heard"> minutes</span>
      </v-btn>
    </div>
    <div class="keys">
      <v-btn v-if="at !== undefined && probed?.with" class="key strong" @click="emit('pin', at)">
        Pin it there
      </v-btn>
      <v-btn v-if="at !== undefined" class="key" @click="at = undefined">
        Leave it where it was
      </v-btn>
      <v-btn
        v-if="at === undefined && !of.pinned && !of.begun"
        class="key"
        @click="emit('pin', of.from_min)"
      >
        Pin it here
      </v-btn>
      <v-btn v-if="of.pinned" class="key" @click="emit('unpin')">Unpin it</v-btn>
      <router-link v-if="batch.batch_id != null" class="key" :to="`/stove/${batch.batch_id}`"
        >On the stove</router-link
      >
      <router-link v-else class="key strong" :to="stove">To the stove</router-link>
      <v-btn class="key" @click="emit('close')">Close</v-btn>
    </div>
  </aside>
</template>

<style scoped>
.why {
  display: grid;
  gap: var(--gap-3);
  padding-bottom: var(--gap-4);
  border-bottom: var(--line) solid var(--steel-strong);
}

p {
  margin: 0;
}

.reasons {
  display: grid;
  gap: var(--gap-2);
  max-width: 44rem;
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
</style>
