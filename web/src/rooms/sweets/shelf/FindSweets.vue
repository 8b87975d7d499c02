<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import LineField from '@/look/pieces/LineField.vue'
import { useShelfAddress } from './useShelfAddress'

/** What is looked for on the shelf: words, time, and what it must not ask or hold. It stands in the address. */
const { text, set } = useShelfAddress()

const words = ref(text('q'))
const settled = refDebounced(words, 150)
watch(settled, (q) => set({ q: q || undefined }))

const ALLERGENS = [
  'milk',
  'tree nuts',
  'peanut',
  'sesame',
  'gluten',
  'egg',
  'coconut',
  'pulses',
  'sulphites',
]
const without = computed(() => text('without').split(',').filter(Boolean))
function toggle(allergen: string): void {
  const now = without.value
  const next = now.includes(allergen) ? now.filter((a) => a !== allergen) : [...now, allergen]
  set({ without: next.join(',') || undefined })
}
const DIETS = [
  { key: 'vegetarian', name: 'Vegetarian, no leaf' },
  { key: 'no-egg', name: 'No egg' },
  { key: 'no-cane', name: 'No cane sugar' },
  { key: 'jaggery-only', name: 'Jaggery only' },
] as const
const suits = computed(() => text('suits').split(',').filter(Boolean))
function suit(diet: string): void {
  const now = suits.value
  const next = now.includes(diet) ? now.filter((d) => d !== diet) : [...now, diet]
  set({ suits: next.join(',') || undefined })
}
const TIMES = [
  { key: '', name: 'Any time' },
  { key: '60', name: 'Within an hour' },
  { key: '180', name: 'Within three' },
] as const

const within = computed(() => text('within') as (typeof TIMES)[number]['key'])
</script>

<template>
  <search class="find">
    <LineField
      v-model="words"
      label="Find by any name or ingredient"
      autocomplete="off"
      class="words"
    />
    <KeyRow
      label="Time"
      :choices="TIMES"
      :model-value="within"
      @update:model-value="set({ within: $event || undefined })"
    />
    <div class="toggles" role="group" aria-label="Only those">
      <v-btn
        class="key"
        :aria-pressed="text('first') === '1'"
        @click="set({ first: text('first') ? undefined : '1' })"
      >
        For a first try
      </v-btn>
      <v-btn
        class="key"
        :aria-pressed="text('bare') === '1'"
        @click="set({ bare: text('bare') ? undefined : '1' })"
      >
        Without instruments
      </v-btn>
      <v-btn
        class="key"
        :aria-pressed="text('own') === '1'"
        @click="set({ own: text('own') ? undefined : '1' })"
      >
        My own
      </v-btn>
    </div>
    <FoldPart
      class="more"
      title="What it has to suit, and to be without"
      :open="!!(suits.length + without.length)"
    >
      <div class="toggles small" role="group" aria-label="What it suits">
        <v-btn
          v-for="d in DIETS"
          :key="d.key"
          class="key"
          :aria-pressed="suits.includes(d.key)"
          @click="suit(d.key)"
        >
          {{ d.name }}
        </v-btn>
      </div>
      <div class="toggles small" role="group" aria-label="Without an allergen">
        <span class="label">Without</span>
        <v-btn
          v-for="a in ALLERGENS"
          :key="a"
          class="key"
          :aria-pressed="without.includes(a)"
          @click="toggle(a)"
        >
          {{ a }}
        </v-btn>
      </div>
    </FoldPart>
  </search>
</template>

<style scoped>
.find {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: var(--gap-3) var(--gap-4);
  margin: var(--gap-3) 0;
}

.words {
  flex: 1 1 18rem;
}

.toggles {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
}

.toggles .key {
  margin: 0 -1px -1px 0;
  padding-inline: var(--gap-3);
  border-radius: 0;
}

.more {
  flex-basis: 100%;
}

.more .toggles {
  margin-bottom: var(--gap-2);
}

.toggles.small {
  flex-basis: 100%;
  gap: var(--gap-2);
}

.toggles.small .key {
  min-height: 2.75rem;
  padding-block: 0;
}
</style>
