<script setup lang="ts">
import { useSessionStorage } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { newest } from '@/live/newest'
import AmountField from '@/look/pieces/AmountField.vue'
import { useIngredients } from '@/rooms/sweets/useIngredients'
import BusyLine from '@/look/pieces/BusyLine.vue'
import EventButton from '@/look/pieces/EventButton.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import ReadExample from './ReadExample.vue'
import ReadLine from './ReadLine.vue'

/** A recipe pasted or taken from a file: shown as it is understood; what is doubtful is asked first. */
const router = useRouter()
// What is written here is still here after a reload, or when she comes back.
const content = useSessionStorage('unctum.read-in', '')
const cup_ml = ref(240)
const seen = shallowRef<Api<'ImportAnswer'>>()
const settled = ref<Record<number, Api<'Settled'>>>({})
const trouble = ref('')
const busy = ref(false)

const format = computed<Api<'RecipeFormat'>>(() => {
  const start = content.value.trimStart()
  if (!start.startsWith('{') && !start.startsWith('[')) return 'text'
  return /"format"\s*:\s*"unctum-sweet"/.test(start.slice(0, 400)) ? 'unctum' : 'json_ld'
})

const { ingredients } = useIngredients(() => seen.value !== undefined)

const among = newest()
let reading: AbortController | undefined
async function ask(commit: boolean, again = true): Promise<void> {
  busy.value = true
  reading = new AbortController()
  try {
    const asked = answer(
      api.POST('/api/v1/sweets/import', {
        signal: reading.signal,
        body: {
          format: format.value,
          // What was read once is sent back as it was read: an answer to a doubt reads nothing anew.
          ...(again && seen.value?.raw ? { raw: seen.value.raw } : { content: content.value }),
          cups: { cup_ml: cup_ml.value, tablespoon_ml: 15, teaspoon_ml: 5 },
          settled: Object.values(settled.value),
          commit,
        },
      }),
    )
    // Two doubts may be answered quickly: the answer to both is the one that stays.
    const found = commit ? await asked : (await among(asked))?.it
    if (!found) return
    trouble.value = ''
    if (found.stored_key) {
      content.value = ''
      await router.push(`/sweets/${found.stored_key}`)
    } else seen.value = found
  } catch (thrown) {
    trouble.value = reading.signal.aborted ? '' : wordsOf(thrown)
  } finally {
    busy.value = false
  }
}
function read(): void {
  settled.value = {}
  void ask(false, false)
}
async function settle(line: number, part: Partial<Api<'Settled'>>): Promise<void> {
  settled.value = { ...settled.value, [line]: { line, ...settled.value[line], ...part } }
  await ask(false)
}
async function take(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  if (file.size > 900_000) {
    trouble.value =
      'That file is larger than any recipe. Choose another, or paste the part you need.'
    return
  }
  content.value = await file.text()
  read()
}

/** Every doubt that was ever raised stays on the sheet, so that an answer can be changed. */
const doubts = shallowRef<Api<'Doubt'>[]>([])
watch(seen, (answer) => {
  const now = answer?.doubts ?? []
  const answered = doubts.value.filter(
    (d) => settled.value[d.line] && !now.some((n) => n.line === d.line),
  )
  doubts.value = [...answered, ...now].sort((a, b) => a.line - b.line)
})
const stillOpen = (line: number) => seen.value?.doubts.some((n) => n.line === line) ?? false
const steps = computed(() => seen.value?.sweet.methods[0]?.steps ?? [])
/** The text line by line, each with what it was taken for. */
const rows = computed(() =>
  (seen.value?.parts ?? []).map((part) => {
    const at = part.taken
    const line = at.kind === 'ingredient' ? at.line : -1
    return {
      part,
      at: line,
      line: seen.value?.lines[line],
      step: at.kind === 'step' ? steps.value[at.step] : undefined,
      doubts: doubts.value.filter((d) => d.line === line),
    }
  }),
)
const ready = computed(() => seen.value && !seen.value.doubts.length && !seen.value.faults.length)
/** The first line that is still doubtful. */
const next = computed(() => {
  const at = rows.value.findIndex((r) => stillOpen(r.at))
  return at < 0 ? undefined : at
})
const goTo = (row: number) =>
  document.getElementById(`line-${row}`)?.scrollIntoView({ block: 'center' })
/** The box is in the way once its text stands below, line by line. */
const pasting = ref(true)
watch(seen, (found) => {
  if (found?.parts.length) pasting.value = false
})
</script>

<template>
  <div class="read">
    <header>
      <h1>Read one in</h1>
      <p v-if="pasting" class="soft">
        Paste a recipe as text, or take a file: a schema.org Recipe or one of ours. Nothing is kept
        until you say so.
      </p>
    </header>
    <form v-if="pasting" class="paste" @submit.prevent="read">
      <v-textarea
        v-model="content"
        label="The recipe"
        :rows="content ? 12 : 4"
        :auto-grow="false"
        spellcheck="false"
      />
      <div class="how">
        <AmountField v-model="cup_ml" label="A cup in it holds" kind="volume" />
        <label class="key file"
          >Take a file<!-- Raw: the file list of the device, opened by the key around it. --><input
            type="file"
            accept=".json,.jsonld,.txt,text/plain,application/json,application/ld+json"
            @change="take"
        /></label>
        <EventButton words="Read it" :busy="busy" @happened="read" />
      </div>
    </form>
    <BusyLine v-if="busy" words="Reading it…" @stop="reading?.abort()" />
    <v-btn v-if="!pasting" class="key again" @click="pasting = true">Change the text</v-btn>
    <TroubleNote v-if="trouble" :words="trouble" />
    <ReadExample v-if="!content && !seen" @lay="content = $event" />

    <template v-if="seen">
      <h2 aria-live="polite">
        {{
          seen.doubts.length
            ? `${seen.doubts.length} to settle`
            : rows.length
              ? 'All settled'
              : seen.sweet.name
        }}
      </h2>
      <p v-for="n in seen.notes" :key="n" class="caution">{{ n }}</p>
      <ol v-if="rows.length" class="lines" aria-label="The text, line by line">
        <ReadLine
          v-for="(r, i) in rows"
          :id="`line-${i}`"
          :key="i"
          :part="r.part"
          :line="r.line"
          :step="r.step"
          :doubts="r.doubts"
          :open="stillOpen(r.at)"
          :settled="settled[r.at]"
          :ingredients="ingredients"
          @settle="settle(r.at, $event)"
        />
      </ol>
      <ol v-else class="whole">
        <li v-for="s in steps" :key="s.key">{{ s.text }}</li>
      </ol>
      <p v-for="f in seen.faults" :key="f.field + f.words" class="caution">
        {{ f.step ? `${f.step}: ` : '' }}{{ f.words }}
      </p>
      <div class="keep">
        <EventButton v-if="ready" words="Keep it" :busy="busy" @happened="ask(true)" />
        <v-btn v-else-if="next !== undefined" class="key strong" @click="goTo(next)">
          {{ seen.doubts.length }} to settle: go to the next
        </v-btn>
      </div>
    </template>
  </div>
</template>

<style scoped>
.read {
  display: grid;
  gap: var(--gap-4);
  max-width: 66rem;
}

h1 {
  font-size: var(--size-figure);
}

h2,
.read > p {
  margin: 0;
}

header p {
  margin: var(--gap-1) 0 0;
}

.paste {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 14rem;
  gap: var(--gap-5);
}

.how {
  display: grid;
  gap: var(--gap-3);
  align-content: end;
}

.again {
  justify-self: start;
}

.file input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}

.file:focus-within {
  outline: 3px solid var(--ink);
}

.lines {
  list-style: none;
  margin: 0;
  padding: 0;
  border-bottom: var(--line) solid var(--steel);
}

.keep {
  position: sticky;
  z-index: 2;
  bottom: 0;
  display: grid;
  padding: var(--gap-2) 0;
  background: var(--ground);
}

.keep:empty {
  display: none;
}

@media (max-width: 640px) {
  .keep {
    bottom: 3.25rem;
  }
}

@container room (max-width: 45.5rem) {
  .paste {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
