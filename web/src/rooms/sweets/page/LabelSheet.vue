<script setup lang="ts">
import { computed, ref } from 'vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import LineField from '@/look/pieces/LineField.vue'
import { useKitchen } from '@/live/kitchen'
import { serverNow } from '@/live/serverTime'
import { day, grams, gramUnit } from '@/units/format'
import { useSweet } from './useSweet'

/** Labels for its boxes, a sheet of A4 full of them: name, weight, ingredients, allergens, dates, storage, maker. */
const props = defineProps<{ sweetKey: string }>()
const kitchen = useKitchen()
const pieces = ref('12')
const made_ms = serverNow()
const count = computed(() => Math.round(Number(pieces.value)) || 1)
const { sweet, plan, trouble, refused } = useSweet(
  () => props.sweetKey,
  () => ({ pieces: count.value, made_ms }),
)

const label = computed(() => plan.value?.label)
const boxed = computed(() => label.value?.boxed)
const contains = (name: string) =>
  plan.value?.formula.lines.some((l) => l.name === name && l.allergens.length) ?? false
const SHEET = 12
const print = () => window.print()
</script>

<template>
  <TroubleNote v-if="trouble || (refused && !boxed)" :words="trouble || refused" />
  <p v-else-if="!label || !sweet || !boxed" class="soft">Writing the labels…</p>
  <article v-else class="sheet">
    <nav class="acts" aria-label="Labels">
      <router-link class="key" :to="{ path: `/sweets/${sweetKey}`, query: $route.query }"
        >Back</router-link
      >
      <LineField
        v-if="label.piece_g"
        v-model="pieces"
        label="Pieces in a box"
        inputmode="numeric"
      />
      <v-btn class="key strong" @click="print">Print</v-btn>
    </nav>
    <TroubleNote v-if="refused" class="acts" :words="refused" />
    <ol>
      <li v-for="n in SHEET" :key="n" :aria-hidden="n > 1">
        <h1>{{ plan?.title ?? sweet.name }}</h1>
        <p class="net">
          <strong>{{ grams(boxed.net_g) }} {{ gramUnit() }}</strong>
          <template v-if="boxed.pieces"> · {{ boxed.pieces }} pieces</template>
        </p>
        <p>
          <template v-for="(line, i) in label.ingredients" :key="line.name"
            ><template v-if="i">, </template
            ><strong v-if="contains(line.name)">{{ line.name.toLowerCase() }}</strong
            ><template v-else>{{ line.name.toLowerCase() }}</template></template
          >.
          <template v-if="label.allergens.length"
            >Contains {{ label.allergens.join(', ') }}.</template
          >
        </p>
        <p>
          Made {{ day(boxed.made_ms) }}<br />
          <strong>{{ label.use_by ? 'use by' : 'best before' }} {{ day(boxed.until_ms) }}</strong>
        </p>
        <p>{{ label.storage }}</p>
        <p v-if="kitchen.view">{{ kitchen.view.kitchen.name }}</p>
      </li>
    </ol>
    <p class="soft small acts">Local rules for labels come first.</p>
  </article>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
  align-items: end;
}

ol {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(18rem, 100%), 1fr));
  gap: var(--gap-3);
  margin: var(--gap-4) 0;
  padding: 0;
  list-style: none;
}

li {
  padding: var(--gap-3);
  border: var(--line) solid var(--steel-strong);
  font-size: var(--size-small);
  line-height: 1.3;
}

h1 {
  margin: 0;
  font-size: var(--size-lead);
}

p {
  margin: var(--gap-1) 0 0;
}

.net {
  font-size: var(--size-body);
}

@page {
  size: A4;
  margin: 1cm;
}

@media print {
  .acts {
    display: none;
  }

  ol {
    grid-template-columns: repeat(3, 1fr);
    gap: 0;
    margin: 0;
  }

  li {
    height: 6.7cm;
    overflow: hidden;
    font-size: 8.5pt;
    break-inside: avoid;
  }
}
</style>
