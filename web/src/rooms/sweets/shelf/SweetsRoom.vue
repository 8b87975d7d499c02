<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, wordsOf } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import MenuKey from '@/look/pieces/MenuKey.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { blank } from '@/rooms/sweets/editor/blank'
import FamilyMark from './FamilyMark.vue'
import FindSweets from './FindSweets.vue'
import { useShelfAddress } from './useShelfAddress'
import { FAMILIES, LEVELS } from '@/rooms/sweets/words'
import { span } from '@/units/format'

/** All sweets by family, found by any name, ingredient, allergen, time or by what they ask of the cook. */
const router = useRouter()
const { text, set } = useShelfAddress()

const refused = ref('')
const query = computed(() => ({
  q: text('q') || undefined,
  family: text('family') || undefined,
  without: text('without') || undefined,
  suits: text('suits') || undefined,
  max_min: Number(text('within')) || undefined,
  instrument_free: text('bare') === '1' || undefined,
  beginner: text('first') === '1' || undefined,
  own: text('own') === '1' || undefined,
}))
const asked = useAsked({
  name: 'sweets',
  question: () => query.value,
  ask: (query, signal) => api.GET('/api/v1/sweets', { params: { query }, signal }),
  concerns: (change) => change.kind === 'sweet',
  holds: 'waiting',
})
const shelf = asked.found
const trouble = computed(() => refused.value || asked.trouble.value)

/** What was just taken off the shelf, to be put back. */
const gone = computed(() => {
  const [key, version] = text('gone').split('@')
  return key && version ? { key, version: Number(version) } : undefined
})
async function putBack(): Promise<void> {
  if (!gone.value) return
  const { key, version } = gone.value
  try {
    await answer(
      api.POST('/api/v1/sweets/{key}/restore', {
        params: { path: { key }, header: { 'If-Match': `"${version + 1}"` } },
        body: { version },
      }),
    )
    await router.push(`/sweets/${key}`)
  } catch (thrown) {
    refused.value = wordsOf(thrown)
  }
}

async function begin(): Promise<void> {
  try {
    const made = await answer(api.POST('/api/v1/sweets', { body: blank() }))
    await router.push(`/sweets/${made.key}/edit`)
  } catch (thrown) {
    refused.value = wordsOf(thrown)
  }
}

const ways = [
  { name: 'Read one in', note: 'a recipe you have', to: '/sweets/read' },
  { name: 'Begin a new one', note: 'step by step', act: () => void begin() },
]

const groups = computed(() => {
  const cards = shelf.value?.cards ?? []
  const own = cards.filter((c) => c.own)
  const families = FAMILIES.map((f) => ({
    ...f,
    cards: cards.filter((c) => !c.own && c.family === f.key),
  })).filter((g) => g.cards.length)
  return { own, families }
})
const searching = computed(() => Object.values(query.value).some((v) => v !== undefined))
const more = computed(() => (shelf.value ? shelf.value.total - shelf.value.cards.length : 0))
</script>

<template>
  <div class="room">
    <header>
      <h1>Sweets</h1>
      <MenuKey words="Add a sweet" :items="ways" />
    </header>
    <FindSweets />
    <TroubleNote v-if="trouble" :words="trouble" />
    <p v-if="gone">
      It is off the shelf. <v-btn class="plain" @click="putBack">Put it back</v-btn>
    </p>
    <p v-if="shelf" class="soft found" aria-live="polite">
      {{ shelf.total }} {{ shelf.total === 1 ? 'sweet' : 'sweets' }}
      <template v-if="text('family')">
        in one family ·
        <v-btn class="plain" @click="set({ family: undefined })"> all families </v-btn></template
      >
      <template v-if="!shelf.total && searching">
        answer to that. Take a word or a wish away.</template
      >
    </p>

    <section v-if="groups.own.length" class="family own" aria-labelledby="own">
      <h2 id="own">My own</h2>
      <ul>
        <li v-for="c in groups.own" :key="c.key">
          <router-link :to="`/sweets/${c.key}`">{{ c.name }}</router-link>
          <span class="small soft figures"
            >{{ span(c.total_min) }}, {{ span(c.hands_min) }} hands on</span
          >
        </li>
      </ul>
      <p v-if="more > 0" class="small soft">{{ more }} more: type a word to find them.</p>
    </section>
    <div class="families">
      <section v-for="g in groups.families" :key="g.key" class="family" :aria-labelledby="g.key">
        <header>
          <FamilyMark :family="g.key" />
          <div>
            <h2 :id="g.key">{{ g.name }}</h2>
            <p class="small soft">{{ g.about }}</p>
          </div>
        </header>
        <ul>
          <li v-for="c in g.cards" :key="c.key">
            <router-link :to="`/sweets/${c.key}`">{{ c.name }}</router-link>
            <span class="small soft aliases">{{ c.aliases.slice(0, 3).join(', ') }}</span>
            <span class="small soft figures">
              usually {{ span(c.total_min) }}, {{ span(c.hands_min) }} hands on ·
              {{ LEVELS[c.level as 1 | 2 | 3] }}
            </span>
          </li>
        </ul>
      </section>
    </div>
  </div>
</template>

<style scoped>
.room > header {
  display: flex;
  justify-content: space-between;
  align-items: center;
}

.found {
  margin: 0 0 var(--gap-3);
}

.plain {
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}

.families {
  columns: 19rem;
  column-gap: var(--gap-6);
}

.family {
  margin-bottom: var(--gap-5);
  break-inside: avoid;
}

.family header {
  display: flex;
  gap: var(--gap-3);
  align-items: center;
  margin-bottom: var(--gap-2);
}

.family p {
  margin: 0;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  break-inside: avoid;
  padding: 0 0 var(--gap-2);
  border-top: var(--line) solid var(--steel);
  line-height: 1.3;
}

li a {
  display: flex;
  align-items: end;
  min-height: 2.75rem;
  font-size: var(--size-lead);
  font-family: var(--display-face);
  font-weight: 600;
  text-decoration: none;
}

li a:hover {
  text-decoration: underline;
}

.own ul {
  columns: 19rem;
  column-gap: var(--gap-6);
}
</style>
