<script setup lang="ts">
import { ref, watchEffect } from 'vue'
import { useRouter } from 'vue-router'
import type { Api } from '@/api/client'
import { textureName } from '@/batch/textures'
import { useKitchen } from '@/live/kitchen'
import InTurn from '@/look/pieces/InTurn.vue'
import StrengthStrip from '@/look/pieces/StrengthStrip.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { dayAndHour, ends, grams, gramUnit, number, percent } from '@/units/format'
import WaitingPart from '@/look/pieces/WaitingPart.vue'
import NotebookSearch from './NotebookSearch.vue'
import TakeAway from './TakeAway.vue'
import { useNotebook } from './useNotebook'

const kitchen = useKitchen()
const {
  lines,
  months,
  total,
  next,
  trouble,
  busy,
  words,
  filter,
  filtered,
  index,
  calendar,
  earlier,
  reload,
} = useNotebook()
const router = useRouter()
/** Up to two batches to lay beside each other. */
const picked = ref<number[]>([])
function pick(id: number): void {
  picked.value = picked.value.includes(id)
    ? picked.value.filter((p) => p !== id)
    : [...picked.value.slice(-1), id]
  const [first, second] = picked.value
  if (first && second) void router.push({ path: '/notebook/compare', query: { first, second } })
}

function planned(s: Api<'BatchSummary'>): string {
  if (!s.planned_min) return ''
  const { low, high } = s.planned_min
  const decimals = high - low < 2 ? 1 : 0
  return `planned ${ends(number(low, decimals), number(high, decimals))}`
}
function outcome(line: Api<'BatchLine'>): string {
  if (line.state) return 'Still going on'
  if (line.resting) return 'Left for later'
  if (line.brief?.summary.given_up) return 'Given up'
  return line.verdict ? textureName(line.verdict.texture) : 'Not judged yet'
}
const well = (line: Api<'BatchLine'>) => line.verdict?.texture === 'right'
const open = (line: Api<'BatchLine'>) => line.state != null || line.resting
/** Once it is there it stays: what is looked for is written in it, whatever is found. */
const searches = ref(false)
watchEffect(() => {
  if (total.value > 5 || filtered.value) searches.value = true
})
</script>

<template>
  <div>
    <header>
      <h1>Notebook</h1>
      <router-link class="key" to="/notebook/learnt">What this kitchen has learnt</router-link>
    </header>
    <NotebookSearch
      v-if="searches"
      v-model:words="words"
      v-model:filter="filter"
      :index="index"
      :months="calendar"
    />
    <TroubleNote v-if="trouble" :words="trouble" />
    <WaitingPart v-if="!lines && !trouble" tall words="Leafing through…" />
    <p v-if="lines && !lines.length" class="soft">
      <template v-if="filtered">No batch is like that.</template>
      <template v-else>No batch yet. The first one you put on the stove will stand here.</template>
    </p>
    <p v-else-if="lines" class="soft key-line">
      Each strip runs from sticky to firm ball. Dashed: aimed for. Ring: reached, by the last
      reading.
    </p>
    <InTurn v-for="[month, batches] in months" :key="month">
      <section :aria-label="month">
        <h2>{{ month }}</h2>
        <ul>
          <li v-for="line in batches" :key="line.id" :class="{ astray: !well(line) }">
            <div class="what">
              <router-link :to="open(line) ? `/stove/${line.id}` : `/notebook/${line.id}`">{{
                line.title
              }}</router-link>
              <span class="small soft"
                >{{ dayAndHour(line.started_ms)
                }}<template v-if="line.brief"> · {{ line.brief.pan_name }}</template></span
              >
            </div>
            <p v-if="!line.brief" class="unreadable">
              This batch cannot be read. The others are as they were;
              <code>unctum check</code> says what is wrong with it.
            </p>
            <template v-else>
              <StrengthStrip
                v-if="line.brief.summary.target_solids_frac != null"
                class="strip"
                :ladder="kitchen.ladder"
                :aim="line.brief.summary.target_solids_frac"
                :reached="line.brief.summary.last_solids_frac"
              />
              <div class="reached figures">
                <template
                  v-if="
                    line.brief.summary.last_solids_frac != null && line.brief.summary.last_stage
                  "
                >
                  {{ kitchen.stageName(line.brief.summary.last_stage) }}
                  <span class="small soft"
                    >{{ percent(line.brief.summary.last_solids_frac) }} %</span
                  >
                </template>
              </div>
              <div class="time figures">
                <template v-if="line.brief.summary.real_min != null"
                  >{{ number(line.brief.summary.real_min, 1) }} min</template
                >
                <span class="small soft">{{ planned(line.brief.summary) }}</span>
              </div>
              <div class="outcome">
                {{ outcome(line) }}
                <span v-if="line.brief.summary.water_added_g > 0" class="small soft">
                  {{ grams(line.brief.summary.water_added_g) }} {{ gramUnit() }} water poured back
                </span>
              </div>
              <v-btn
                v-if="!open(line)"
                class="key beside"
                :aria-pressed="picked.includes(line.id)"
                :aria-label="`Compare ${line.title}, ${dayAndHour(line.started_ms)}`"
                @click="pick(line.id)"
              >
                {{ picked.includes(line.id) ? 'With…' : 'Compare' }}
              </v-btn>
            </template>
          </li>
        </ul>
      </section>
    </InTurn>
    <v-btn v-if="next" class="key earlier" :disabled="busy" @click="earlier">
      Earlier ones
      <span class="soft">{{ lines?.length }} of {{ total }} shown</span>
    </v-btn>
    <!-- Not before what stands above it: it would be pushed away as that comes. -->
    <TakeAway v-if="lines || trouble" @came="reload" />
  </div>
</template>

<style scoped>
header {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  justify-content: space-between;
  gap: var(--gap-3) var(--gap-6);
}

.unreadable {
  grid-column: 2 / -1;
  margin: 0;
}

.earlier {
  margin-top: var(--gap-5);
}

h2 {
  margin: var(--gap-5) 0 var(--gap-2);
}

.key-line {
  margin: var(--gap-2) 0 0;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: grid;
  /* All of them give way: nothing stands over the edge while letters change their size. */
  grid-template-columns:
    minmax(0, 15rem) minmax(0, 1fr) minmax(0, 7.5rem) minmax(0, 8.5rem)
    minmax(0, 10rem) 7rem;
  gap: var(--gap-2) var(--gap-5);
  align-items: center;
  padding: var(--gap-2) 0;
  border-top: var(--line) solid var(--steel);
  line-height: 1.3;
}

.astray .outcome {
  font-weight: 650;
}

li .small {
  display: block;
  font-weight: 400;
}

.what a {
  display: flex;
  align-items: center;
  min-height: 2.75rem;
  font-weight: 650;
}

.time {
  text-align: right;
}

/* Twenty of them stand under one another: they are quiet until they are meant. */
.beside {
  justify-self: end;
  border-color: transparent;
  background: none;
  color: var(--ink-soft);
  text-decoration: underline;
  text-underline-offset: 0.2em;
}

.beside:hover {
  border-color: var(--ink);
}

.beside[aria-pressed='true'] {
  background: var(--ink);
  color: var(--on-ink);
  text-decoration: none;
}

@container room (max-width: 60rem) {
  li {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    overflow-wrap: anywhere;
  }

  .beside {
    justify-self: start;
    padding-inline: 0;
  }

  .strip {
    grid-column: 1 / -1;
    order: -1;
    margin-top: var(--gap-2);
  }

  .time {
    text-align: left;
  }
}
</style>
