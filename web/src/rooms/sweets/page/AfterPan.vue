<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import CoolingBand from '@/look/drawings/CoolingBand.vue'
import FirmnessScale from '@/look/drawings/FirmnessScale.vue'
import { useKitchen } from '@/live/kitchen'
import { hasScale } from '@/units/measures'
import { celsius, degreeUnit, grams, gramUnit, millimetres, millimetreUnit } from '@/units/format'
import KeyRow from '@/look/pieces/KeyRow.vue'
import BathFigures from './BathFigures.vue'
import TrayMarks from './TrayMarks.vue'

/** The second half: how firm it will be, when it can be marked and lifted, how it lies in the tray. */
const props = defineProps<{
  formula: Api<'Formula'>
  method: Api<'Method'>
  laid: readonly Api<'Laid'>[]
  /** How thick she lays it, mm, as the address says; none as it is written. */
  thick_mm?: number
}>()
const emit = defineEmits<{ lies: [change: { thick?: string; cold?: string }] }>()
const kitchen = useKitchen()
const finish = computed(() => props.formula.finish)
/** Without a scale a weight says nothing. */
const byScale = computed(() => hasScale(kitchen.view?.kitchen.bench))
const room_c = computed(() => kitchen.view?.kitchen.room.room_c ?? 25)
const PLACES: { key: Api<'Place'>; name: string }[] = [
  { key: 'table', name: 'On the table' },
  { key: 'refrigerator', name: 'In the refrigerator' },
]
const title = (key?: string | null) => props.method.steps.find((s) => s.key === key)?.title ?? ''
function lie(thick_mm?: number): void {
  if (thick_mm !== props.thick_mm) emit('lies', { thick: thick_mm?.toFixed(1) })
}
const bathed = computed(
  () => finish.value.frying.length + finish.value.soaking.length > 0 || finish.value.chhena != null,
)
/** What never comes in her room, and what to do instead. */
const never = computed(() =>
  (finish.value.cooling?.windows ?? []).filter((w) => w.act === 'lift' && !w.opens_min),
)
</script>

<template>
  <section v-if="finish.texture || bathed" class="after" aria-labelledby="after">
    <h2 id="after">After the pan</h2>
    <BathFigures v-if="bathed" class="baths" :formula="formula" :method="method" />
    <div v-if="finish.texture" class="firm">
      <h3>{{ finish.texture.said.charAt(0).toUpperCase() + finish.texture.said.slice(1) }}</h3>
      <FirmnessScale :texture="finish.texture" />
      <p v-for="a in finish.aims" :key="a.band" class="aim">
        For <strong>{{ a.name }}</strong>: {{ grams(Math.abs(a.water_g)) }} {{ gramUnit() }}
        {{ a.water_g > 0 ? 'more water left in' : 'less water'
        }}<template v-if="byScale && a.pan_g != null"
          >, the pan at {{ grams(a.pan_g) }} {{ gramUnit() }} after “{{ title(a.step) }}”</template
        >.
      </p>
      <p v-if="finish.in_her_room" class="caution">
        In your room of {{ celsius(room_c) }} {{ degreeUnit() }} it is
        {{ finish.in_her_room.said }}.
      </p>
    </div>
    <div v-if="finish.cooling" class="cools">
      <h3>
        {{ millimetres(finish.cooling.thickness_mm) }} {{ millimetreUnit() }} thick, at
        {{ celsius(finish.cooling.air_c) }} {{ degreeUnit() }}
      </h3>
      <KeyRow
        label="It cools"
        :choices="PLACES"
        :model-value="finish.cooling.place"
        @update:model-value="emit('lies', { cold: $event === 'refrigerator' ? '1' : undefined })"
      />
      <CoolingBand :cooling="finish.cooling" />
      <p v-for="w in never" :key="w.act" class="caution">{{ w.words }}</p>
    </div>
    <TrayMarks
      v-if="laid.length"
      class="tray"
      :laid="laid"
      :pieces="formula.pieces"
      :thick_mm="thick_mm"
      @lies="lie"
    />
  </section>
</template>

<style scoped>
.after {
  display: grid;
  grid-template:
    'head head' auto 'baths baths' auto 'firm tray' auto 'cools tray' 1fr / minmax(0, 1fr)
    minmax(0, 1fr);
  gap: var(--gap-4) var(--gap-6);
  align-items: start;
}

h2 {
  grid-area: head;
  margin: 0;
}

h3 {
  margin: 0 0 var(--gap-2);
  font-size: var(--size-lead);
}

.baths {
  grid-area: baths;
}

.firm {
  grid-area: firm;
}

.cools {
  grid-area: cools;
}

.tray {
  grid-area: tray;
}

p {
  margin: var(--gap-2) 0 0;
}

@container room (max-width: 52rem) {
  .after {
    grid-template: 'head' 'baths' 'firm' 'cools' 'tray' / minmax(0, 1fr);
  }
}
</style>
