<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { textureName } from '@/batch/textures'
import { useChanges } from '@/live/changes'
import { useKitchen } from '@/live/kitchen'
import StrengthStrip from '@/look/pieces/StrengthStrip.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { dayAndHour, grams, gramUnit, number, percent } from '@/units/format'

const kitchen = useKitchen()
const lines = shallowRef<Api<'BatchLine'>[]>()
const trouble = ref('')
async function load(): Promise<void> {
  try {
    lines.value = await answer(api.GET('/api/v1/batches'))
    trouble.value = ''
  } catch (thrown) {
    trouble.value = wordsOf(thrown)
  }
}
void load()
useChanges(() => void load())

const months = computed(() => {
  const name = new Intl.DateTimeFormat(undefined, { month: 'long', year: 'numeric' })
  const groups = new Map<string, Api<'BatchLine'>[]>()
  for (const line of lines.value ?? []) {
    const month = name.format(line.started_ms)
    groups.set(month, [...(groups.get(month) ?? []), line])
  }
  return [...groups]
})

function planned(s: Api<'BatchSummary'>): string {
  const { planned_low_min: low, planned_high_min: high } = s
  if (low == null || high == null) return ''
  const decimals = high - low < 2 ? 1 : 0
  return `planned ${number(low, decimals)}–${number(high, decimals)}`
}
function outcome(line: Api<'BatchLine'>): string {
  if (line.state) return 'Still going on'
  if (line.summary.given_up) return 'Given up'
  return line.verdict ? textureName(line.verdict.texture) : 'Not judged yet'
}
const well = (line: Api<'BatchLine'>) => line.verdict?.texture === 'right'
</script>

<template>
  <div>
    <h1>Notebook</h1>
    <TroubleNote v-if="trouble" :words="trouble" />
    <p v-if="!lines && !trouble" class="soft">Leafing through…</p>
    <p v-if="lines && !lines.length" class="soft">
      No batch yet. The first one you put on the stove will stand here.
    </p>
    <p v-else-if="lines" class="soft key-line">
      Each strip runs from sticky to firm ball. Dashed: aimed for. Ring: reached, by the last
      reading.
    </p>
    <section v-for="[month, batches] in months" :key="month" :aria-label="month">
      <h2>{{ month }}</h2>
      <ul>
        <li v-for="line in batches" :key="line.id" :class="{ astray: !well(line) }">
          <div class="what">
            <router-link :to="line.state ? `/stove/${line.id}` : `/notebook/${line.id}`">{{
              line.title
            }}</router-link>
            <span class="small soft">{{ dayAndHour(line.started_ms) }} · {{ line.pan_name }}</span>
          </div>
          <StrengthStrip
            class="strip"
            :ladder="kitchen.ladder"
            :aim="line.summary.target_solids_frac"
            :reached="line.summary.last_solids_frac"
          />
          <div class="reached figures">
            <template v-if="line.summary.last_solids_frac != null && line.summary.last_stage">
              {{ kitchen.stageName(line.summary.last_stage) }}
              <span class="small soft">{{ percent(line.summary.last_solids_frac) }} %</span>
            </template>
          </div>
          <div class="time figures">
            <template v-if="line.summary.real_min != null"
              >{{ number(line.summary.real_min, 1) }} min</template
            >
            <span class="small soft">{{ planned(line.summary) }}</span>
          </div>
          <div class="outcome">
            {{ outcome(line) }}
            <span v-if="line.summary.water_added_g > 0" class="small soft">
              {{ grams(line.summary.water_added_g) }} {{ gramUnit() }} water poured back
            </span>
          </div>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
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
  grid-template-columns: 15rem minmax(10rem, 1fr) 7.5rem 8.5rem 11rem;
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

@container room (max-width: 54.25rem) {
  li {
    grid-template-columns: 1fr 1fr;
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
