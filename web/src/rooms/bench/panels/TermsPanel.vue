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
  () => questionOf(kitchen, props.ask),
  (body) => api.POST('/api/v1/syrup/terms', { body }),
)
const local = (key: string) => kitchen.ladder.find((s) => s.key === key)?.local_name ?? ''
</script>

<template>
  <div class="panel">
    <TroubleNote v-if="trouble" :words="trouble" />
    <div v-if="found" class="scroll" role="region" aria-label="Stages in all words" tabindex="0">
      <table class="figures">
        <thead>
          <tr>
            <th scope="col">Stage</th>
            <th scope="col">Strength</th>
            <th scope="col">Fingers</th>
            <th scope="col">{{ thermometer }}</th>
            <th scope="col">Scale</th>
            <th scope="col">Refractometer</th>
            <th scope="col">Clock, from the boil</th>
            <th scope="col">from dissolved</th>
            <th scope="col">Spoon</th>
            <th scope="col">Cold water</th>
            <th scope="col">Pan</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="t in found" :key="t.stage">
            <th
              scope="row"
              class="stage"
              :style="{ background: syrupColour(t.stage), color: inkOn(t.stage) }"
            >
              <StageMark :stage="t.stage" :size="24" />
              <span
                >{{ kitchen.stageName(t.stage) }}<br /><span class="small">{{
                  local(t.stage)
                }}</span></span
              >
            </th>
            <td>{{ percent(t.solids_frac[0] ?? 0) }}–{{ percent(t.solids_frac[1] ?? 0) }} %</td>
            <td>
              {{ stringLength(t.string_cm[0] ?? 0) }} to {{ stringLength(t.string_cm[1] ?? 0) }}
            </td>
            <td>
              {{ celsius(t.shown_c[0] ?? 0) }}–{{ celsius(t.shown_c[1] ?? 0) }}
              {{ degreeUnit() }}
            </td>
            <td>{{ grams(t.gross_g[0] ?? 0) }}–{{ grams(t.gross_g[1] ?? 0) }} {{ gramUnit() }}</td>
            <td>
              <template v-if="t.brix[0] != null">{{ number(t.brix[0], 1) }} °Bx up</template>
              <template v-else>beyond it</template>
            </td>
            <td>
              <template v-if="t.from_boil">
                {{ clock(t.from_boil.mid_s) }}
                <span class="small soft"
                  >{{ clock(t.from_boil.low_s) }}–{{ clock(t.from_boil.high_s) }}</span
                >
              </template>
              <template v-else>from the start</template>
            </td>
            <td>{{ t.from_dissolved_s == null ? '' : clock(t.from_dissolved_s) }}</td>
            <td class="words">{{ t.seen.spoon }}</td>
            <td class="words">{{ t.seen.water }}</td>
            <td class="words">{{ t.seen.pan }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>

<style scoped>
.stage {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
  min-width: 9rem;
}

.words {
  min-width: 10rem;
  font-size: var(--size-small);
}
</style>
