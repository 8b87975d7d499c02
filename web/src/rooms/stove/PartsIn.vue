<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { dose, gramUnit } from '@/units/format'

/** What goes in by parts: how much is left of each, and a key for every part that went in. */
const props = defineProps<{ takes: readonly Api<'SheetTake'>[]; put_in: readonly Api<'PutIn'>[] }>()
defineEmits<{ put: [ingredient: string, amount_g: number] }>()

const rows = computed(() =>
  props.put_in.flatMap((p) => {
    const take = props.takes.find((t) => t.ingredient === p.ingredient)
    return take ? [{ ...p, name: take.name, whole_g: take.mass_g }] : []
  }),
)
</script>

<template>
  <ul v-if="rows.length" class="parts" aria-label="Put in by parts">
    <li v-for="r in rows" :key="r.ingredient">
      <span
        ><strong>{{ dose(r.left_g) }} {{ gramUnit() }}</strong> {{ r.name.toLowerCase() }} left of
        {{ dose(r.whole_g) }} {{ gramUnit() }}</span
      >
      <span class="bar" aria-hidden="true"
        ><span :style="{ width: `${(100 * r.amount_g) / r.whole_g}%` }"></span
      ></span>
      <span v-if="r.left_g > 0.5" class="keys">
        <v-btn class="key" @click="$emit('put', r.ingredient, r.part_g)">
          A quarter is in ({{ dose(r.part_g) }} {{ gramUnit() }})
        </v-btn>
        <v-btn class="key" @click="$emit('put', r.ingredient, r.left_g)"> All of it is in </v-btn>
      </span>
    </li>
  </ul>
</template>

<style scoped>
.parts {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: grid;
  gap: var(--gap-2);
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
  font-size: var(--size-lead);
}

.bar {
  display: block;
  height: 0.75rem;
  border: var(--line) solid var(--steel-strong);
}

.bar span {
  display: block;
  height: 100%;
  background: var(--ink-soft);
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
</style>
