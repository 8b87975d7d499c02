<script setup lang="ts">
import { api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import StageMark from '@/look/marks/StageMark.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { inkOn, syrupColour } from '@/look/strata'
import {
  celsius,
  clock,
  degreeUnit,
  ends,
  grams,
  gramUnit,
  number,
  percent,
  stringLength,
} from '@/units/format'
import type { PanAsk } from '../ask'
import { questionOf } from '../question'
import { useAnswer } from '@/live/useAnswer'

/** Every stage in every school's terms, for this syrup in this pan. */
const props = defineProps<{ ask: PanAsk; thermometer: string }>()
const kitchen = useKitchen()
const { found, trouble } = useAnswer(
  'syrup/terms',
  () => questionOf(kitchen, props.ask),
  (body) => api.POST('/api/v1/syrup/terms', { body }),
)
const local = (key: string) => kitchen.ladder.find((s) => s.key === key)?.local_name ?? ''
const LONG_CM = 30
function fingers([low = 0, high = 0]: readonly number[]): string {
  if (high < 0.1) return 'no string'
  if (low >= LONG_CM) return 'over an arm'
  if (low < 0.1) return `up to ${stringLength(high)}`
  return high >= LONG_CM
    ? `${stringLength(low)} and more`
    : `${stringLength(low)} to ${stringLength(high)}`
}
</script>

<template>
  <div class="panel">
    <TroubleNote v-if="trouble" :words="trouble" />
    <div v-if="found" class="scroll" role="region" aria-label="Stages in all words" tabindex="0">
      <v-table class="figures">
        <thead>
          <tr>
            <th scope="col">Stage</th>
            <th scope="col">Strength, °Bx</th>
            <th scope="col">Fingers</th>
            <th scope="col">{{ thermometer }}, pan on the scale</th>
            <th scope="col">From the boil, from dissolved</th>
            <th scope="col">Spoon, cold water, pan</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="t in found" :key="t.stage">
            <th scope="row" :style="{ background: syrupColour(t.stage), color: inkOn(t.stage) }">
              <span class="stage">
                <StageMark :stage="t.stage" :size="24" />
                <span>
                  {{ kitchen.stageName(t.stage) }}<br /><span class="small">{{
                    local(t.stage)
                  }}</span>
                </span>
              </span>
            </th>
            <td>
              {{ ends(percent(t.solids_frac[0] ?? 0), percent(t.solids_frac[1] ?? 0)) }} %
              <span v-if="t.brix[0] != null" class="under"
                >from {{ number(t.brix[0], 1) }} °Bx</span
              >
              <span v-else class="under">off the refractometer</span>
            </td>
            <td>{{ fingers(t.string_cm) }}</td>
            <td>
              {{ ends(celsius(t.shown_c[0] ?? 0), celsius(t.shown_c[1] ?? 0)) }}
              {{ degreeUnit() }}
              <span class="under"
                >{{ ends(grams(t.gross_g[0] ?? 0), grams(t.gross_g[1] ?? 0)) }}
                {{ gramUnit() }}</span
              >
            </td>
            <td>
              <template v-if="t.from_boil_s">
                {{ clock(t.from_boil_s.mid) }}
                <span v-if="t.from_dissolved_s != null" class="soft"
                  >· {{ clock(t.from_dissolved_s) }}</span
                >
                <span class="under"
                  >{{ clock(t.from_boil_s.low) }} – {{ clock(t.from_boil_s.high) }}</span
                >
              </template>
              <template v-else>from the start</template>
            </td>
            <td class="words">
              {{ t.seen.spoon }}; <span class="soft">{{ t.seen.water }};</span> {{ t.seen.pan }}
            </td>
          </tr>
        </tbody>
      </v-table>
    </div>
  </div>
</template>

<style scoped>
.stage {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
  min-width: 8rem;
  line-height: 1.2;
}

.under {
  display: block;
  color: var(--ink-soft);
  font-size: var(--size-small);
}

.words {
  min-width: 13rem;
  font-size: var(--size-small);
  line-height: 1.3;
}
</style>
