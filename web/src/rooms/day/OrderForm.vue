<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import FoldPart from '@/look/pieces/FoldPart.vue'
import LineField from '@/look/pieces/LineField.vue'
import StepperField from '@/look/pieces/StepperField.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import AvoidsField from './AvoidsField.vue'
import SweetField from './SweetField.vue'
import WhenField from './WhenField.vue'
import { zoneHere } from '@/units/zone'

/** An order, written down or changed: for whom, by when, which sweets. */
const props = defineProps<{ order?: Api<'OrderView'> | undefined }>()
const emit = defineEmits<{ written: [id: number]; left: []; removed: [] }>()

interface Line {
  sweet_key: string
  by: Api<'Amount'>['kind']
  n: number | null
  each: number | null
  rest: Pick<Api<'OrderLine'>, 'method_key' | 'variation'>
}
const blank = (): Line => ({ sweet_key: '', by: 'pieces', n: null, each: null, rest: {} })
function told({ amount, sweet_key, ...rest }: Api<'OrderLine'>): Line {
  const n =
    amount.kind === 'pieces'
      ? amount.count
      : amount.kind === 'mass'
        ? amount.finished_g
        : amount.boxes
  return {
    sweet_key,
    by: amount.kind,
    n,
    each: amount.kind === 'boxes' ? amount.pieces_each : null,
    rest,
  }
}

/** By how much a thumb counts on. */
const STEPS: Record<Api<'Amount'>['kind'], number> = { pieces: 6, mass: 100, boxes: 1 }

const who = ref(props.order?.order.who ?? '')
const due = ref(props.order?.order.due.slice(0, 16) ?? '')
const eaten = ref(props.order?.order.eaten_on ?? '')
const note = ref(props.order?.order.note ?? '')
const avoids = ref([...(props.order?.order.avoids ?? [])])
const price = ref(props.order?.order.price == null ? '' : `${props.order.order.price}`)
const lines = ref<Line[]>(props.order ? props.order.order.lines.map(told) : [blank()])
const trouble = ref('')
const busy = ref(false)

const WAYS = [
  { title: 'pieces', value: 'pieces' as const },
  { title: 'grams', value: 'mass' as const },
  { title: 'boxes', value: 'boxes' as const },
]
/** Short: it stands between two keys at the thumb. */
const COUNTED = { pieces: 'Pieces', mass: 'Grams', boxes: 'Boxes' } as const
const number = (text: string) => Number(text.replace(',', '.'))
function amount(line: Line): Api<'Amount'> {
  const n = line.n ?? 0
  if (line.by === 'mass') return { kind: 'mass', finished_g: n }
  if (line.by === 'boxes') return { kind: 'boxes', boxes: n, pieces_each: line.each ?? 0 }
  return { kind: 'pieces', count: n }
}
const whole = computed(
  () =>
    who.value.trim() !== '' &&
    due.value !== '' &&
    lines.value.every(
      (l) => l.sweet_key && (l.n ?? 0) > 0 && (l.by !== 'boxes' || (l.each ?? 0) > 0),
    ),
)
const form = useTemplateRef('form')
// On a phone the key that opens it stands at the end of the page.
onMounted(() => form.value?.scrollIntoView({ block: 'nearest' }))

async function write(): Promise<void> {
  if (!whole.value) return
  busy.value = true
  const order: Api<'Order'> = {
    who: who.value.trim(),
    due: `${due.value}:00`,
    note: note.value,
    avoids: avoids.value,
    price: price.value.trim() ? number(price.value) : null,
    eaten_on: eaten.value || null,
    lines: lines.value.map((l) => ({ ...l.rest, sweet_key: l.sweet_key, amount: amount(l) })),
  }
  const body = { zone: zoneHere(), order }
  try {
    const had = props.order
    const saved = had
      ? await answer(
          api.PUT('/api/v1/orders/{id}', {
            params: { path: { id: had.id }, header: { 'If-Match': `${had.version}` } },
            body,
          }),
        )
      : await answer(api.POST('/api/v1/orders', { body }))
    emit('written', saved.id)
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
  } finally {
    busy.value = false
  }
}
async function remove(): Promise<void> {
  const had = props.order
  if (!had) return
  try {
    const params = { path: { id: had.id }, header: { 'If-Match': `${had.version}` } }
    const reply = await api.DELETE('/api/v1/orders/{id}', { params })
    if (reply.error) throw new Error((reply.error as Api<'Problem'>).detail)
    emit('removed')
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
  }
}
</script>

<template>
  <form ref="form" class="order" aria-label="An order" @submit.prevent="write">
    <TroubleNote v-if="trouble" :words="trouble" />
    <LineField v-model="who" label="For whom" maxlength="80" autocomplete="off" />
    <WhenField v-model="due" />
    <fieldset v-for="(line, i) in lines" :key="i" class="line-of">
      <legend class="only-heard">Sweet {{ i + 1 }}</legend>
      <SweetField v-model="line.sweet_key" class="what" />
      <StepperField v-model="line.n" :label="COUNTED[line.by]" :step="STEPS[line.by]" />
      <ChoiceField v-model="line.by" label="Counted in" :items="WAYS" />
      <StepperField v-if="line.by === 'boxes'" v-model="line.each" label="In each" :step="1" />
      <v-btn
        v-if="lines.length > 1"
        class="key"
        :aria-label="`Leave sweet ${i + 1} out`"
        @click="lines.splice(i, 1)"
      >
        Leave out
      </v-btn>
    </fieldset>
    <FoldPart title="They must not eat…" :note="avoids.join(', ')" :open="avoids.length > 0">
      <AvoidsField v-model="avoids" />
    </FoldPart>
    <FoldPart title="Eaten until, price, to remember" :open="!!(eaten || price || note)">
      <div class="line-of">
        <LineField v-model="eaten" label="Eaten until" type="date" />
        <LineField v-model="price" label="Price agreed" inputmode="decimal" autocomplete="off" />
        <LineField v-model="note" label="To remember" maxlength="1000" autocomplete="off" />
      </div>
    </FoldPart>
    <div class="keys">
      <v-btn type="submit" class="key strong" :disabled="!whole || busy">Write it down</v-btn>
      <v-btn class="key" @click="lines.push(blank())">One more sweet</v-btn>
      <v-btn class="key" @click="$emit('left')">Leave it</v-btn>
      <v-btn v-if="order" class="key" @click="remove">Put the order away</v-btn>
    </div>
  </form>
</template>

<style scoped>
.order {
  display: grid;
  gap: var(--gap-3);
  padding-bottom: var(--gap-4);
  border-bottom: var(--line) solid var(--steel-strong);
}

.line-of {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(9.5rem, 100%), 1fr));
  gap: var(--gap-2) var(--gap-4);
  align-items: end;
  margin: 0;
  padding: 0;
  border: 0;
}

/* A day with its hour wants room, also on a phone. */
@container room (max-width: 30rem) {
  .fetched {
    grid-column: 1 / -1;
  }
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}

@container room (max-width: 30rem) {
  /* A count between its two keys wants more room than what it counts. */
  .line-of {
    grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  }

  .what {
    grid-column: 1 / -1;
  }
}
</style>
