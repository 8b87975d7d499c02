<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { isRound } from '@/rooms/sweets/words'
import DepthRuler from '@/look/drawings/DepthRuler.vue'
import LoadPots from '@/look/drawings/LoadPots.vue'
import { gramUnit, grams, millimetreUnit, millimetres } from '@/units/format'
import { hasScale } from '@/units/measures'
import type { CookSheet } from './useCookSheet'
import PartsIn from './PartsIn.vue'
import SoakPicture from './SoakPicture.vue'
import TrayPicture from './TrayPicture.vue'
import StageCards from './StageCards.vue'
import WhistleCount from './WhistleCount.vue'

/** The one picture that decides a step: how it looks on its way, whistles, parts put in, how deep it stands, which load is in the pot. */
const props = defineProps<{ sheet: CookSheet }>()
const { setup, state, step, run } = props.sheet
const told = computed(() => state.value?.steps.find((s) => s.key === step.value?.key))
const plan = computed(() => setup.value?.plan?.find((p) => p.step === step.value?.key))
const going = computed(() => run.value !== undefined)

/** Steps at which the mass lies in its tray, and those at which the knife goes in. */
const LAID = ['pour', 'press', 'roll', 'mark', 'cut', 'lift']
const tray = (laid: Api<'Laid'>) => ({
  laid,
  cuts: ['mark', 'cut'].includes(step.value?.kind ?? ''),
})
const READ_BY_DEPTH = ['reduce', 'simmer']
const depth = computed(() => {
  if (!READ_BY_DEPTH.includes(step.value?.kind ?? '')) return undefined
  const deep = plan.value?.depth_mm
  const now_mm = run.value?.depth_mm
  // What hardly changes, or hardly covers the bottom, is not read off a ruler.
  if (!deep || now_mm == null) return undefined
  return { ...deep, now_mm, pan_end_g: plan.value?.pan_end_g }
})
</script>

<template>
  <div v-if="told && setup && state" class="picture">
    <LoadPots v-if="told.loads > 1" :loads="told.loads" :done="told.loads_done" :now="run?.load" />
    <WhistleCount
      v-if="going && step?.kind === 'pressure_cook'"
      :whistles="told.whistles"
      :every_min="plan?.whistles_every_min"
      @whistle="sheet.log({ event: 'whistle', step: told.key })"
    />
    <PartsIn
      v-if="going && step?.kind === 'add_instalments'"
      :takes="setup.takes?.filter((t) => t.step === told?.key) ?? []"
      :put_in="told.put_in"
      @put="
        (ingredient, amount_g) =>
          told && sheet.log({ event: 'put_in', step: told.key, ingredient, amount_g })
      "
    />
    <StageCards
      v-if="run?.sights?.length"
      :sights="run.sights"
      :now_ms="state.now_ms"
      @see="
        (sight) =>
          told && run && sheet.log({ event: 'sight', step: told.key, load: run.load, sight })
      "
    />
    <SoakPicture v-if="plan?.soak" :ask="plan.soak" :round="isRound(step?.form)" />
    <TrayPicture v-if="setup.laid && LAID.includes(step?.kind ?? '')" v-bind="tray(setup.laid)" />
    <figure v-if="depth">
      <DepthRuler v-bind="depth" />
      <figcaption>
        From {{ millimetres(depth.start_mm) }} down to
        <strong>{{ millimetres(depth.end_mm) }} {{ millimetreUnit() }}</strong> deep in this
        pan<template v-if="depth.pan_end_g && hasScale(setup)"
          >, {{ grams(depth.pan_end_g) }} {{ gramUnit() }} on the scale</template
        >. By the clock it stands at {{ millimetres(depth.now_mm) }} now.
      </figcaption>
    </figure>
  </div>
</template>

<style scoped>
.picture {
  display: grid;
  gap: var(--gap-4);
}

.picture:empty {
  display: none;
}

figure {
  display: grid;
  grid-template-columns: minmax(0, 15rem) minmax(0, 1fr);
  align-items: center;
  gap: var(--gap-4);
  margin: 0;
}

@container room (max-width: 38rem) {
  figure {
    grid-template-columns: minmax(0, 9rem) minmax(0, 1fr);
  }
}
</style>
