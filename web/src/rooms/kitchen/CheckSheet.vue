<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useKitchen } from '@/live/kitchen'
import FigureValue from '@/look/pieces/FigureValue.vue'
import TroubleNote from '@/look/pieces/TroubleNote.vue'
import { number } from '@/units/format'
import AirCheck from './AirCheck.vue'
import MeasureCheck from './MeasureCheck.vue'
import PanCheck from './PanCheck.vue'
import RingCheck from './RingCheck.vue'
import ThermometerCheck from './ThermometerCheck.vue'
import { STEPS, TITLES, type Check, type Found } from './checks'
import type { KitchenDocument } from './useKitchenEdit'

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

const ring = computed(() => doc.value?.rings[at.value]?.ring)
const thermometer = computed(() => doc.value?.thermometers[at.value]?.thermometer)
const measure = computed(() => doc.value?.measures?.[at.value]?.measure)
const pan = computed(() => doc.value?.pans[at.value]?.pan)
const name = computed(() => {
  switch (props.check.kind) {
    case 'ring-heating':
    case 'ring-boil-off':
      return ring.value?.name
    case 'thermometer':
      return thermometer.value?.name
    case 'measure':
      return measure.value?.name
    case 'pan':
      return pan.value?.name
    case 'pressure':
      return undefined
  }
})
const title = computed(() => `${name.value ?? ''} ${TITLES[props.check.kind]}`.trim())

const found = ref<Found>()
const trouble = ref<string>()
function keep(): void {
  const it = found.value
  if (it) emit('keep', `${title.value}: ${it.value} ${it.unit}`, it.change)
}
</script>

<template>
  <section class="check" :aria-label="title">
    <header>
      <h2 ref="heading" tabindex="-1">{{ title }}</h2>
      <v-btn class="key" @click="emit('close')">Leave it</v-btn>
    </header>
    <ol>
      <li v-for="s in STEPS[check.kind]" :key="s">{{ s }}</li>
    </ol>
    <div class="entry">
      <RingCheck
        v-if="(check.kind === 'ring-heating' || check.kind === 'ring-boil-off') && ring"
        v-bind="{ by: check.kind, ring, index: at, room }"
        v-model:found="found"
        v-model:trouble="trouble"
      />
      <ThermometerCheck
        v-else-if="check.kind === 'thermometer' && thermometer"
        v-bind="{ thermometer, index: at, room }"
        v-model:found="found"
        v-model:trouble="trouble"
      />
      <MeasureCheck
        v-else-if="check.kind === 'measure' && measure"
        v-bind="{ measure, index: at, room }"
        v-model:found="found"
        v-model:trouble="trouble"
      />
      <PanCheck
        v-else-if="check.kind === 'pan' && pan"
        v-bind="{ pan, index: at }"
        v-model:found="found"
        v-model:trouble="trouble"
      />
      <AirCheck v-else v-model:found="found" v-model:trouble="trouble" />
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
      <v-btn class="key strong" @click="keep">Keep this</v-btn>
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
