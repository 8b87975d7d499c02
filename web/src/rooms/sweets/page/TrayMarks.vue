<script setup lang="ts">
import { computed, watch } from 'vue'
import type { Api } from '@/api/client'
import TrayDrawing from '@/look/drawings/TrayDrawing.vue'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import DragBar from '@/look/pieces/DragBar.vue'
import FigureValue from '@/look/pieces/FigureValue.vue'
import KeyRow from '@/look/pieces/KeyRow.vue'
import {
  centimetres,
  centimetreUnit,
  grams,
  gramUnit,
  millimetres,
  millimetreUnit,
  percent,
} from '@/units/format'
import { useTray, type Pattern } from './useTray'

/** Into which tray, how thick, and how it is marked: whole pieces, edges, trim. */
const props = defineProps<{
  laid: readonly Api<'Laid'>[]
  pieces: Api<'PieceFigures'>
  thick_mm?: number
}>()
const emit = defineEmits<{ lies: [thickness_mm: number | undefined] }>()
const view = useTray(() => props.laid, props.thick_mm)
const { place, tray_id, pattern, piece_cm, angle_deg, marked, spread_cm } = view

const PATTERNS: { key: Pattern; name: string }[] = [
  { key: 'square', name: 'Squares' },
  { key: 'finger', name: 'Fingers' },
  { key: 'diamond', name: 'Diamonds' },
]
const places = computed(() =>
  props.laid.map((p) => ({
    title: p.tray_id
      ? `${p.name}, ${centimetres(p.ask.length_cm)} × ${centimetres(p.ask.width_cm)} ${centimetreUnit()}`
      : p.name,
    value: String(p.tray_id ?? 'board'),
  })),
)
const where = computed({
  get: () => String(place.value?.tray_id ?? 'board'),
  set: (key: string) => (tray_id.value = key === 'board' ? 'board' : Number(key)),
})
const length_of = computed(() => place.value?.ask.length_cm ?? 0)
const several = computed(() => {
  const n = place.value?.trays ?? 1
  if (n < 2) return ''
  return place.value?.tray_id
    ? `It takes ${n} of them, each like this.`
    : `In ${n} sheets, each like this.`
})
/** She laid it otherwise: what cools and sets follows. */
watch(
  () => [view.moved.value, marked.value?.thickness_mm] as const,
  ([moved, thick_mm]) => emit('lies', moved ? (thick_mm ?? undefined) : undefined),
)
/** What is drawn until she moves it: as the core answered. */
const side_cm = computed({
  get: () => piece_cm.value ?? marked.value?.piece_cm ?? 3,
  set: (cm: number) => (piece_cm.value = cm),
})
const length_cm = computed({
  get: () => marked.value?.spread_cm ?? length_of.value,
  set: (cm: number) => (spread_cm.value = cm),
})
/** Whether she cuts it otherwise than the amounts count on. */
const otherwise = computed(() => view.moved.value || piece_cm.value !== undefined)
const thick = computed(() =>
  marked.value?.thickness_mm ? millimetres(marked.value.thickness_mm) : '–',
)
const said = computed(
  () =>
    `${place.value?.name ?? ''}: the mass lies ${thick.value} ${millimetreUnit()} thick, ` +
    `${marked.value?.whole_pieces ?? 0} whole pieces`,
)
</script>

<template>
  <section class="marks" aria-labelledby="marks">
    <h3 id="marks">In the tray</h3>
    <TrayDrawing
      v-if="place"
      :tray_length_cm="place.ask.length_cm"
      :tray_width_cm="place.ask.width_cm"
      :length_cm="length_cm"
      :marked="marked"
      :said="said"
      @spread="length_cm = $event"
    />
    <div class="figures-row">
      <FigureValue
        label="whole pieces"
        size="figure"
        :value="marked ? String(marked.whole_pieces) : '–'"
        unit=""
      />
      <FigureValue
        label="one piece"
        size="plain"
        :value="marked?.piece_g ? grams(marked.piece_g) : '–'"
        :unit="gramUnit()"
      />
      <FigureValue label="thick" size="plain" :value="thick" :unit="millimetreUnit()" />
      <FigureValue
        label="trim"
        size="plain"
        :value="marked?.trim_g ? grams(marked.trim_g) : '–'"
        :unit="gramUnit()"
      />
    </div>
    <p v-if="several">{{ several }}</p>
    <p v-for="words in marked?.said" :key="words" class="caution">{{ words }}</p>
    <p v-if="view.trouble.value" class="caution">{{ view.trouble.value }}</p>
    <p v-else-if="marked" class="small soft">
      {{ marked.edge_pieces }} pieces are cut by an edge; {{ percent(marked.trim_frac) }} % of it is
      trim.<template v-if="marked.more_pieces"
        >{{ ' ' }}{{ marked.more_pieces }} more than is counted on: the cook’s share.</template
      ><template v-if="pieces.count && otherwise">
        The amounts above count on {{ pieces.count }}.</template
      >
    </p>
    <v-btn v-if="marked?.better" class="key" @click="piece_cm = marked.better.piece_cm">
      At {{ centimetres(marked.better.piece_cm, 1) }} {{ centimetreUnit() }}:
      {{ marked.better.whole_pieces }} pieces, {{ percent(marked.better.trim_frac) }} % trim
    </v-btn>
    <div class="controls">
      <ChoiceField v-model="where" label="Where it lies" :items="places" />
      <KeyRow v-model="pattern" label="Marked in" :choices="PATTERNS" />
      <DragBar
        v-model="side_cm"
        :label="`${pattern === 'finger' ? 'Length' : 'Side'} of a piece, ${centimetres(side_cm, 1)} ${centimetreUnit()}`"
        :min="1.5"
        :max="8"
        :step="0.1"
      />
      <DragBar
        v-if="pattern === 'diamond'"
        v-model="angle_deg"
        :label="`Angle, ${angle_deg}°`"
        :min="30"
        :max="90"
        :step="5"
      />
      <DragBar
        v-model="length_cm"
        :label="`Spread to ${centimetres(length_cm, 1)} ${centimetreUnit()}`"
        :min="4"
        :max="Math.floor(length_of)"
        :step="0.5"
      />
    </div>
  </section>
</template>

<style scoped>
.marks {
  display: grid;
  gap: var(--gap-3);
  align-content: start;
}

h3,
p {
  margin: 0;
}

.figures-row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3) var(--gap-6);
  align-items: end;
}

.controls {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(14rem, 1fr));
  gap: var(--gap-3) var(--gap-5);
  align-items: end;
}
</style>
