<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, type Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import AmountField from '@/look/pieces/AmountField.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import KitchenSelect from '@/look/pieces/KitchenSelect.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import FlameRow from '@/look/pieces/FlameRow.vue'
import { useAnswer } from '@/live/useAnswer'
import { degreeUnit, kelvins, millilitres, millilitreUnit, number } from '@/units/format'
import { METALS, STEPS, TITLES, type Check } from './checks'
import type { KitchenDocument } from './useKitchenEdit'
import ChoiceField from '@/look/pieces/ChoiceField.vue'

/** One check, guided: what to do, what was read, what that makes, and what it improved. */
const props = defineProps<{ check: Check }>()
const emit = defineEmits<{
  keep: [reason: string, change: (draft: KitchenDocument) => void]
  close: []
}>()
const kitchen = useKitchen()
const doc = computed(() => kitchen.view?.kitchen)
const room = computed(() => doc.value?.room ?? {})
const at = computed(() => ('index' in props.check ? props.check.index : 0))

// It opens under what it checks, in sight and with the focus.
const heading = ref<HTMLElement>()
onMounted(() => {
  heading.value?.focus({ preventScroll: true })
  heading.value?.scrollIntoView({ block: 'nearest' })
})

// Everything a check can ask for; each kind uses its own.
const pan_id = ref<number | null | undefined>(kitchen.pans[0]?.id)
const pan = computed(
  () => (kitchen.pans.find((p) => p.id === pan_id.value) ?? kitchen.pans[0])?.pan,
)
const flame_frac = ref<number | undefined>(1)
const water_g = ref(1000)
const from_c = ref<number>()
const to_c = ref<number>()
const minutes = ref<number>()
const before_g = ref<number>()
const after_g = ref<number>()
const boiling_c = ref<number>()
const ice_c = ref<number>()
const empty_g = ref<number>()
const full_g = ref<number>()
const times = ref(1)
const metal = ref<Api<'PanMetal'>>(doc.value?.pans[at.value]?.pan.metal ?? 'steel')
const tare_g = ref<number>()

const ring = computed(() => doc.value?.rings[at.value]?.ring)
const rings = useAnswer(
  () => {
    const { kind } = props.check
    if (!ring.value || !pan.value || minutes.value === undefined) return undefined
    const shared = {
      ring: ring.value,
      pan: pan.value,
      flame_frac: flame_frac.value ?? 1,
      took_s: 60 * minutes.value,
    }
    if (kind === 'ring-heating' && from_c.value !== undefined && to_c.value !== undefined)
      return {
        kind,
        body: {
          check: { ...shared, water_g: water_g.value, from_c: from_c.value, to_c: to_c.value },
          room: room.value,
        },
      }
    if (kind === 'ring-boil-off' && before_g.value !== undefined && after_g.value !== undefined)
      return {
        kind,
        body: {
          check: { ...shared, gross_before_g: before_g.value, gross_after_g: after_g.value },
          room: room.value,
        },
      }
    return undefined
  },
  (q) =>
    q.kind === 'ring-heating'
      ? api.POST('/api/v1/kitchen/calibrations/ring-heating', { body: q.body })
      : api.POST('/api/v1/kitchen/calibrations/ring-boil-off', { body: q.body }),
)
const thermometers = useAnswer(
  (): Api<'ThermometerAsk'> | undefined => {
    const thermometer = doc.value?.thermometers[at.value]?.thermometer
    if (props.check.kind !== 'thermometer' || !thermometer || boiling_c.value === undefined)
      return undefined
    return {
      check: { thermometer, boiling_shown_c: boiling_c.value, ice_shown_c: ice_c.value },
      room: room.value,
    }
  },
  (body) => api.POST('/api/v1/kitchen/calibrations/thermometer', { body }),
)
const cups = useAnswer(
  (): Api<'MeasureCheck'> | undefined => {
    const measure = doc.value?.measures?.[at.value]?.measure
    if (props.check.kind !== 'measure' || !measure) return undefined
    if (empty_g.value === undefined || full_g.value === undefined) return undefined
    return {
      measure,
      empty_g: empty_g.value,
      full_g: full_g.value,
      times: times.value,
      water_c: doc.value?.room.room_c ?? 25,
    }
  },
  (body) => api.POST('/api/v1/kitchen/calibrations/measure', { body }),
)
const weighed = useAnswer(
  (): Api<'PanCheck'> | undefined => {
    const it = doc.value?.pans[at.value]?.pan
    if (props.check.kind !== 'pan' || !it || tare_g.value === undefined) return undefined
    return { pan: it, tare_g: tare_g.value, metal: metal.value, cool_frac: 0.1 }
  },
  (body) => api.POST('/api/v1/kitchen/calibrations/pan', { body }),
)
const airs = useAnswer(
  (): Api<'PressureAsk'> | undefined =>
    props.check.kind === 'pressure' && boiling_c.value !== undefined
      ? { true_boil_c: boiling_c.value }
      : undefined,
  (body) => api.POST('/api/v1/kitchen/calibrations/pressure', { body }),
)

const trouble = computed(
  () =>
    rings.trouble.value ||
    thermometers.trouble.value ||
    cups.trouble.value ||
    weighed.trouble.value ||
    airs.trouble.value,
)
const name = computed(() => {
  const d = doc.value
  switch (props.check.kind) {
    case 'ring-heating':
    case 'ring-boil-off':
      return ring.value?.name ?? ''
    case 'thermometer':
      return d?.thermometers[at.value]?.thermometer.name ?? ''
    case 'measure':
      return d?.measures?.[at.value]?.measure.name ?? ''
    case 'pan':
      return d?.pans[at.value]?.pan.name ?? ''
    case 'pressure':
      return ''
  }
})
const title = computed(() => `${name.value} ${TITLES[props.check.kind]}`.trim())

/** What was found, ready to show and to keep. */
const found = computed(() => {
  const i = at.value
  if (rings.found.value) {
    const { efficiency, net_power_w, lost_w, ring: better } = rings.found.value
    return {
      label: 'of its power reaches the pan',
      value: number(100 * efficiency.value),
      unit: '%',
      spread: number(100 * efficiency.sd, 1),
      before: `${number(100 * efficiency.before)} ± ${number(100 * efficiency.before_sd)} %`,
      narrower: efficiency.before_sd / efficiency.sd,
      more: `${number(net_power_w)} W into the pan, ${number(lost_w)} W of it lost to the room.`,
      change: (d: KitchenDocument) => {
        const it = d.rings[i]
        if (it) it.ring = better
      },
    }
  }
  if (thermometers.found.value) {
    const { offset_k, thermometer, water_boil_c } = thermometers.found.value
    return {
      label: offset_k.value >= 0 ? 'reads high by' : 'reads low by',
      value: kelvins(Math.abs(offset_k.value)),
      unit: degreeUnit(),
      spread: kelvins(offset_k.sd),
      before: `${kelvins(offset_k.before)} ± ${kelvins(offset_k.before_sd)} ${degreeUnit()}`,
      narrower: offset_k.before_sd / offset_k.sd,
      more: `Water boils at ${number(water_boil_c, 1)} °C here.`,
      change: (d: KitchenDocument) => {
        const it = d.thermometers[i]
        if (it) it.thermometer = thermometer
      },
    }
  }
  if (cups.found.value) {
    const { volume_ml, measure } = cups.found.value
    return {
      label: 'holds',
      value: millilitres(volume_ml.value),
      unit: millilitreUnit(),
      spread: millilitres(volume_ml.sd),
      before: `${millilitres(volume_ml.before)} ± ${millilitres(volume_ml.before_sd)} ${millilitreUnit()}`,
      narrower: volume_ml.before_sd / volume_ml.sd,
      more: '',
      change: (d: KitchenDocument) => {
        const it = d.measures?.[i]
        if (it) it.measure = measure
      },
    }
  }
  if (weighed.found.value) {
    const { heat_capacity_j_k: heat, pan: better } = weighed.found.value
    return {
      label: 'heat its wall holds',
      value: number(heat.value),
      unit: 'J/K',
      spread: number(heat.sd),
      before: `${number(heat.before)} ± ${number(heat.before_sd)} J/K`,
      narrower: heat.before_sd / heat.sd,
      more: 'This is what carries a syrup on after the flame is off.',
      change: (d: KitchenDocument) => {
        const it = d.pans[i]
        if (it) it.pan = better
      },
    }
  }
  if (airs.found.value) {
    const { pressure_pa, sd_pa, altitude_m } = airs.found.value
    const before = kitchen.view?.pressure_pa ?? 0
    return {
      label: 'the air presses with',
      value: number(pressure_pa / 100),
      unit: 'hPa',
      spread: number(sd_pa / 100),
      before: `${number(before / 100)} hPa`,
      narrower: undefined,
      more: `As at about ${number(altitude_m)} m. A measured pressure is used in place of the altitude’s.`,
      change: (d: KitchenDocument) => {
        d.room.pressure_pa = pressure_pa
        d.room.altitude_m = Math.round(altitude_m)
      },
    }
  }
  return undefined
})
function keep(): void {
  const it = found.value
  if (it) emit('keep', `${title.value}: ${it.value} ${it.unit}`, it.change)
}
</script>

<template>
  <section class="check" :aria-label="title">
    <header>
      <h2 ref="heading" tabindex="-1">{{ title }}</h2>
      <button type="button" class="key" @click="emit('close')">Leave it</button>
    </header>
    <ol>
      <li v-for="s in STEPS[check.kind]" :key="s">{{ s }}</li>
    </ol>
    <div class="entry">
      <template v-if="check.kind === 'ring-heating' || check.kind === 'ring-boil-off'">
        <KitchenSelect
          of="pan"
          :model-value="pan_id"
          @update:model-value="pan_id = Number($event)"
        />
        <FlameRow v-model="flame_frac" label="Flame while counting" />
        <template v-if="check.kind === 'ring-heating'">
          <AmountField v-model="water_g" label="Water" kind="mass" />
          <AmountField v-model="from_c" label="At the start" kind="temperature" accepts="any" />
          <AmountField v-model="to_c" label="At the end" kind="temperature" accepts="any" />
        </template>
        <template v-else>
          <AmountField v-model="before_g" label="Pan and water at the start" kind="mass" />
          <AmountField v-model="after_g" label="At the end" kind="mass" />
        </template>
        <AmountField v-model="minutes" label="Between the two" unit="min" />
      </template>
      <template v-else-if="check.kind === 'thermometer'">
        <AmountField v-model="boiling_c" label="In boiling water" kind="temperature" />
        <AmountField
          v-model="ice_c"
          label="In ice water, if you have ice"
          kind="temperature"
          accepts="any"
          @emptied="ice_c = undefined"
        />
      </template>
      <template v-else-if="check.kind === 'measure'">
        <AmountField v-model="empty_g" label="Empty" kind="mass" accepts="any" />
        <AmountField v-model="full_g" label="Full" kind="mass" />
        <AmountField v-model="times" label="Fillings in that" unit="×" />
      </template>
      <template v-else-if="check.kind === 'pan'">
        <AmountField v-model="tare_g" label="On the scale, empty" kind="mass" />
        <ChoiceField v-model="metal" label="Made of" :items="METALS" />
      </template>
      <AmountField v-else v-model="boiling_c" label="Water boils at" kind="temperature" />
    </div>
    <TroubleNote v-if="trouble" :words="trouble" />
    <div v-if="found" class="found" role="status">
      <FigureValue
        :label="found.label"
        size="figure"
        :value="found.value"
        :unit="found.unit"
        :note="`± ${found.spread} ${found.unit}`"
      />
      <p>
        Before: {{ found.before }}.
        <template v-if="found.narrower !== undefined && found.narrower > 1">
          Known {{ number(found.narrower, 1) }} times as well now.
        </template>
        <template v-else-if="found.narrower !== undefined">
          Not known better than before: repeat it with more water or more time.
        </template>
        {{ found.more }}
      </p>
      <button type="button" class="key strong" @click="keep">Keep this</button>
    </div>
    <p class="caution">
      Boiling water and hot pans burn. Pot holders for lifting; children and devices off the hob.
    </p>
  </section>
</template>

<style scoped>
.check {
  display: grid;
  gap: var(--gap-4);
  padding: var(--gap-5);
  border: 2px solid var(--ink);
  border-radius: var(--corner);
  background: var(--sheet);
}

header {
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  justify-content: space-between;
  gap: var(--gap-3);
}

ol {
  margin: 0;
  padding-left: 1.25rem;
}

li {
  margin-bottom: var(--gap-1);
}

.entry {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(10rem, 100%), 1fr));
  gap: var(--gap-4) var(--gap-5);
  align-items: end;
}

.found {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-3) var(--gap-6);
}

.found p {
  flex: 1 1 16rem;
  margin: 0;
}

.check > p {
  margin: 0;
}
</style>
