<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import StageMark from '@/look/marks/StageMark.vue'
import EventButton from '@/look/pieces/EventButton.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import AmountField from '@/look/pieces/AmountField.vue'
import KitchenSelect from '@/look/pieces/KitchenSelect.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import {
  celsius,
  degreeUnit,
  gramUnit,
  grams,
  minutes,
  kelvins,
  number,
  stringLength,
} from '@/units/format'

/** What to make and how much; what to weigh, and what the stage looks like on her instruments. */
const kitchen = useKitchen()
const route = useRoute()
const router = useRouter()

const cards = shallowRef<Api<'Card'>[]>([])
const page = shallowRef<Api<'SweetPage'>>()
const plan = shallowRef<Api<'FormulaAnswer'>>()
const trouble = ref('')

const text = (key: string) => (typeof route.query[key] === 'string' ? route.query[key] : undefined)
const id = (key: string) => (text(key) === undefined ? undefined : Number(text(key)))
const lately = ref<string>()
const sweet_key = computed(() => text('sweet') ?? lately.value)
const sweet = computed(() => page.value?.sweet)
const methods = computed(() => page.value?.methods.filter((m) => m.on_the_stove) ?? [])
const method_key = computed(() => text('method') ?? methods.value[0]?.key)
const method = computed(() => methods.value.find((m) => m.key === method_key.value))
const base_g = computed(() => Number(text('base_g') ?? method.value?.base.mass_g ?? 0))
const pan_id = computed(() => id('pan') ?? kitchen.pans[0]?.id ?? undefined)
const ring_id = computed(() => id('ring') ?? kitchen.rings[0]?.id ?? undefined)
const thermometer = computed(() =>
  kitchen.thermometer(text('thermometer') === 'none' ? 'none' : id('thermometer')),
)
const set = (part: Record<string, string | number | undefined>) =>
  void router.replace({ query: { ...route.query, ...part } })

async function list(): Promise<void> {
  try {
    const [shelf, batches] = await Promise.all([
      answer(api.GET('/api/v1/sweets')),
      answer(api.GET('/api/v1/batches')),
    ])
    cards.value = shelf.cards.filter((c) => c.on_the_stove)
    // What was made last is the likeliest to be made again.
    lately.value = batches.find((b) => b.sweet_key)?.sweet_key ?? cards.value[0]?.key
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
  }
}
void list()

watch(
  sweet_key,
  async (key) => {
    if (!key) return
    try {
      const found = await answer(api.GET('/api/v1/sweets/{key}', { params: { path: { key } } }))
      if (key === sweet_key.value) page.value = found
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  },
  { immediate: true },
)

const how = computed(() => ({
  pan_id: pan_id.value,
  ring_id: ring_id.value,
  thermometer_id: thermometer.value?.id,
}))
const asked = computed(() =>
  method.value && page.value?.sweet.key === sweet_key.value
    ? {
        key: sweet_key.value ?? '',
        body: {
          method_key: method.value.key,
          size: {
            kind: 'ingredient' as const,
            ingredient: method.value.base.ingredient,
            amount_g: base_g.value,
          },
          ...how.value,
        },
      }
    : undefined,
)
watch(
  asked,
  async (question) => {
    if (!question || !kitchen.view) return
    try {
      const found = await answer(
        api.POST('/api/v1/sweets/{key}/formula', {
          params: { path: { key: question.key } },
          body: question.body,
        }),
      )
      if (question !== asked.value) return
      plan.value = found
      trouble.value = ''
    } catch (thrown) {
      plan.value = undefined
      trouble.value = wordsOf(thrown)
    }
  },
  { immediate: true },
)

const base = computed(() => method.value?.base.name ?? 'Amount')
const f = computed(() => plan.value?.formula)
const syrup = computed(() => plan.value?.syrup)
const busy = ref(false)
async function putOn(): Promise<void> {
  busy.value = true
  try {
    const batch = await answer(
      api.POST('/api/v1/batches', {
        body: { sweet_key: sweet_key.value, ...asked.value?.body },
      }),
    )
    await router.push(`/stove/${batch.id}`)
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="start">
    <header>
      <p class="label">Put something on</p>
      <h1>{{ sweet?.name ?? 'What are you making?' }}</h1>
      <p v-if="sweet" class="soft">{{ sweet.about }} Also {{ sweet.aliases?.join(', ') }}.</p>
    </header>

    <form class="ask" aria-label="How much, and on what" @submit.prevent="putOn">
      <v-select
        v-if="cards.length > 1"
        label="Sweet"
        :items="cards.map((s) => ({ title: s.name, value: s.key }))"
        :model-value="sweet_key"
        @update:model-value="set({ sweet: $event, method: undefined, base_g: undefined })"
      />
      <v-select
        v-if="methods.length > 1"
        label="Method"
        :items="
          methods.map((m) => ({
            title: sweet?.methods.find((s) => s.key === m.key)?.name,
            value: m.key,
          }))
        "
        :model-value="method_key"
        @update:model-value="set({ method: $event, base_g: undefined })"
      />
      <AmountField
        :label="base"
        kind="mass"
        :model-value="base_g"
        @update:model-value="set({ base_g: $event })"
      />
      <KitchenSelect of="pan" :model-value="pan_id" @update:model-value="set({ pan: $event })" />
      <KitchenSelect of="ring" :model-value="ring_id" @update:model-value="set({ ring: $event })" />
      <KitchenSelect
        of="thermometer"
        :model-value="thermometer?.id ?? 'none'"
        @update:model-value="set({ thermometer: $event })"
      />
    </form>

    <TroubleNote v-if="trouble" class="trouble" :words="trouble" />

    <template v-if="f && syrup">
      <section class="weigh" aria-label="Weigh">
        <h2>Weigh</h2>
        <dl>
          <div v-for="line in f.lines" :key="line.ingredient">
            <dt>{{ line.name }}</dt>
            <dd class="figures">
              {{ grams(line.weigh_g) }}<span class="unit">&#8239;{{ gramUnit() }}</span>
            </dd>
          </div>
        </dl>
        <p class="soft">
          Makes {{ grams(f.finished_g) }} {{ gramUnit()
          }}<template v-if="f.pieces.sheet_cm2"
            >: a sheet of {{ number(f.pieces.sheet_cm2) }} cm² at
            {{ number(f.pieces.thickness_mm ?? 0) }} mm</template
          ><template v-else-if="f.pieces.count">: {{ number(f.pieces.count) }} pieces</template>.
        </p>
        <p v-if="f.allergens.length">Contains {{ f.allergens.join(', ') }}.</p>
      </section>

      <section class="signs" aria-label="Signs of the stage">
        <h2>
          <StageMark :stage="syrup.stage" :size="34" /> {{ kitchen.stageName(syrup.stage) }}, in
          this kitchen
        </h2>
        <div class="figures-row">
          <FigureValue
            label="pan with syrup, on the scale"
            size="figure"
            :value="grams(syrup.signs.aim.gross_g)"
            :unit="gramUnit()"
            :low="grams(syrup.signs.high.gross_g)"
            :high="grams(syrup.signs.low.gross_g)"
          />
          <FigureValue
            :label="`on the ${(thermometer?.thermometer.name ?? 'true thermometer').toLowerCase()}`"
            size="figure"
            :value="celsius(syrup.signs.aim.shown_c)"
            :unit="degreeUnit()"
            :low="celsius(syrup.signs.low.shown_c)"
            :high="celsius(syrup.signs.high.shown_c)"
          />
          <FigureValue
            label="between the fingers"
            size="figure"
            :value="stringLength(syrup.signs.aim.string_cm)"
            :low="stringLength(syrup.signs.low.string_cm)"
            :high="stringLength(syrup.signs.high.string_cm)"
          />
        </div>
        <p v-if="syrup.turn_off" class="lead">
          Boil off {{ grams(syrup.water_to_lose_g) }} {{ gramUnit() }} of water. On a medium flame
          turn off after about
          <strong>{{ minutes(syrup.turn_off.at.mid_s) }} min</strong>
          ({{ minutes(syrup.turn_off.at.low_s) }}–{{ minutes(syrup.turn_off.at.high_s) }}), at
          <strong>{{ grams(syrup.turn_off.gross_g) }} {{ gramUnit() }}</strong> or
          <strong>{{ celsius(syrup.turn_off.shown_c) }} {{ degreeUnit() }}</strong
          >: the pan carries it the rest of the way.
        </p>
        <p v-else class="caution">
          This pan or this ring does not get there: take a larger pan, a smaller batch or a stronger
          ring.
        </p>
        <p class="soft">
          Water boils at {{ celsius(syrup.water_boil_c) }} {{ degreeUnit() }} here<template
            v-if="thermometer?.thermometer.offset_k"
          >
            and the {{ thermometer.thermometer.name.toLowerCase() }} reads
            {{ kelvins(Math.abs(thermometer.thermometer.offset_k)) }} {{ degreeUnit() }}
            {{ thermometer.thermometer.offset_k > 0 ? 'high' : 'low' }}</template
          >: both are in these figures.
        </p>
        <p v-if="syrup.may_boil_over" class="caution">
          The froth may come over the rim of this pan. Take a larger one, or stay beside it.
        </p>
        <EventButton words="Put it on the stove" :busy="busy" @happened="putOn" />
      </section>
    </template>
  </div>
</template>

<style scoped>
.start {
  display: grid;
  grid-template:
    'head head' auto
    'ask ask' auto
    'trouble trouble' auto
    'weigh signs' 1fr / 17rem minmax(0, 1fr);
  gap: var(--gap-5) var(--gap-7);
}

header {
  grid-area: head;
}

header p {
  margin: 0;
  max-width: 44rem;
}

.ask {
  grid-area: ask;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(10rem, 1fr));
  gap: var(--gap-5);
  max-width: 64rem;
}

.trouble {
  grid-area: trouble;
  margin: 0;
}

.weigh {
  grid-area: weigh;
}

.signs {
  grid-area: signs;
  display: grid;
  gap: var(--gap-4);
  align-content: start;
}

.signs p {
  margin: 0;
  max-width: 46rem;
}

.lead {
  font-size: var(--size-lead);
}

h2 {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
  margin: 0;
}

dl {
  margin: var(--gap-3) 0;
  border-bottom: var(--line) solid var(--steel);
}

dl div {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
}

dt {
  font-size: var(--size-lead);
}

dd {
  margin: 0;
  font-family: var(--display-face);
  font-size: 1.75rem;
  font-weight: 600;
  line-height: 1.1;
}

.unit {
  font-size: 0.6em;
  color: var(--ink-soft);
}

.figures-row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-4) var(--gap-7);
}

@media (max-width: 760px) {
  .start {
    grid-template: 'head' 'ask' 'trouble' 'weigh' 'signs' / minmax(0, 1fr);
  }

  .ask {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
