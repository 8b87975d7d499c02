<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, type Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import { useAnswer } from '@/live/useAnswer'
import AmountField from '@/look/pieces/AmountField.vue'
import EventButton from '@/look/pieces/EventButton.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { clock, number } from '@/units/format'

/** A ring checked with a cup and a clock: two cups of cold water, from the flame on to the boil. */
const props = defineProps<{ index: number }>()
const emit = defineEmits<{ keep: [found: { reason: string; ring: Api<'Ring'> }]; close: [] }>()
const kitchen = useKitchen()

const ring = computed(() => kitchen.rings[props.index]?.ring)
const pan = computed(() => kitchen.pans[0]?.pan)
const cup = computed(() => kitchen.cups[0]?.measure)
const cups = ref(2)
const began_ms = ref<number>()
const took_s = ref<number>()
const now = useNow({ interval: 250 })
const passed_s = computed(() =>
  began_ms.value === undefined ? 0 : Math.max(0, (now.value.getTime() - began_ms.value) / 1000),
)
function tap(): void {
  if (began_ms.value === undefined) {
    began_ms.value = Date.now()
    took_s.value = undefined
  } else {
    took_s.value = (Date.now() - began_ms.value) / 1000
    began_ms.value = undefined
  }
}
const { found, trouble } = useAnswer(
  'kitchen/calibrations/ring-cups',
  (): Api<'CupsAsk'> | undefined =>
    ring.value && pan.value && cup.value && took_s.value !== undefined
      ? {
          check: {
            ring: ring.value,
            pan: pan.value,
            cup: cup.value,
            cups: cups.value,
            flame_frac: 1,
            took_s: took_s.value,
          },
          room: kitchen.view?.kitchen.room,
        }
      : undefined,
  (body) => api.POST('/api/v1/kitchen/calibrations/ring-cups', { body }),
)
function keep(): void {
  if (!found.value) return
  const reason = `${ring.value?.name} checked with ${cups.value} cups of water`
  emit('keep', { reason, ring: found.value.ring })
}
</script>

<template>
  <section v-if="ring && pan" class="check" :aria-label="`${ring.name} with cups of water`">
    <p>
      Pour <strong>{{ number(cups, cups % 1 ? 1 : 0) }} cups</strong> ({{
        cup?.name.toLowerCase()
      }}) of cold water into the {{ pan.name.toLowerCase() }}, on the {{ ring.name.toLowerCase() }}.
      No lid. Flame full on, and tap; tap again at a rolling boil.
    </p>
    <AmountField v-model="cups" label="Cups of cold water" unit="×" />
    <p class="figures time" aria-live="off">
      {{ clock(began_ms === undefined ? (took_s ?? 0) : passed_s) }}
      <span class="soft">min</span>
    </p>
    <EventButton
      :words="began_ms === undefined ? (took_s ? 'Once more: flame on' : 'Flame on') : 'It boils'"
      @happened="tap"
    />
    <AmountField
      v-if="began_ms === undefined"
      :model-value="took_s === undefined ? undefined : Math.round(took_s / 6) / 10"
      label="Or the minutes it took"
      unit="min"
      @update:model-value="took_s = 60 * $event"
    />
    <TroubleNote v-if="trouble" :words="trouble" />
    <div v-if="found" class="found" role="status">
      <FigureValue
        label="of its power reaches the pan"
        size="figure"
        :value="number(100 * found.efficiency.value)"
        unit="%"
        :note="`± ${number(100 * found.efficiency.sd, 1)} %`"
      />
      <p>
        Before: {{ number(100 * found.efficiency.before) }} ±
        {{ number(100 * found.efficiency.before_sd) }} %. Known
        {{ number(found.efficiency.narrower, 1) }} times as well now.
      </p>
      <v-btn class="key strong" @click="keep">Keep this</v-btn>
    </div>
    <p class="caution">Boiling water and steam burn. Children and devices off the hob.</p>
    <v-btn class="key" @click="emit('close')">Leave it</v-btn>
  </section>
</template>

<style scoped>
.check {
  display: grid;
  gap: var(--gap-3);
  max-width: 34rem;
}

p {
  margin: 0;
}

.time {
  font: 600 var(--size-figure) var(--display-face);
  line-height: 1;
}

.time .soft {
  font-size: 0.5em;
}

.found {
  display: grid;
  gap: var(--gap-2);
}
</style>
