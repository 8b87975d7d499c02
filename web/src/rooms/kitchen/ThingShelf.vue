<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import ThingDrawing from './ThingDrawing.vue'
import { figureOf, nameOf, type Thing } from './things'

/** The things of one kind on their shelf; a tap opens one under it. */
const props = defineProps<{
  name: string
  another: string
  things: readonly Thing[]
  /** The same in the core's words; none for what is not kept yet. */
  words: readonly Api<'ThingWords'>[]
  open: number | undefined
}>()
defineEmits<{ toggle: [index: number]; add: [] }>()

const rows = computed(() =>
  props.things.map((thing, i) => {
    const told = props.words[i]
    return {
      thing,
      name: nameOf(thing),
      like: [told?.like, figureOf(thing)].filter(Boolean).join(', '),
      guessed: told?.guessed ? told.known : '',
    }
  }),
)
</script>

<template>
  <section :aria-label="name">
    <h2>{{ name }}</h2>
    <div class="shelf">
      <v-btn
        v-for="(r, i) in rows"
        :key="i"
        class="thing"
        :aria-expanded="open === i"
        @click="$emit('toggle', i)"
      >
        <ThingDrawing :thing="r.thing" />
        <strong>{{ r.name }}</strong>
        <span v-if="r.like" class="small">{{ r.like }}</span>
        <span v-if="r.guessed" class="small guess">{{ r.guessed }}</span>
      </v-btn>
      <v-btn class="thing more" @click="$emit('add')">
        <span aria-hidden="true" class="plus">+</span>
        <span class="small">{{ another }}</span>
      </v-btn>
    </div>
    <slot />
  </section>
</template>

<style scoped>
h2 {
  margin: 0 0 var(--gap-1);
}

.shelf {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  border-bottom: 3px solid var(--steel-strong);
}

.thing {
  display: grid;
  flex: 0 0 auto;
  justify-items: center;
  align-content: end;
  width: min(8.75rem, 48%);
  overflow-wrap: anywhere;
  min-height: 8rem;
  padding: var(--gap-1) var(--gap-1) var(--gap-2);
  border: 0;
  border-radius: var(--corner) var(--corner) 0 0;
  background: none;
  color: inherit;
  font: inherit;
  line-height: 1.2;
  text-align: center;
  cursor: pointer;
}

.thing:hover {
  background: var(--sheet);
}

.thing[aria-expanded='true'] {
  background: var(--ink);
  color: var(--on-ink);
}

.small {
  font-size: var(--size-small);
}

.guess {
  font-style: italic;
}

.more {
  width: min(6.5rem, 48%);
  color: var(--ink-soft);
}

.plus {
  font: 500 2rem var(--display-face);
  line-height: 1.2;
}

@container room (max-width: 38rem) {
  .thing {
    width: calc(50% - var(--gap-2));
    justify-items: center;
  }
}
</style>
