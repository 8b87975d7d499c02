<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { ref, watch } from 'vue'
import type { Api } from '@/api/client'
import KeyRow from '@/look/pieces/KeyRow.vue'
import LineField from '@/look/pieces/LineField.vue'
import LongField from '@/look/pieces/LongField.vue'
import { LOOKS, TASTES, TEXTURES } from './textures'

/** How it turned out: texture, taste, look, what became of the pieces, weight, a note. Only the texture is asked. */
const props = defineProps<{ verdict?: Api<'Verdict'> | null; has_scale: boolean }>()
const emit = defineEmits<{ judged: [verdict: Api<'Verdict'>] }>()

const texture = ref<Api<'Texture'> | ''>('')
const taste = ref<Api<'Taste'> | ''>('')
const look = ref<Api<'Look'> | ''>('')
const pieces = ref('')
const second_grade = ref('')
const lost = ref('')
const finished = ref('')
const note = ref('')
const kept = ref(false)
const text = (count: number | null | undefined) => (count == null ? '' : `${count}`)
watch(
  () => props.verdict,
  (told) => {
    if (!told) return
    texture.value = told.texture
    taste.value = told.taste ?? ''
    look.value = told.look ?? ''
    pieces.value = text(told.pieces)
    second_grade.value = text(told.second_grade)
    lost.value = text(told.lost)
    finished.value = text(told.finished_g)
    note.value = told.note ?? ''
    kept.value = true
  },
  { immediate: true },
)
const number = (told: string) => (told.trim() === '' ? null : Number(told.replace(',', '.')))
function count(told: string): number | null {
  const value = number(told)
  return value == null ? null : Math.round(value)
}
function save(): void {
  if (!texture.value) return
  emit('judged', {
    texture: texture.value,
    taste: taste.value || null,
    look: look.value || null,
    pieces: count(pieces.value),
    second_grade: count(second_grade.value),
    lost: count(lost.value),
    finished_g: number(finished.value),
    note: note.value,
  })
}
</script>

<template>
  <form class="verdict" aria-label="How did it turn out?" @submit.prevent="save">
    <h2>How did it turn out?</h2>
    <div class="asked">
      <span class="label" aria-hidden="true">Texture</span>
      <KeyRow v-model="texture" label="Texture" :choices="TEXTURES" apart />
    </div>
    <div class="counts">
      <LineField v-model="pieces" label="Good pieces" inputmode="numeric" />
      <LineField
        v-if="has_scale"
        v-model="finished"
        label="All of it on the scale"
        suffix="g"
        inputmode="decimal"
      />
    </div>
    <FoldPart title="Taste, look, what was broken or lost">
      <div class="more">
        <div class="asked">
          <span class="label" aria-hidden="true">Taste</span>
          <KeyRow v-model="taste" label="Taste" :choices="TASTES" apart />
        </div>
        <div class="asked">
          <span class="label" aria-hidden="true">Look</span>
          <KeyRow v-model="look" label="Look" :choices="LOOKS" apart />
        </div>
        <div class="counts">
          <LineField v-model="second_grade" label="For the family only" inputmode="numeric" />
          <LineField v-model="lost" label="Lost" inputmode="numeric" />
        </div>
      </div>
    </FoldPart>
    <LongField v-model="note" label="To remember next time" />
    <v-btn class="key strong" type="submit" :disabled="!texture">
      {{ kept ? 'Write it down again' : 'Write it in the notebook' }}
    </v-btn>
    <p v-if="kept" role="status" class="soft">It is written down.</p>
  </form>
</template>

<style scoped>
.verdict {
  display: grid;
  gap: var(--gap-4);
  max-width: 44rem;
}

.more {
  display: grid;
  gap: var(--gap-4);
}

.asked {
  display: grid;
  gap: var(--gap-1);
}

.counts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(9rem, 1fr));
  gap: var(--gap-4) var(--gap-5);
  align-items: end;
}
</style>
