<script setup lang="ts">
import { computed, ref } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { dose, gramUnit, number } from '@/units/format'
import CostTables from './CostTables.vue'
import PriceRow from './PriceRow.vue'
import { soldWords } from './soldWords'

/** One list over all orders, and what it all costs. */
const props = defineProps<{ kept: Api<'KeptDays'> }>()
const emit = defineEmits<{ make: [ingredient: string, here: boolean] }>()

const shopping = useAsked({
  name: 'day/shopping',
  question: () => ({ days: props.kept.days, days_id: props.kept.id }),
  ask: (body, signal) => api.POST('/api/v1/day/shopping', { body, signal }),
  concerns: (change) => change.kind === 'days',
  holds: 'waiting',
})
const list = shopping.found
const larder = useAsked({
  name: 'pantry',
  question: () => 'all',
  ask: (_, signal) => api.GET('/api/v1/pantry', { signal }),
  concerns: (change) => change.kind === 'days',
})
const pantry = larder.found
const refused = ref('')
const trouble = computed(() => refused.value || shopping.trouble.value || larder.trouble.value)
const open = ref<string>()
const money = (sum: number) => `${number(sum, 2)} ${list.value?.money ?? ''}`.trim()

const SHELVES: Record<string, string> = {
  sugar: 'Sugar',
  jaggery: 'Jaggery',
  fat: 'Fat and oil',
  flour: 'Flour',
  pulse: 'Pulses',
  grain: 'Grain',
  nut: 'Nuts and seeds',
  dairy: 'Milk and what is made of it',
  coconut: 'Coconut',
  egg: 'Eggs',
  fruit: 'Fruit',
  spice: 'Spices',
  acid: 'Sour and raising',
  colour: 'Colours and leaf',
  water: 'Water',
}
const sections = computed(() => {
  const groups = new Map<string, Api<'ShoppingLine'>[]>()
  for (const line of list.value?.lines ?? [])
    groups.set(line.shelf, [...(groups.get(line.shelf) ?? []), line])
  return [...groups]
})
const made = (ingredient: string) => props.kept.days.made?.includes(ingredient)
/** Bought and in the basket, or put back. */
const tick = (l: Api<'ShoppingLine'>) => price(l.ingredient, { bought_g: l.bought ? 0 : l.buy_g })
async function price(ingredient: string, item: Partial<Api<'PantryItem'>>): Promise<void> {
  const had = pantry.value
  if (!had) return
  try {
    const blank = { have_g: 0, bought_g: 0, pack_g: null, price: null }
    const known = had.pantry.items?.[ingredient] ?? blank
    const items = { ...had.pantry.items, [ingredient]: { ...known, ...item } }
    const body = { ...had.pantry, items }
    const params = { header: { 'If-Match': `${had.version}` } }
    await larder.put(await answer(api.PUT('/api/v1/pantry', { params, body })))
    open.value = undefined
    refused.value = ''
    await shopping.again()
  } catch (thrown) {
    refused.value = wordsOf(thrown)
  }
}
</script>

<template>
  <div class="shopping">
    <TroubleNote v-if="trouble" :words="trouble" />
    <template v-if="list">
      <section v-for="[shelf, lines] in sections" :key="shelf">
        <h2>{{ SHELVES[shelf] ?? shelf }}</h2>
        <ul>
          <li v-for="l in lines" :key="l.ingredient" :class="{ there: l.there || l.bought }">
            <v-checkbox
              v-if="!l.there"
              class="tick"
              hide-details
              :aria-label="`${l.name} is bought`"
              :model-value="l.bought"
              @update:model-value="tick(l)"
            />
            <v-btn
              class="name"
              :aria-expanded="open === l.ingredient"
              @click="open = open === l.ingredient ? undefined : l.ingredient"
            >
              {{ l.name }}
            </v-btn>
            <strong class="figures">
              <template v-if="l.there">there</template>
              <template v-else>{{ soldWords(l) }}</template>
            </strong>
            <span class="small soft figures">
              {{ dose(l.needed_g) }} {{ gramUnit() }} needed<template v-if="l.have_g > 0"
                >, {{ dose(l.have_g) }} there</template
              ><template v-if="l.not_eaten_g > 0.5"
                >, {{ dose(l.not_eaten_g) }} to fry and grease</template
              >
            </span>
            <span class="figures cost">{{
              l.cost != null && l.cost >= 0.005 ? money(l.cost) : ''
            }}</span>
            <v-btn v-if="l.can_be_made" class="key here" @click="emit('make', l.ingredient, true)">
              Make it here
            </v-btn>
            <PriceRow
              v-if="open === l.ingredient"
              class="price"
              :name="l.name"
              :item="pantry?.pantry.items?.[l.ingredient] ?? {}"
              @told="price(l.ingredient, $event)"
            />
          </li>
        </ul>
      </section>
      <p v-for="key in kept.days.made ?? []" :key="key">
        <v-btn v-if="made(key)" class="key" @click="emit('make', key, false)">
          Buy the {{ key.replaceAll('-', ' ') }} instead of making it
        </v-btn>
      </p>
      <p class="sum">
        All of it <strong class="figures">{{ money(list.cost) }}</strong>
        <span v-if="list.unpriced.length" class="small soft"
          >without {{ list.unpriced.join(', ') }}: tap a name to tell its price</span
        >
      </p>
      <p class="keys">
        <a class="key" :href="`/api/v1/days/${kept.id}/shopping.csv`" download="shopping.csv"
          >As a table</a
        >
        <a class="key" :href="`/api/v1/days/${kept.id}/shopping.txt`" download="shopping.txt"
          >As text</a
        >
      </p>
      <CostTables :list="list" />
    </template>
  </div>
</template>

<style scoped>
.shopping {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--gap-3);
}

h2 {
  font-size: var(--size-lead);
  margin: var(--gap-2) 0 0;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 2.75rem minmax(0, 12rem) 8rem minmax(0, 1fr) 5rem 8.5rem;
  gap: var(--gap-1) var(--gap-4);
  align-items: center;
  min-height: 2.75rem;
  border-top: var(--line) solid var(--steel);
}

.name {
  grid-column: 2;
  min-height: 2.75rem;
  padding: 0;
  border: 0;
  background: none;
  font: inherit;
  color: inherit;
  text-align: left;
  cursor: pointer;
}

.price {
  grid-column: 1 / -1;
}

.there strong {
  font-weight: 400;
  color: var(--ink-soft);
}

.cost {
  text-align: right;
}

.sum,
.keys,
p {
  margin: 0;
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}

.sum .small {
  display: block;
}

@container room (max-width: 44rem) {
  li {
    grid-template-columns: 2.75rem minmax(0, 1fr) auto;
  }

  li .small {
    grid-column: 2;
  }

  .cost {
    grid-column: 3;
  }

  .here {
    grid-column: 2 / -1;
    justify-self: start;
  }
}
</style>
