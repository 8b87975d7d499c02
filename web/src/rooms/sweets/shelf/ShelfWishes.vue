<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import { useWishes } from './useWishes'

/** What a sweet of the shelf has to answer to: time, what it must not ask or hold. */
const { TIMES, only, suits, without, within } = useWishes()
const folded = [...suits.value, ...without.value].some((w) => w.on)
</script>

<template>
  <div class="wishes">
    <KeyRow v-model="within" label="Time" :choices="TIMES" />
    <div class="toggles" role="group" aria-label="Only those">
      <v-btn v-for="w in only" :key="w.name" class="key" :aria-pressed="w.on" @click="w.turn">
        {{ w.name }}
      </v-btn>
    </div>
    <FoldPart class="more" title="What it has to suit, and to be without" :open="folded">
      <div class="toggles small" role="group" aria-label="What it suits">
        <v-btn v-for="w in suits" :key="w.name" class="key" :aria-pressed="w.on" @click="w.turn">
          {{ w.name }}
        </v-btn>
      </div>
      <div class="toggles small" role="group" aria-label="Without an allergen">
        <span class="label">Without</span>
        <v-btn v-for="w in without" :key="w.name" class="key" :aria-pressed="w.on" @click="w.turn">
          {{ w.name }}
        </v-btn>
      </div>
    </FoldPart>
  </div>
</template>

<style scoped>
.wishes {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: var(--gap-3) var(--gap-4);
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
