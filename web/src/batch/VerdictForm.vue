<script setup lang="ts">
import { ref, watch } from 'vue'
import type { Api } from '@/api/client'
import { TEXTURES } from './textures'
import LineField from '@/look/pieces/LineField.vue'
import LongField from '@/look/pieces/LongField.vue'

/** How it turned out: texture, pieces, weight, a note. */
const props = defineProps<{ verdict?: Api<'Verdict'> | null; has_scale: boolean }>()
const emit = defineEmits<{ judged: [verdict: Api<'Verdict'>] }>()

const texture = ref<Api<'Texture'>>()
const pieces = ref('')
const finished = ref('')
const note = ref('')
const kept = ref(false)
watch(
  () => props.verdict,
  (told) => {
    if (!told) return
    texture.value = told.texture
    pieces.value = told.pieces == null ? '' : `${told.pieces}`
    finished.value = told.finished_g == null ? '' : `${told.finished_g}`
    note.value = told.note ?? ''
    kept.value = true
  },
  { immediate: true },
)
const number = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')))
function save(): void {
  if (!texture.value) return
  const count = number(pieces.value)
  emit('judged', {
    texture: texture.value,
    pieces: count == null ? null : Math.round(count),
    finished_g: number(finished.value),
    note: note.value,
  })
}
</script>

<template>
  <form class="verdict" aria-label="How did it turn out?" @submit.prevent="save">
    <h2>How did it turn out?</h2>
    <div class="textures" role="group" aria-label="Texture">
      <button
        v-for="t in TEXTURES"
        :key="t.key"
        type="button"
        class="key"
        :aria-pressed="texture === t.key"
        @click="texture = t.key"
      >
        {{ t.name }}
      </button>
    </div>
    <div class="pair">
      <LineField v-model="pieces" label="Pieces" inputmode="numeric" />
      <LineField
        v-if="has_scale"
        v-model="finished"
        label="All of it on the scale"
        suffix="g"
        inputmode="decimal"
      />
    </div>
    <LongField v-model="note" label="To remember next time" />
    <button class="key strong" type="submit" :disabled="!texture">
      {{ kept ? 'Write it down again' : 'Write it in the notebook' }}
    </button>
    <p v-if="kept" role="status" class="soft">It is written down.</p>
  </form>
</template>

<style scoped>
.verdict {
  display: grid;
  gap: var(--gap-4);
  max-width: 40rem;
}

.textures {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-5);
}
</style>
