<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, type Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import AmountField from '@/look/pieces/AmountField.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import KitchenSelect from '@/rooms/pieces/KitchenSelect.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { minutes, number, percent } from '@/units/format'
import type { PanAsk } from '../ask'
import FlameRow from '@/rooms/pieces/FlameRow.vue'
import { questionOf } from '../question'
import { useAnswer } from '@/live/useAnswer'
import ChoiceField from '@/look/pieces/ChoiceField.vue'

/** “Five minutes from dissolved”, learnt on another pan, flame and batch, translated to this one. */
const props = defineProps<{ ask: PanAsk }>()
const kitchen = useKitchen()

const minutesOf = ref(5)
const zero = ref<Api<'ClockZero'>>('boil')
const zeros = [
  { title: 'all sugar has dissolved', value: 'dissolved' },
  { title: 'it boils', value: 'boil' },
  { title: 'the heat goes on', value: 'heat_on' },
]
const pan_id = ref<number | undefined>()
const ring_id = ref<number | undefined>()
const flame_frac = ref<number>()
const sugar_g = ref(200)
const water_g = ref(130)

const { found, trouble } = useAnswer(
  'syrup/clock',
  (): Api<'ClockAsk'> | undefined => {
    const here = questionOf(kitchen, props.ask)
    const learnt = questionOf(kitchen, {
      ...props.ask,
      parts: [{ sweetener: 'sugar', mass_g: sugar_g.value }],
      water_g: water_g.value,
      strained: false,
      pan_id: pan_id.value ?? kitchen.pans[1]?.id ?? undefined,
      ring_id: ring_id.value ?? undefined,
      flame_frac: flame_frac.value,
      later: [],
    })
    return here && learnt ? { minutes: minutesOf.value, zero: zero.value, learnt, here } : undefined
  },
  (body) => api.POST('/api/v1/syrup/clock', { body }),
)
const from = computed(() => zeros.find((z) => z.value === zero.value)?.title ?? '')
</script>

<template>
  <div class="panel">
    <div class="entry">
      <AmountField v-model="minutesOf" label="The rule says" unit="min" />
      <ChoiceField v-model="zero" label="from when" :items="zeros" />
      <KitchenSelect
        of="pan"
        label="Learnt on"
        :model-value="pan_id ?? kitchen.pans[1]?.id"
        @update:model-value="pan_id = Number($event)"
      />
      <KitchenSelect
        of="ring"
        :model-value="ring_id"
        @update:model-value="ring_id = Number($event)"
      />
      <AmountField v-model="sugar_g" label="Sugar then" kind="mass" />
      <AmountField v-model="water_g" label="Water then" kind="mass" />
      <FlameRow v-model="flame_frac" label="Flame then" />
    </div>
    <TroubleNote v-if="trouble" :words="trouble" />
    <div v-if="found" class="answer" role="status">
      <FigureValue
        label="gave there"
        size="figure"
        :value="percent(found.learnt.solids_frac.mid)"
        unit="%"
        :note="kitchen.stageName(found.learnt.stage)"
      />
      <FigureValue
        :label="`${number(minutesOf)} min in the pan at hand`"
        size="figure"
        :value="percent(found.same_minutes_here.solids_frac.mid)"
        unit="%"
        :note="kitchen.stageName(found.same_minutes_here.stage)"
      />
      <FigureValue
        v-if="found.here_s"
        :label="`here, from when ${from}`"
        size="figure"
        :value="minutes(found.here_s.mid)"
        unit="min"
        :low="minutes(found.here_s.low)"
        :high="minutes(found.here_s.high)"
      />
      <p v-else>The pan at hand starts stronger than that already.</p>
    </div>
  </div>
</template>
