<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { onBeforeRouteLeave } from 'vue-router'
import type { Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import AskFirst from '@/look/pieces/AskFirst.vue'
import { useAskFirst } from '@/look/pieces/askFirst'
import InTurn from '@/look/pieces/InTurn.vue'
import LearntUsed from '@/batch/LearntUsed.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { celsius, degreeUnit } from '@/units/format'
import WaitingPart from '@/look/pieces/WaitingPart.vue'
import AirSection from './AirSection.vue'
import BothChanged from './BothChanged.vue'
import type { Check } from './checks'
import CheckSheet from './CheckSheet.vue'
import CopySection from './CopySection.vue'
import CupsCheck from './CupsCheck.vue'
import HistorySection from './HistorySection.vue'
import InstrumentsSection from './InstrumentsSection.vue'
import FoldSection from '@/look/pieces/FoldSection.vue'
import LadderEdges from './LadderEdges.vue'
import { addTo, nameOf, PARTS, thingsOf, type Part } from './things'
import NetworkSection from './NetworkSection.vue'
import ThingPanel from './ThingPanel.vue'
import ThingShelf from './ThingShelf.vue'
import UnitsSection from './UnitsSection.vue'
import { useKitchenEdit, type KitchenDocument } from './useKitchenEdit'

/** The kitchen as it stands on its shelves; a thing that is tapped opens there, its checks under it. */
const kitchen = useKitchen()
const edit = useKitchenEdit()
const { save, put, undo, refused, busy, history, question, keepMine, dropQuestion } = edit

// Changes are tried on a draft and kept together; what others change meanwhile is taken in when the
// draft is clean, and brought together with it when it is kept.
const draft = ref<KitchenDocument>()
const before = ref<{ kitchen: KitchenDocument; version: number }>()
const stored = computed(() => kitchen.view?.kitchen)
const copy = (d: KitchenDocument) => JSON.parse(JSON.stringify(d)) as KitchenDocument
const dirty = computed(
  () =>
    draft.value !== undefined &&
    JSON.stringify(draft.value) !== JSON.stringify(before.value?.kitchen),
)
function leave(): void {
  if (!stored.value) return
  draft.value = copy(stored.value)
  before.value = { kitchen: copy(stored.value), version: kitchen.view?.version ?? 1 }
}
watch(
  stored,
  (d) => {
    if (d && !dirty.value) leave()
  },
  { immediate: true },
)
async function keepDraft(): Promise<void> {
  const [wanted, was] = [draft.value, before.value]
  if (!wanted || !was) return
  // What was changed is said by whoever keeps it.
  if (await put(undefined, wanted, was.version)) leave()
}
async function answerMine(): Promise<void> {
  if (await keepMine()) leave()
}
function answerTheirs(): void {
  dropQuestion()
  void kitchen.load().then(leave)
}
const { asks, ask, yes } = useAskFirst()
onBeforeRouteLeave(() => !dirty.value || ask())

const check = ref<Check | 'cups'>()
async function keepCheck(reason: string, change: (d: KitchenDocument) => void): Promise<void> {
  if (!(await save(reason, change))) return
  check.value = undefined
  if (draft.value && dirty.value) change(draft.value)
  else leave()
}
async function takeBack(): Promise<void> {
  await undo()
  leave()
}

const open = ref<{ of: Part; index: number }>()
function toggle(of: Part, index: number): void {
  check.value = undefined
  open.value = open.value?.of === of && open.value.index === index ? undefined : { of, index }
}
async function add(of: Part): Promise<void> {
  if (!draft.value || !kitchen.view) return
  addTo(draft.value, of, kitchen.view.new_things)
  open.value = { of, index: thingsOf(draft.value, of).length - 1 }
  await nextTick()
  const name = document.querySelector<HTMLInputElement>(`[data-part="${of}"] .panel input`)
  name?.focus()
  name?.select()
}
function remove(): void {
  const at = open.value
  if (at) (draft.value?.[at.of] as unknown[] | undefined)?.splice(at.index, 1)
  open.value = undefined
}
const keepCups = (index: number, found: { reason: string; ring: Api<'Ring'> }) =>
  void keepCheck(found.reason, (d) => {
    const it = d.rings[index]
    if (it) it.ring = found.ring
  })
const words = (of: Part) => (of === 'trays' || dirty.value ? [] : (kitchen.view?.words[of] ?? []))
const many = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`
const d = computed(() => draft.value)
const bench = computed(() => d.value?.bench)
const openThing = computed(() => {
  const at = open.value
  return d.value && at ? thingsOf(d.value, at.of)[at.index] : undefined
})
</script>

<template>
  <WaitingPart v-if="!d || !bench" tall words="Opening the cupboards…" />
  <div v-else class="kitchen">
    <header>
      <h1>{{ stored?.name }}</h1>
      <p class="lead">
        {{ many(kitchen.rings.length, 'ring') }}, {{ many(kitchen.pans.length, 'pan') }}. Water
        boils at {{ celsius(kitchen.view?.water_boil_c ?? 100) }} {{ degreeUnit() }} here.
      </p>
      <LearntUsed />
    </header>
    <BothChanged
      v-if="question"
      class="wide"
      :words="refused"
      :busy="busy"
      @mine="answerMine"
      @theirs="answerTheirs"
    />
    <TroubleNote v-else-if="refused" :words="refused" />

    <InTurn v-for="part in PARTS" :key="part.of">
      <ThingShelf
        class="wide"
        :data-part="part.of"
        :name="part.name"
        :another="part.another"
        :things="thingsOf(d, part.of)"
        :words="words(part.of)"
        :open="open?.of === part.of ? open.index : undefined"
        @toggle="toggle(part.of, $event)"
        @add="add(part.of)"
      >
        <ThingPanel
          v-if="open?.of === part.of && openThing"
          :thing="openThing"
          :index="open.index"
          :words="words(part.of)[open.index]"
          :water_boil_c="kitchen.view?.water_boil_c ?? 100"
          :aria-label="nameOf(openThing)"
          role="group"
          @check="check = $event"
          @cups="check = 'cups'"
          @remove="remove"
        >
          <CupsCheck
            v-if="check === 'cups'"
            :index="open.index"
            @keep="keepCups(open.index, $event)"
            @close="check = undefined"
          />
          <CheckSheet
            v-else-if="check && check.kind !== 'pressure'"
            :key="JSON.stringify(check)"
            :check="check"
            @keep="keepCheck"
            @close="check = undefined"
          />
        </ThingPanel>
      </ThingShelf>
    </InTurn>

    <InTurn>
      <div class="wide">
        <AirSection :draft="d" @pressure="check = { kind: 'pressure' }">
          <CheckSheet
            v-if="check && check !== 'cups' && check.kind === 'pressure'"
            :check="check"
            @keep="keepCheck"
            @close="check = undefined"
          />
        </AirSection>
        <UnitsSection :bench="bench" />
        <FoldSection
          v-if="d.ladder"
          title="Your ladder"
          note="which string is called by which name"
        >
          <LadderEdges
            :ladder="d.ladder"
            :stages="kitchen.ladder"
            @update:ladder="d.ladder = $event"
          />
        </FoldSection>
        <NetworkSection />
        <InstrumentsSection />
        <CopySection />
        <HistorySection :history="history" :busy="busy" @undo="takeBack" />
      </div>
    </InTurn>

    <AskFirst
      v-model="asks"
      title="Leave without keeping your changes?"
      yes="Leave them"
      no="Stay here"
      @yes="yes"
    />
    <div v-if="dirty" class="bar" role="region" aria-label="Changes not kept yet">
      <span>Changes not kept yet.</span>
      <v-btn class="key" @click="leave">Leave them</v-btn>
      <v-btn class="key strong" @click="keepDraft">Keep them</v-btn>
    </div>
  </div>
</template>

<style scoped>
.kitchen {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: var(--gap-6) var(--gap-7);
  align-items: start;
}

header,
.wide,
.bar,
.kitchen > :deep(.trouble) {
  grid-column: 1 / -1;
}

header p {
  margin: 0;
  color: var(--ink-soft);
}

.lead {
  font-size: var(--size-lead);
}

.bar {
  position: sticky;
  bottom: var(--gap-3);
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: flex-end;
  gap: var(--gap-3);
  padding: var(--gap-3) var(--gap-4);
  background: var(--ink);
  color: var(--on-ink);
  border-radius: var(--corner);
}

.bar span {
  margin-right: auto;
}

.bar .key.strong {
  background: var(--on-ink);
  color: var(--ink);
}

@container room (max-width: 54.25rem) {
  .kitchen {
    grid-template-columns: minmax(0, 1fr);
  }

  .bar {
    bottom: 4rem;
  }
}
</style>
