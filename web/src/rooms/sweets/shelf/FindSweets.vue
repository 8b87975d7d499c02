<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { ref, watch } from 'vue'
import { useDisplay } from 'vuetify'
import LineField from '@/look/pieces/LineField.vue'
import OpenedSheet from '@/look/pieces/OpenedSheet.vue'
import ShelfWishes from './ShelfWishes.vue'
import { useShelfAddress } from './useShelfAddress'
import { useWishes } from './useWishes'

/** What is looked for on the shelf: words, and wishes; on a phone those open as a sheet, and what is wished stands here. */
const { text, set } = useShelfAddress()
const { taken } = useWishes()
const { mobile } = useDisplay()

const words = ref(text('q'))
const settled = refDebounced(words, 150)
watch(settled, (q) => set({ q: q || undefined }))
</script>

<template>
  <div class="find" role="search">
    <div class="line">
      <LineField
        v-model="words"
        label="Find by any name or ingredient"
        autocomplete="off"
        class="words"
      />
      <OpenedSheet v-if="mobile" plate words="Only…" title="Only those that answer to">
        <ShelfWishes />
      </OpenedSheet>
    </div>
    <ShelfWishes v-if="!mobile" />
    <div v-else-if="taken.length" class="taken">
      <v-chip
        v-for="w in taken"
        :key="w.name"
        closable
        :close-label="`Not only ${w.name.toLowerCase()}`"
        @click:close="w.turn"
      >
        {{ w.name }}
      </v-chip>
    </div>
  </div>
</template>

<style scoped>
.find {
  display: grid;
  gap: var(--gap-3);
  margin: var(--gap-3) 0;
}

.line,
.taken {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-3);
  align-items: end;
}

.words {
  flex: 1 1 12rem;
}
</style>
