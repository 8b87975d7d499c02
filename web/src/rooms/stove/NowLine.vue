<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { useHands } from '@/live/comfort'
import { useGoing } from '@/live/going'
import { useOutbox } from '@/live/outbox'
import KeyRow from '@/look/pieces/KeyRow.vue'
import { about } from '@/units/format'

/** One line on top of the stove: what to do now, what next, and what will want her at the same moment. */
const store = useGoing()
const outbox = useOutbox()
const lineOf = (id: number) => store.going.find((l) => l.id === id)
const wordsOf = (id: number, words: string, of_syrup: boolean) =>
  of_syrup ? (lineOf(id)?.state?.call.words ?? words) : words
const hands = useHands()
const mine = (told_to: Api<'Role'>[]) => !hands.value.two || told_to.includes(hands.value.role)
const WHO = [
  { key: 'one', name: 'I cook alone' },
  { key: 'either', name: 'We are two' },
  { key: 'stirrer', name: 'I stir' },
  { key: 'adder', name: 'I add and fetch' },
] as const
type Who = (typeof WHO)[number]['key']
const who = computed({
  get: (): Who => (hands.value.two ? hands.value.role : 'one'),
  set: (key: Who) => (hands.value = { two: key !== 'one', role: key === 'one' ? 'either' : key }),
})
const due = computed(() =>
  store.acts
    .filter((a) => !['may', 'keep'].includes(a.act.class) && mine(a.told_to))
    .map((a) => ({
      id: a.batch_id,
      words: wordsOf(a.batch_id, a.act.words, a.act.of_syrup),
      title: lineOf(a.batch_id)?.title ?? '',
      urgent: a.act.class === 'urgent',
    })),
)
const now = computed(() => due.value[0])
const next = computed(() => due.value[1])
const stay = computed(() => store.acts.find((a) => a.act.class === 'keep' && mine(a.told_to)))
const stays = computed(() => {
  const at = stay.value
  return at && { id: at.batch_id, words: at.act.words, title: lineOf(at.batch_id)?.title ?? '' }
})
const stepOf = (of: { batch_id: number; step: string }) =>
  (lineOf(of.batch_id)?.title ?? '').toLowerCase()
const collision = computed(() => {
  const [first] = store.collisions
  if (!first) return undefined
  const both = `${stepOf(first.first)} and ${stepOf(first.second)}`
  return { at: first, words: `In ${about(first.in_s)} ${both} both want you.` }
})
function slow(): void {
  const at = collision.value?.at
  if (at?.slower) void outbox.add(at.first.batch_id, at.slower, 0)
}
</script>

<template>
  <section class="now" aria-label="What to do now">
    <router-link v-if="now" :to="`/stove/${now.id}`" class="first" :class="{ urgent: now.urgent }">
      <strong class="display">{{ now.words }}</strong>
      <span>{{ now.title }}</span>
    </router-link>
    <router-link v-else-if="stays" :to="`/stove/${stays.id}`" class="first">
      <strong class="display">{{ stays.words }}</strong>
      <span>{{ stays.title }}: stay with it</span>
    </router-link>
    <p v-else class="first">
      <strong class="display">Nothing wants you now</strong>
    </p>
    <p v-if="next" class="next">
      Then <router-link :to="`/stove/${next.id}`">{{ next.words }}</router-link>
      <span class="soft"> · {{ next.title }}</span>
    </p>
    <FoldPart class="who" :title="WHO.find((w) => w.key === who)?.name">
      <KeyRow v-model="who" label="Who cooks" :choices="WHO" />
    </FoldPart>
    <p v-if="collision" class="caution">
      {{ collision.words }}
      <v-btn v-if="collision.at.slower" class="key" @click="slow">
        The flame under {{ stepOf(collision.at.first) }} is low now
      </v-btn>
    </p>
  </section>
</template>

<style scoped>
.now {
  display: grid;
  gap: var(--gap-2);
}

.first {
  display: grid;
  gap: var(--gap-1);
  margin: 0;
  padding: var(--gap-3) 0;
  border-top: 3px solid var(--ink);
  border-bottom: var(--line) solid var(--steel);
  text-decoration: none;
}

.first strong {
  font-size: var(--size-figure);
  line-height: 1.1;
}

.first.urgent {
  padding-inline: var(--gap-4);
  background: var(--ink);
  color: var(--on-ink);
}

.next,
.caution {
  margin: 0;
  font-size: var(--size-lead);
}

.next a {
  display: inline-block;
  min-height: 1.75rem;
}

.who {
  color: var(--ink-soft);
}
</style>
