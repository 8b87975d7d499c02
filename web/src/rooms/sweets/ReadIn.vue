<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answer, api, wordsOf, type Api } from '@/api/client'
import AmountField from '@/look/pieces/AmountField.vue'
import EventButton from '@/look/pieces/EventButton.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { grams, gramUnit, percent } from '@/units/format'

/** A recipe pasted or taken from a file: shown as it is understood; what is doubtful is asked first. */
const router = useRouter()
const content = ref('')
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

const ingredients = shallowRef<{ title: string; value: string }[]>([])
async function know(): Promise<void> {
  if (ingredients.value.length) return
  const all = await answer(api.GET('/api/v1/ingredients'))
  ingredients.value = all
    .map((i) => ({ title: i.ingredient.name, value: i.key }))
    .sort((a, b) => a.title.localeCompare(b.title))
}

async function ask(commit: boolean): Promise<void> {
  busy.value = true
  try {
    await know()
    const found = await answer(
      api.POST('/api/v1/sweets/import', {
        body: {
          format: format.value,
          content: content.value,
          cups: { cup_ml: cup_ml.value, tablespoon_ml: 15, teaspoon_ml: 5 },
          settled: Object.values(settled.value),
          commit,
        },
      }),
    )
    trouble.value = ''
    if (found.stored_key) await router.push(`/sweets/${found.stored_key}`)
    else seen.value = found
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
  } finally {
    busy.value = false
  }
}
function read(): void {
  settled.value = {}
  void ask(false)
}
const tenths = (mass_g: number) => Math.round(10 * mass_g) / 10
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
const open = (d: Api<'Doubt'>) => seen.value?.doubts.some((n) => n.line === d.line) ?? false
const line = (i: number) => seen.value?.lines[i]
const ready = computed(() => seen.value && !seen.value.doubts.length && !seen.value.faults.length)
</script>

<template>
  <div class="read">
    <header>
      <h1>Read one in</h1>
      <p class="soft">
        Paste a recipe as text, or take a file: a schema.org Recipe or one of ours. Nothing is kept
        until you say so.
      </p>
    </header>
    <form class="paste" @submit.prevent="read">
      <v-textarea v-model="content" label="The recipe" rows="7" max-rows="16" auto-grow />
      <div class="how">
        <AmountField v-model="cup_ml" label="A cup in it holds" unit="ml" />
        <label class="key file"
          >Take a file<input
            type="file"
            accept=".json,.jsonld,.txt,text/plain,application/json,application/ld+json"
            @change="take"
        /></label>
        <EventButton words="Read it" :busy="busy" @happened="read" />
      </div>
    </form>
    <TroubleNote v-if="trouble" :words="trouble" />

    <template v-if="seen">
      <section v-if="doubts.length" class="doubts" aria-labelledby="doubts">
        <h2 id="doubts">
          {{ seen.doubts.length ? `${seen.doubts.length} to settle` : 'All settled' }}
        </h2>
        <article
          v-for="d in doubts"
          :key="d.line"
          :class="{ open: open(d) }"
          :aria-label="line(d.line)?.text"
        >
          <p>{{ d.words }}</p>
          <div class="ways">
            <button
              v-for="w in d.ways"
              :key="w.words"
              type="button"
              class="key"
              :aria-pressed="settled[d.line]?.mass_g === tenths(w.mass_g)"
              @click="settle(d.line, { mass_g: tenths(w.mass_g), leave_out: false })"
            >
              {{ w.words }}:
              <span class="figures"
                >{{ grams(w.mass_g) }} {{ gramUnit() }}, {{ percent(w.share_frac) }} % of all</span
              >
            </button>
            <v-select
              v-if="d.kind === 'unknown_ingredient'"
              label="It is"
              :items="ingredients"
              :model-value="settled[d.line]?.ingredient"
              @update:model-value="settle(d.line, { ingredient: $event, leave_out: false })"
            />
            <AmountField
              label="It is"
              kind="mass"
              :model-value="settled[d.line]?.mass_g"
              @update:model-value="settle(d.line, { mass_g: $event, leave_out: false })"
            />
            <button
              type="button"
              class="key"
              :aria-pressed="settled[d.line]?.leave_out"
              @click="settle(d.line, { leave_out: true, mass_g: undefined })"
            >
              Leave it out
            </button>
          </div>
        </article>
      </section>
      <section aria-labelledby="understood">
        <h2 id="understood">{{ seen.sweet.name }}, as understood</h2>
        <div class="both">
          <table v-if="seen.lines.length">
            <tbody>
              <tr v-for="(l, i) in seen.lines" :key="i">
                <th scope="row">
                  {{ l.name ?? 'not known' }} <span class="small soft">{{ l.text }}</span>
                </th>
                <td class="figures">
                  {{ l.mass_g == null ? 'unknown' : `${grams(l.mass_g)} ${gramUnit()}` }}
                </td>
              </tr>
            </tbody>
          </table>
          <ol>
            <li v-for="s in seen.sweet.methods[0]?.steps" :key="s.key">
              {{ s.text }} <span class="small soft">Done when: {{ s.cue }}</span>
            </li>
          </ol>
        </div>
        <p v-for="n in seen.notes" :key="n" class="caution">{{ n }}</p>
        <p v-for="f in seen.faults" :key="f.field + f.words" class="caution">
          {{ f.step ? `${f.step}: ` : '' }}{{ f.words }}
        </p>
        <EventButton v-if="ready" words="Keep it" :busy="busy" @happened="ask(true)" />
      </section>
    </template>
  </div>
</template>

<style scoped>
.read {
  display: grid;
  gap: var(--gap-4);
  max-width: 72rem;
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

.file input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}

.file:focus-within {
  outline: 3px solid var(--ink);
}

article {
  padding: var(--gap-3) 0 var(--gap-3) var(--gap-4);
  border-top: var(--line) solid var(--steel);
  border-left: 4px solid var(--steel);
}

article.open {
  border-left-color: var(--ink);
}

article p {
  margin: 0 0 var(--gap-2);
  font-size: var(--size-lead);
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-3);
  align-items: end;
}

.ways > :deep(.v-input) {
  flex: 0 1 9rem;
}

.both {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(20rem, 1fr));
  gap: var(--gap-5);
  margin: var(--gap-3) 0;
}

table {
  width: 100%;
  border-collapse: collapse;
  align-self: start;
}

tr {
  border-top: var(--line) solid var(--steel);
}

th {
  padding: var(--gap-2) var(--gap-3) var(--gap-2) 0;
  font-weight: 600;
  text-align: left;
}

th span {
  display: block;
  font-weight: 400;
}

td {
  text-align: right;
  white-space: nowrap;
}

ol {
  margin: 0;
  padding-left: 1.5rem;
}

li span {
  display: block;
}

@media (max-width: 760px) {
  .paste {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
