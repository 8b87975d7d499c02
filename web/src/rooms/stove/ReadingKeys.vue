<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import type { Api } from '@/api/client'
import PullKeys from '@/batch/PullKeys.vue'
import StageMark from '@/look/marks/StageMark.vue'
import type { StageKey } from '@/look/strata'
import {
  centimetresFrom,
  centimetreUnit,
  celsius,
  celsiusFrom,
  degreeUnit,
  grams,
  gramsFrom,
  gramUnit,
} from '@/units/format'

/** Quick keys for what was seen: the string, a drop or spoon, and the instruments there are. */
const props = defineProps<{
  thermometer?: string
  has_scale: boolean
  has_refractometer: boolean
  /** The stages that can be told by looking. */
  ladder: readonly Api<'Stage'>[]
  /** What the scale and the thermometer are expected to show, for the placeholder. */
  gross_g?: number | null
  shown_c: number
  /** Whether a test is wanted now: what it shows then stands open. */
  testing: boolean
  /** Whether the stage is told by a drop in cold water: else the drawn strings stand open. */
  by_drop: boolean
}>()
const emit = defineEmits<{ read: [reading: Api<'SeenReading'>] }>()

type Kind = 'weight' | 'thermometer' | 'refractometer' | 'string' | 'length' | 'seen'
const open = ref<Kind>()
const text = ref('')
const field = ref<HTMLInputElement>()
/** Whether what was entered is no number. */
const unread = ref(false)
const test = computed((): Kind => (props.by_drop ? 'seen' : 'string'))
watch(
  () => props.testing,
  (testing) => {
    if (testing && open.value === undefined) open.value = test.value
    else if (!testing && open.value === test.value) open.value = undefined
  },
  { immediate: true },
)

const kinds = computed(() => [
  { kind: 'string' as const, name: 'String', hotkey: 'S' },
  { kind: 'seen' as const, name: 'Spoon or drop', hotkey: 'D' },
  ...(props.has_scale ? [{ kind: 'weight' as const, name: 'Weigh', hotkey: 'W' }] : []),
  ...(props.thermometer
    ? [{ kind: 'thermometer' as const, name: 'Thermometer', hotkey: 'T' }]
    : []),
  ...(props.has_refractometer
    ? [{ kind: 'refractometer' as const, name: 'Refractometer', hotkey: 'R' }]
    : []),
])
const asked = computed(() => {
  switch (open.value) {
    case 'weight':
      return {
        words: 'Pan with everything in it',
        unit: gramUnit(),
        like: props.gross_g == null ? '' : `about ${grams(props.gross_g)}`,
      }
    case 'thermometer':
      return {
        words: `What the ${(props.thermometer ?? 'thermometer').toLowerCase()} shows`,
        unit: degreeUnit(),
        like: `about ${celsius(props.shown_c)}`,
      }
    case 'refractometer':
      return { words: 'A cooled, clear drop shows', unit: '°Brix', like: '' }
    case 'length':
      return {
        words: 'Length of the string before it breaks',
        unit: centimetreUnit(),
        like: '0 for none',
      }
    default:
      return undefined
  }
})
async function choose(kind: Kind): Promise<void> {
  open.value = open.value === kind ? undefined : kind
  text.value = ''
  unread.value = false
  await nextTick()
  field.value?.focus()
}
defineExpose({ choose })

function done(reading: Api<'SeenReading'>): void {
  emit('read', reading)
  open.value = props.testing ? test.value : undefined
}
function enter(): void {
  const value = Number(text.value.replace(',', '.'))
  unread.value = text.value.trim() !== '' && !Number.isFinite(value)
  if (text.value.trim() === '' || unread.value) return
  if (open.value === 'weight') done({ kind: 'weight', gross_g: gramsFrom(value) })
  if (open.value === 'thermometer') done({ kind: 'thermometer', shown_c: celsiusFrom(value) })
  if (open.value === 'refractometer') done({ kind: 'refractometer', shown_brix: value })
  if (open.value === 'length') done({ kind: 'string', string_cm: centimetresFrom(value) })
}
const shows = (kind: Kind) => open.value === kind || (kind === 'string' && open.value === 'length')
const looksLike = (stage: StageKey) => done({ kind: 'seen', stage })
const pulled = (pull: Api<'Pull'>) => done({ kind: 'pull', pull })
</script>

<template>
  <section class="reading" aria-label="What do you see?">
    <div class="kinds">
      <v-btn
        v-for="k in kinds"
        :key="k.kind"
        class="key"
        :aria-expanded="shows(k.kind)"
        :class="{ chosen: shows(k.kind) }"
        @click="choose(k.kind)"
      >
        {{ k.name }} <kbd>{{ k.hotkey }}</kbd>
      </v-btn>
    </div>
    <template v-if="open === 'string'">
      <PullKeys @pulled="pulled" />
      <v-btn class="ruler" @click="choose('length')">or measure its length</v-btn>
    </template>
    <form v-if="asked" class="entry" @submit.prevent="enter">
      <label>
        <span class="label">{{ asked.words }}</span>
        <span class="line">
          <!-- Raw: the reading at the hob takes its first key at once, before a field is drawn. -->
          <input
            ref="field"
            v-model="text"
            class="figures"
            inputmode="decimal"
            autocomplete="off"
            :placeholder="asked.like"
          />
          <span class="unit">{{ asked.unit }}</span>
        </span>
      </label>
      <v-btn class="key strong" type="submit">Log it</v-btn>
      <p v-if="unread" class="unread" role="alert">
        Only a number here, in {{ asked.unit }}: nothing was written down.
      </p>
    </form>
    <div v-if="open === 'seen'" class="seen">
      <v-btn v-for="s in ladder" :key="s.key" class="key like" @click="looksLike(s.key)">
        <StageMark :stage="s.key" :size="30" />
        <span
          ><strong>{{ s.name }}</strong
          ><br /><span class="small">{{ s.sign }}</span></span
        >
      </v-btn>
    </div>
  </section>
</template>

<style scoped>
.reading {
  display: grid;
  gap: var(--gap-3);
}

.kinds {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(7rem, 100%), 1fr));
  gap: var(--gap-2);
}

.kinds .key {
  padding-inline: var(--gap-2);
  line-height: 1.15;
}

.ruler {
  justify-self: start;
  min-height: 2.75rem;
  padding: 0 var(--gap-2);
  border: 0;
  background: none;
  color: var(--ink-soft);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}

.entry {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: end;
  gap: var(--gap-4);
}

.unread {
  grid-column: 1 / -1;
  margin: 0;
}

.line {
  display: flex;
  align-items: baseline;
  border-bottom: 2px solid var(--ink);
}

input {
  width: 100%;
  font: inherit;
  font-family: var(--display-face);
  font-size: var(--size-figure);
  line-height: 1.2;
  color: inherit;
  background: none;
  border: 0;
}

input:focus {
  outline: none;
}

.line:focus-within {
  outline: 3px solid var(--ink);
  outline-offset: 4px;
}

input::placeholder {
  color: var(--ink-soft);
  opacity: 0.75;
  font-size: 0.6em;
}

.unit {
  font-size: var(--size-lead);
  color: var(--ink-soft);
}

.seen {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(15rem, 100%), 1fr));
  gap: var(--gap-2);
}

.like {
  justify-content: flex-start;
  text-align: left;
  line-height: 1.2;
}

@media (pointer: coarse), (max-width: 640px) {
  kbd {
    display: none;
  }
}
</style>
