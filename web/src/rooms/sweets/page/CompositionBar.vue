<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { number } from '@/units/format'

/** What the finished sweet is made of, as one bar. Sugar alone has the colour of syrup. */
const props = defineProps<{ composition: Api<'Composition'> }>()

const parts = computed(() => {
  const c = props.composition
  const sum = (...values: (number | undefined)[]) =>
    values.reduce<number>((a, v) => a + (v ?? 0), 0)
  return [
    { key: 'water', name: 'water', frac: sum(c.water_frac) },
    { key: 'sugars', name: 'sugars', frac: sum(c.sucrose_frac, c.reducing_frac, c.lactose_frac) },
    { key: 'fat', name: 'fat', frac: sum(c.fat_frac) },
    {
      key: 'starch',
      name: 'starch and fibre',
      frac: sum(c.starch_frac, c.fibre_frac, c.gums_frac),
    },
    { key: 'protein', name: 'protein', frac: sum(c.protein_frac) },
    { key: 'ash', name: 'minerals', frac: sum(c.ash_frac) },
  ].filter((p) => p.frac >= 0.003)
})
</script>

<template>
  <figure>
    <div class="bar" aria-hidden="true">
      <span v-for="p in parts" :key="p.key" :class="p.key" :style="{ flexGrow: p.frac }" />
    </div>
    <figcaption>
      <span v-for="p in parts" :key="p.key" class="figures">
        <i :class="p.key" aria-hidden="true" /> {{ p.name }}
        {{ number(100 * p.frac, p.frac < 0.1 ? 1 : 0) }} %
      </span>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

.bar {
  display: flex;
  height: 2rem;
  border: var(--line) solid var(--ink);
}

.bar span + span {
  border-left: var(--line) solid var(--ink);
}

.bar span {
  flex-basis: 0;
}

figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-1) var(--gap-4);
  margin-top: var(--gap-2);
  font-size: var(--size-small);
}

i {
  display: inline-block;
  width: 0.9em;
  height: 0.9em;
  border: var(--line) solid var(--ink);
  vertical-align: -0.08em;
}

.water {
  background: repeating-linear-gradient(0deg, var(--ink-soft) 0 1px, transparent 1px 5px);
}

.sugars {
  background: var(--syrup-one-string);
}

.fat {
  background: var(--sheet);
}

.starch {
  background: radial-gradient(circle, var(--ink-soft) 1px, transparent 1.4px) 0 0 / 6px 6px;
}

.protein {
  background: repeating-linear-gradient(45deg, var(--ink-soft) 0 1px, transparent 1px 5px);
}

.ash {
  background: var(--ink);
}
</style>
