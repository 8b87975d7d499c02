<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { grams, gramUnit, number, percent } from '@/units/format'

/** What can be changed, and everything that a change does. */
const props = defineProps<{
  offers: readonly Api<'Offer'>[]
  taken: readonly string[]
  effects: readonly Api<'EffectNote'>[]
}>()
defineEmits<{ toggle: [key: string] }>()

const TOPICS: Record<string, string> = {
  structure: 'Set',
  yield: 'Makes',
  left: 'Left over',
  water: 'Water',
  sugars: 'Sugars',
  fat: 'Fat',
  sweetness: 'Sweetness',
  colour: 'Colour, taste',
  allergens: 'Allergens',
  diet: 'Who can eat it',
  keeping: 'Keeping',
}
function change(e: Api<'EffectNote'>): string {
  if (e.before == null || e.after == null) return ''
  if (e.topic === 'yield' || e.topic === 'left')
    return `${grams(e.before)} → ${grams(e.after)} ${gramUnit()}`
  if (e.topic === 'keeping')
    return `water activity about ${number(e.before, 2)} → ${number(e.after, 2)}`
  return `${percent(e.before)} → ${percent(e.after)} %`
}
const structural = computed(() =>
  props.offers.some((o) => o.structural && props.taken.includes(o.key)),
)
</script>

<template>
  <section aria-labelledby="variations">
    <h2 id="variations">What if</h2>
    <div class="offers">
      <v-btn
        v-for="o in offers"
        :key="o.key"
        class="key small"
        :aria-pressed="taken.includes(o.key)"
        @click="$emit('toggle', o.key)"
      >
        {{ o.name }}<span v-if="o.structural" class="mark" aria-label="carries the set"> ▲</span>
      </v-btn>
    </div>
    <p class="small soft">▲ carries the set, not only the taste.</p>
    <dl v-if="taken.length && effects.length" aria-live="polite">
      <div v-for="(e, i) in effects" :key="i">
        <dt class="label">{{ TOPICS[e.topic] ?? e.topic }}</dt>
        <dd>
          {{ e.words }} <span v-if="change(e)" class="figures soft">{{ change(e) }}</span>
        </dd>
      </div>
    </dl>
    <p v-if="structural" class="caution">
      This changes what holds the sweet together. The first time, make a small batch.
    </p>
  </section>
</template>

<style scoped>
.offers {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  margin-top: var(--gap-3);
}

.offers .key {
  min-height: 2.75rem;
  padding: var(--gap-1) var(--gap-3);
}

dl {
  margin: var(--gap-3) 0;
}

dl div {
  display: grid;
  grid-template-columns: 8rem 1fr;
  padding: var(--gap-1) 0;
  border-top: var(--line) solid var(--steel);
}

dd {
  margin: 0;
}

p {
  margin: var(--gap-2) 0 0;
}
</style>
