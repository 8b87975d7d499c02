<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import FamilyMark from '@/rooms/sweets/shelf/FamilyMark.vue'
import LineField from '@/look/pieces/LineField.vue'

/** What to put on: a plain syrup, or a sweet found by any of its names. */
const route = useRoute()
const words = ref('')
/** What was made lately stands first, while no name is looked for. */
const lately = useAsked({
  name: 'batches/lately',
  question: () => ({ most: 60 }),
  ask: (query, signal) => api.GET('/api/v1/batches', { params: { query }, signal }),
})
const shelf = useAsked({
  name: 'sweets',
  question: () => ({ q: words.value || undefined }),
  ask: (query, signal) => api.GET('/api/v1/sweets', { params: { query }, signal }),
  concerns: (change) => change.kind === 'sweet',
  holds: 'waiting',
})
const { trouble } = shelf
const cards = computed(() => {
  const all = shelf.found.value?.cards ?? []
  if (words.value) return all
  const made = [...new Set((lately.found.value?.lines ?? []).flatMap((b) => b.sweet_key ?? []))]
  const place = (c: Api<'Card'>) => {
    const at = made.indexOf(c.key)
    return at < 0 ? made.length : at
  }
  return [...all].sort((a, b) => place(a) - place(b))
})

const to = (card: Api<'Card'>) => ({
  path: '/stove/start',
  query: { ...route.query, sweet: card.key },
})
</script>

<template>
  <div class="choose">
    <header>
      <h1>What are you making?</h1>
    </header>
    <router-link class="key plain" :to="{ query: { ...route.query, plain: 'one-string' } }">
      A plain syrup <span class="soft">sugar or jaggery, to a stage you choose</span>
    </router-link>
    <LineField
      v-model="words"
      label="Find a sweet by any of its names"
      placeholder="kaju, besan, mysore…"
      autocomplete="off"
      clearable
    />
    <TroubleNote v-if="trouble" :words="trouble" />
    <ul aria-label="Sweets">
      <li v-for="card in cards" :key="card.key">
        <router-link :to="to(card)">
          <FamilyMark :family="card.family" />
          <span>
            <strong>{{ card.name }}</strong>
            <span class="soft small">{{ card.aliases.slice(0, 3).join(', ') }}</span>
          </span>
        </router-link>
      </li>
    </ul>
    <p v-if="words && shelf.found.value && !cards.length" class="soft">
      Nothing by that name. <router-link to="/sweets">Look through the shelf</router-link>, or
      <router-link to="/sweets/read">read a recipe in</router-link>.
    </p>
  </div>
</template>

<style scoped>
.choose {
  display: grid;
  gap: var(--gap-4);
  max-width: 44rem;
}

h1 {
  font-size: var(--size-figure);
}

.plain {
  justify-content: flex-start;
  flex-wrap: wrap;
  font-size: var(--size-lead);
  font-weight: 650;
}

.plain .soft {
  font-size: var(--size-body);
  font-weight: 400;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
  border-bottom: var(--line) solid var(--steel);
}

li a {
  display: grid;
  grid-template-columns: 2.5rem minmax(0, 1fr) auto;
  align-items: center;
  gap: var(--gap-3);
  min-height: var(--touch);
  padding: var(--gap-1) 0;
  border-top: var(--line) solid var(--steel);
  text-decoration: none;
  line-height: 1.2;
}

li strong {
  display: block;
}

.not {
  max-width: 8rem;
  text-align: right;
}
</style>
