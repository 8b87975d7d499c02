<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import LearntUsed from '@/batch/LearntUsed.vue'
import { useKitchen } from '@/live/kitchen'
import BusyLine from '@/look/pieces/BusyLine.vue'
import EmptyPart from '@/look/pieces/EmptyPart.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import ChangeNote from './ChangeNote.vue'
import ClockLine from './ClockLine.vue'
import HandsList from './HandsList.vue'
import HoursForm from './HoursForm.vue'
import LanesDrawing from './LanesDrawing.vue'
import OrderForm from './OrderForm.vue'
import OrdersList from './OrdersList.vue'
import ShoppingList from './ShoppingList.vue'
import StepWhy from './StepWhy.vue'
import WaysList from './WaysList.vue'
import { dayAndWall, lasts, letter } from './clockWords'
import { useDays } from './useDays'

/** Orders and the days on which they are made: what is wanted, who does what when, and whether it will do. */
const view = useDays()
const kitchen = useKitchen()
const { orders, all, kept, told, plan, ways, trouble, working, before, proposal } = view

const route = useRoute()
const router = useRouter()
const SIDES = [
  { key: 'plan', name: 'The plan' },
  { key: 'hands', name: 'By the clock' },
  { key: 'shopping', name: 'Shopping and money' },
  { key: 'hours', name: 'Hands and hours' },
] as const
type Side = (typeof SIDES)[number]['key']
const side = computed<Side>(() => SIDES.find((s) => s.key === route.query['show'])?.key ?? 'plan')
const show = (key: Side) =>
  void router.replace({ query: { ...route.query, show: key === 'plan' ? undefined : key } })

const writing = ref<number | 'new'>()
const step = ref<string>()
const dropped = ref<number>()
const zoom = ref(1)
const picked = (id: string, at?: number) => {
  step.value = id
  dropped.value = at
}
/** What stands above is there before what stands below: nothing is pushed away under a finger. */
const come = computed(
  () =>
    trouble.value || (kitchen.view && orders.value && (!kept.value || (plan.value && told.value))),
)
const order = computed(() => orders.value?.find((o) => o.id === writing.value))
const loose = computed(() =>
  (orders.value ?? []).filter((o) => !all.value?.some((d) => d.days.orders.includes(o.id))),
)
async function written(id: number): Promise<void> {
  const was = order.value
  writing.value = undefined
  await view.load()
  if (kept.value?.days.orders.includes(id)) await view.propose(kept.value.days, was)
  else await view.takeIn(id)
}
async function removed(): Promise<void> {
  writing.value = undefined
  await view.load()
  if (kept.value) await view.planned(kept.value.days)
}
async function pin(at: number): Promise<void> {
  const days = kept.value?.days
  if (!days || !step.value) return
  const starts = told.value?.starts ?? {}
  await view.planned({ ...days, starts, pins: { ...days.pins, [step.value]: at } }, true)
  dropped.value = undefined
}
async function unpin(): Promise<void> {
  const days = kept.value?.days
  if (!days || !step.value) return
  const pins = Object.fromEntries(
    Object.entries(days.pins ?? {}).filter(([id]) => id !== step.value),
  )
  await view.planned({ ...days, pins }, true)
}
/** The step that was tapped, with what the panel asks by. */
const why = computed(() => {
  const [days, told_now, starts, id] = [kept.value, plan.value, told.value?.starts, step.value]
  if (!days || !told_now || !starts || !id || starts[id] == null) return undefined
  return { kept: days, told: told_now, starts, step: id, dropped: dropped.value }
})
const whyDone = { pin, unpin, close: () => (step.value = undefined) }
async function make(ingredient: string, here: boolean): Promise<void> {
  const days = kept.value?.days
  if (!days) return
  const others = (days.made ?? []).filter((key) => key !== ingredient)
  await view.planned({ ...days, made: here ? [...others, ingredient] : others, starts: {} })
}
/** What happened at the stove has moved the plan: it is kept when she says so. */
const keepMoved = () =>
  view.tried(async () => {
    const days = kept.value?.days
    if (days && told.value) await view.keep({ ...days, starts: told.value.starts })
    await view.tell()
  })
const lateOrders = computed(() => (plan.value?.orders ?? []).filter((o) => o.late_min > 0))
/** What was asked for and is in no batch. */
const notMade = computed(() =>
  (plan.value?.orders ?? []).flatMap((o) =>
    o.lines.filter((l) => !l.batches.length).map((l) => `${l.name} for ${o.who}`),
  ),
)
const without = computed(() => told.value !== undefined && !Object.keys(told.value.starts).length)
const paper = () => window.print()
</script>

<template>
  <div class="room-of-days">
    <header class="head">
      <div>
        <h1>{{ kept?.days.title ?? 'Orders and the day' }}</h1>
        <p v-if="plan && told && !working" class="state" role="status">
          <template v-if="told.status === 'impossible'">It cannot be done so.</template>
          <template v-else-if="without">Not planned yet.</template>
          <template v-else-if="lateOrders.length">
            {{ lateOrders.map((o) => `${o.who} ${lasts(o.late_min)} late`).join(', ') }}
          </template>
          <template v-else-if="plan.terms">
            {{ notMade.length ? 'The rest is in time.' : 'All in time.' }}
            {{ lasts(plan.terms.active_span_min) }} from the first step by hand to the last.
          </template>
        </p>
        <p v-if="notMade.length && !working" class="caution">Not made: {{ notMade.join(', ') }}.</p>
      </div>
    </header>
    <LearntUsed v-if="kept && come" class="no-paper" />
    <div v-if="come" class="keys acts no-paper">
      <v-btn v-if="writing === undefined" class="key strong" @click="writing = 'new'">
        Write an order down
      </v-btn>
      <v-btn v-if="before.length" class="key" @click="view.takeBack()">
        Take the last change back
      </v-btn>
      <template v-if="kept">
        <v-btn
          class="key"
          :disabled="!!working"
          @click="view.planned({ ...kept.days, starts: {} })"
        >
          Plan anew
        </v-btn>
        <a class="key" :href="`/api/v1/days/${kept.id}/calendar.ics`" download="days.ics"
          >Calendar</a
        >
        <v-btn class="key" @click="paper">Print</v-btn>
      </template>
    </div>
    <KeyRow
      v-if="(all?.length ?? 0) > 1"
      class="no-paper"
      label="Which days"
      :choices="(all ?? []).map((d) => ({ key: d.id, name: d.days.title }))"
      :model-value="kept?.id ?? 0"
      @update:model-value="view.choose"
    />
    <BusyLine v-if="working" :words="working" @stop="view.giveUp()" />
    <TroubleNote v-if="trouble" :words="trouble" />
    <OrderForm
      v-if="writing !== undefined"
      :key="`${writing}`"
      :order="order"
      @written="written"
      @left="writing = undefined"
      @removed="removed"
    />
    <EmptyPart
      v-if="orders && !orders.length && writing === undefined"
      title="Nothing is asked for yet"
      words="Write down for whom, by when and what: how many batches it takes, when to begin and what to buy follows from that."
    />
    <p v-for="o in loose" :key="o.id" class="no-paper">
      {{ o.order.who }}: not planned yet.
      <v-btn class="key" @click="view.takeIn(o.id)">Plan it</v-btn>
    </p>
    <template v-if="kept && plan && told">
      <ChangeNote
        v-if="proposal && !working"
        :would="proposal.would"
        @take="view.takeProposed"
        @leave="view.leaveProposed"
      />
      <div v-else-if="told.moved.length" class="moved" role="status">
        <p><strong>The plan has followed the stove.</strong></p>
        <p v-for="m in told.moved" :key="m">{{ m }}</p>
        <v-btn class="key strong" @click="keepMoved">Keep it so</v-btn>
      </div>
      <div v-if="told.because.length" class="cannot">
        <p v-for="b in told.because" :key="b" class="caution">{{ b }}</p>
      </div>
      <WaysList
        v-if="(told.because.length || lateOrders.length) && !working"
        class="no-paper"
        :class="{ broad: side === 'plan' && !told.because.length }"
        :ways="ways"
        @ask="view.easeIt()"
        @take="view.planned({ ...$event, starts: {} })"
      />
      <p v-for="s in plan.said" :key="s" class="caution said no-paper">{{ s }}</p>
      <KeyRow
        class="no-paper sides"
        label="What to see"
        :choices="SIDES"
        :model-value="side"
        @update:model-value="show"
      />
      <StepWhy v-if="side === 'hands' && why" class="no-paper" v-bind="why" v-on="whyDone" />
      <div v-if="side === 'plan'" class="beside no-paper" :class="{ asked: why }">
        <div class="left">
          <StepWhy v-if="why" v-bind="why" v-on="whyDone" />
          <OrdersList v-else :told="plan" @change="writing = $event" />
          <p v-if="plan.decides" class="small soft">
            Most hangs on {{ plan.decides }}: give it time.
          </p>
        </div>
        <div class="right">
          <ClockLine
            class="narrow"
            :told="plan"
            :ways="working ? undefined : ways"
            @pick="picked($event)"
            @ask="view.easeIt()"
            @take="view.planned({ ...$event, starts: {} })"
          />
          <div class="broad">
            <LanesDrawing
              v-if="!without"
              :told="plan"
              :step="step"
              :zoom="zoom"
              @pick="picked($event)"
              @drop="picked"
            />
            <div class="foot">
              <KeyRow
                v-if="!without"
                label="How close"
                :choices="[
                  { key: 1, name: 'All' },
                  { key: 2, name: 'Closer' },
                  { key: 4, name: 'Minutes' },
                ]"
                :model-value="zoom"
                @update:model-value="zoom = $event"
              />
              <ul class="legend" aria-label="Batches">
                <li v-for="(b, i) in plan.batches" :key="b.key">
                  <strong>{{ letter(i) }}</strong> {{ b.title }}
                  <span class="small soft"
                    ><template v-if="b.pieces">{{ b.pieces }} pieces, </template>{{ b.pan_name
                    }}<template v-if="b.ready_min != null"
                      >, ready {{ dayAndWall(plan, b.ready_min) }}</template
                    ></span
                  >
                </li>
              </ul>
            </div>
          </div>
        </div>
      </div>
      <HandsList
        v-else-if="side === 'hands'"
        class="no-paper"
        amounts
        :told="plan"
        @pick="picked($event)"
      />
      <ShoppingList v-else-if="side === 'shopping'" :kept="kept" @make="make" />
      <HoursForm
        v-else
        :key="kept.version"
        :days="kept.days"
        :told="plan"
        @changed="view.propose($event)"
      />
      <div v-if="side !== 'shopping'" class="paper-only">
        <OrdersList :told="plan" />
        <HandsList :told="plan" all amounts />
      </div>
    </template>
  </div>
</template>

<style scoped src="./day.css"></style>
