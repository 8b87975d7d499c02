<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { computed } from 'vue'
import { useKitchen } from '@/live/kitchen'
import AmountField from '@/look/pieces/AmountField.vue'
import DragBar from '@/look/pieces/DragBar.vue'
import KitchenSelect from '@/rooms/pieces/KitchenSelect.vue'
import { number } from '@/units/format'
import type { Later, PanAsk, Part } from './ask'
import FlameRow from '@/rooms/pieces/FlameRow.vue'
import SweetenerRow from './SweetenerRow.vue'
import ChoiceField from '@/look/pieces/ChoiceField.vue'

/** Everything that can be set for one pan of the bench. */
const props = defineProps<{ ask: PanAsk }>()
const emit = defineEmits<{ change: [part: Partial<PanAsk>] }>()
const kitchen = useKitchen()

void kitchen.loadSweeteners()

const setPart = (i: number, part: Part) =>
  emit('change', { parts: props.ask.parts.map((p, k) => (k === i ? part : p)) })
const dropPart = (i: number) => emit('change', { parts: props.ask.parts.filter((_, k) => k !== i) })
const addPart = () =>
  emit('change', { parts: [...props.ask.parts, { sweetener: 'cane-jaggery', mass_g: 100 }] })

const setLater = (i: number, later: Partial<Later>) =>
  emit('change', { later: props.ask.later.map((c, k) => (k === i ? { ...c, ...later } : c)) })
const dropLater = (i: number) =>
  emit('change', { later: props.ask.later.filter((_, k) => k !== i) })
function addLater(): void {
  const minute = (props.ask.later.at(-1)?.minute ?? 0) + 5
  const low = kitchen.view?.flame_dial.low ?? 0.3
  const then = { minute, flame_frac: low, lid: false, stirring: false, water_added_g: 0 }
  emit('change', { later: [...props.ask.later, then] })
}

const stages = computed(() =>
  kitchen.ladder
    .filter((s) => s.key !== 'thin')
    .map((s) => ({ title: s.name, value: s.key, props: { subtitle: s.local_name } })),
)
const here_m = computed(() => kitchen.view?.kitchen.room.altitude_m)
const gritty = computed(() => props.ask.parts.some((p) => p.sweetener.endsWith('jaggery')))
</script>

<template>
  <div class="controls">
    <SweetenerRow
      v-for="(part, i) in ask.parts"
      :key="i"
      :part="part"
      :sweeteners="kitchen.sweeteners"
      :removable="ask.parts.length > 1"
      @change="setPart(i, $event)"
      @remove="dropPart(i)"
    />
    <div>
      <AmountField
        label="Water"
        kind="mass"
        :model-value="ask.water_g"
        @update:model-value="emit('change', { water_g: $event })"
      />
      <DragBar
        bare
        label="Water, dragged"
        :min="20"
        :max="1500"
        :step="5"
        :model-value="ask.water_g"
        @update:model-value="emit('change', { water_g: $event })"
      />
    </div>
    <v-checkbox
      v-if="gritty"
      label="Strained once dissolved"
      :model-value="ask.strained"
      @update:model-value="emit('change', { strained: !ask.strained })"
    />
    <v-btn class="key small" @click="addPart">Add jaggery or another</v-btn>
    <ChoiceField
      label="Boil to"
      :items="stages"
      :model-value="ask.stage"
      @update:model-value="emit('change', { stage: $event })"
    />
    <KitchenSelect
      of="pan"
      :model-value="ask.pan_id"
      @update:model-value="emit('change', { pan_id: Number($event) })"
    />
    <KitchenSelect
      of="ring"
      :model-value="ask.ring_id"
      @update:model-value="emit('change', { ring_id: Number($event) })"
    />
    <FlameRow
      :model-value="ask.flame_frac"
      @update:model-value="emit('change', { flame_frac: $event })"
    />
    <FoldPart title="Flame, lid or water changed on the way" :open="!!ask.later.length">
      <fieldset v-for="(c, i) in ask.later" :key="i" class="later">
        <legend class="label">after {{ number(c.minute) }} min</legend>
        <AmountField
          label="From minute"
          unit="min"
          :model-value="c.minute"
          @update:model-value="setLater(i, { minute: $event })"
        />
        <FlameRow
          off
          :label="`Flame after ${number(c.minute)} min`"
          :model-value="c.flame_frac"
          @update:model-value="setLater(i, { flame_frac: $event })"
        />
        <v-checkbox
          label="Lid on"
          :model-value="c.lid"
          @update:model-value="setLater(i, { lid: !c.lid })"
        />
        <v-checkbox
          label="Stirred"
          :model-value="c.stirring"
          @update:model-value="setLater(i, { stirring: !c.stirring })"
        />
        <AmountField
          label="Water poured in"
          kind="mass"
          accepts="any"
          :model-value="c.water_added_g"
          @update:model-value="setLater(i, { water_added_g: Math.max(0, $event) })"
        />
        <v-btn class="key small" @click="dropLater(i)">Leave this out</v-btn>
      </fieldset>
      <v-btn class="key small" @click="addLater">Then…</v-btn>
    </FoldPart>
    <KitchenSelect
      of="thermometer"
      :model-value="ask.thermometer_id"
      @update:model-value="emit('change', { thermometer_id: $event })"
    />
    <AmountField
      label="Altitude"
      unit="m"
      accepts="any"
      :model-value="ask.altitude_m ?? here_m"
      @update:model-value="emit('change', { altitude_m: $event })"
    />
  </div>
</template>

<style scoped>
.controls {
  display: grid;
  gap: var(--gap-3);
  align-content: start;
}

.key.small {
  min-height: 2.75rem;
  font-size: var(--size-small);
}

.later {
  display: grid;
  gap: var(--gap-2);
  margin: var(--gap-2) 0;
  padding: var(--gap-2) 0 var(--gap-3) var(--gap-3);
  border: 0;
  border-left: 2px solid var(--steel);
}
</style>
