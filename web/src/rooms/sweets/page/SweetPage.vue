<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, wordsOf } from '@/api/client'
import InTurn from '@/look/pieces/InTurn.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { millilitres, millilitreUnit } from '@/units/format'
import LearntUsed from '@/batch/LearntUsed.vue'
import AfterPan from './AfterPan.vue'
import AmountList from './AmountList.vue'
import CompareMethods from './CompareMethods.vue'
import CompositionBar from './CompositionBar.vue'
import SizeControl from './SizeControl.vue'
import StepsWalk from './StepsWalk.vue'
import SweetNotes from './SweetNotes.vue'
import VariationList from './VariationList.vue'
import { useSweet } from './useSweet'
import { familyName, LEVELS } from '@/rooms/sweets/words'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import WaitingPart from '@/look/pieces/WaitingPart.vue'

/** A sweet: its steps along the time, its amounts in her measures, and what changes if she changes it. */
const props = defineProps<{ sweetKey: string }>()
const router = useRouter()
const view = useSweet(() => props.sweetKey)
const {
  page,
  sweet,
  method,
  worked,
  extra,
  plan,
  orderAsk,
  trouble,
  refused,
  set,
  text,
  cups,
  cupId,
} = view

const f = computed(() => plan.value?.formula)
const methods = computed(
  () => sweet.value?.methods.map((m) => ({ key: m.key, name: m.name })) ?? [],
)
const comparing = computed(() => text('side') === '1')
const measureNames = computed(() => [
  { key: 'g', name: 'Grams only' },
  ...cups.value.map((c) => ({
    key: String(c.id),
    name: `${c.measure.name} ${millilitres(c.measure.volume_ml)} ${millilitreUnit()}`,
  })),
])
const inCups = computed(() => text('cup') !== 'g')
const busy = ref(false)
const failed = ref('')
async function copy(): Promise<void> {
  if (!sweet.value) return
  busy.value = true
  try {
    const made = await answer(
      api.POST('/api/v1/sweets', { body: { ...sweet.value, name: `${sweet.value.name}, my way` } }),
    )
    await router.push(`/sweets/${made.key}/edit`)
  } catch (thrown) {
    failed.value = wordsOf(thrown)
  } finally {
    busy.value = false
  }
}
const sheetLink = computed(() => ({
  path: `/sweets/${props.sweetKey}/sheet`,
  query: router.currentRoute.value.query,
}))
const stoveLink = computed(() => ({
  path: '/stove/start',
  // Everything that was chosen here: method, size, cups, changes.
  query: { ...router.currentRoute.value.query, side: undefined, sweet: props.sweetKey },
}))
const exportLink = (format: string) =>
  `/api/v1/sweets/${props.sweetKey}/export?format=${format}&method=${method.value?.key ?? ''}`
</script>

<template>
  <TroubleNote v-if="trouble && !page" :words="trouble" />
  <WaitingPart v-else-if="!page || !sweet || !method" tall words="Opening…" />
  <div v-else class="page" :class="{ waits: !f && !refused }">
    <header class="top">
      <div>
        <p class="label">
          <router-link :to="`/sweets?family=${sweet.family}`">{{
            familyName(sweet.family)
          }}</router-link>
          <template v-if="page.version"> · your own, version {{ page.version }}</template>
        </p>
        <h1>{{ plan?.title ?? sweet.name }}</h1>
        <p class="soft about">
          {{ sweet.about }}
          <template v-if="sweet.aliases?.length">Also {{ sweet.aliases.join(', ') }}.</template>
        </p>
      </div>
      <nav class="acts" aria-label="What to do with it">
        <router-link v-if="extra" class="key strong" :to="stoveLink"
          >Put it on the stove</router-link
        >
        <router-link class="key" :to="sheetLink">Step sheet</router-link>
        <router-link
          class="key"
          :to="{ path: `/sweets/${sweetKey}/label`, query: router.currentRoute.value.query }"
          >Labels</router-link
        >
        <router-link v-if="page.version" class="key" :to="`/sweets/${sweetKey}/edit`"
          >Change it</router-link
        >
        <v-btn v-else class="key" :disabled="busy" @click="copy"> Copy and change </v-btn>
      </nav>
    </header>
    <TroubleNote v-if="failed" :words="failed" />

    <div class="methods">
      <KeyRow
        v-if="methods.length > 1"
        label="Method"
        :choices="methods"
        :model-value="method.key"
        @update:model-value="
          set({ method: $event, with: undefined, by: undefined, n: undefined, have: undefined })
        "
      />
      <v-btn
        v-if="methods.length > 1"
        class="key"
        :aria-pressed="comparing"
        @click="set({ side: comparing ? undefined : 1 })"
      >
        Side by side
      </v-btn>
      <p class="soft small">
        <template v-if="method.about">{{ method.about + ' ' }}</template>This one
        {{ LEVELS[method.level as 1 | 2 | 3]
        }}<template v-if="method.instrument_free">; no instrument needed</template>.
      </p>
    </div>

    <StepsWalk
      :method="worked ?? method"
      :formula="f"
      :cautions="plan?.cautions ?? {}"
      :asks="orderAsk"
    />

    <InTurn>
      <section class="amounts" aria-label="Amounts">
        <SizeControl :view="view" />
        <TroubleNote v-if="refused" :words="refused" />
        <ChoiceField
          label="Measured in"
          :items="measureNames.map((m) => ({ title: m.name, value: m.key }))"
          :model-value="inCups && cupId ? String(cupId) : 'g'"
          @update:model-value="set({ cup: $event })"
        />
        <AmountList v-if="f" :formula="f" :cups="inCups" />
        <CompositionBar v-if="f" :composition="f.composition" />
        <p v-for="w in f?.warnings" :key="w" class="caution">{{ w }}</p>
      </section>
    </InTurn>

    <CompareMethods
      v-if="comparing && methods.length > 1 && f"
      class="wide"
      :sweet="sweet"
      :left="method.key"
      :size="{ kind: 'mass', finished_g: f.finished_g }"
      :pan-id="view.panId.value"
      :ring-id="view.ringId.value"
    />
    <LearntUsed class="wide" />
    <InTurn>
      <AfterPan
        v-if="f"
        class="wide below"
        :formula="f"
        :method="worked ?? method"
        :laid="plan?.laid ?? []"
        :thick_mm="Number(text('thick')) || undefined"
        @lies="set"
      />
    </InTurn>
    <InTurn>
      <VariationList
        v-if="extra"
        class="wide below"
        :offers="extra.offers"
        :taken="view.taken.value"
        :effects="plan?.effects ?? []"
        @toggle="view.toggle"
      />
    </InTurn>
    <InTurn>
      <SweetNotes
        v-if="f"
        class="wide below"
        :sweet="sweet"
        :method="worked ?? method"
        :formula="f"
      />
    </InTurn>
    <p class="wide small soft">
      Take it with you: <a :href="exportLink('unctum')">everything, as our JSON</a> ·
      <a :href="exportLink('json_ld')">this method, as schema.org Recipe</a>
    </p>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 25rem;
  gap: var(--gap-4) var(--gap-6);
  align-items: start;
}

.top,
.methods,
.wide {
  grid-column: 1 / -1;
}

/* Until the figures are there, nothing stands where they would push it away. */
.waits > .wide,
.waits > .amounts {
  visibility: hidden;
}

.top {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--gap-3) var(--gap-5);
}

.top > div {
  flex: 1 1 30rem;
}

.top p {
  margin: 0;
}

.about {
  max-width: 46rem;
}

h1 {
  font-size: var(--size-figure);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  align-items: start;
}

.not-yet {
  align-self: center;
}

.methods {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-3);
  align-items: center;
}

.methods p {
  flex: 1 1 20rem;
  margin: 0;
}

.amounts {
  display: grid;
  gap: var(--gap-4);
}

.amounts p {
  margin: 0;
}

@container room (max-width: 65.5rem) {
  .page {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
