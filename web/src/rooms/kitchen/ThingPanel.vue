<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import AmountField from '@/look/pieces/AmountField.vue'
import { METALS, RING_KINDS, type Check } from './checks'
import { figuresOf, ofKind, type Thing } from './things'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import LineField from '@/look/pieces/LineField.vue'

/** One thing opened: its fields, the check that makes it known better, its figures for who asks. Edits in place. */
const thing = defineModel<Thing>('thing', { required: true })
const props = defineProps<{
  index: number
  words: Api<'ThingWords'> | undefined
  water_boil_c: number
}>()
const emit = defineEmits<{ check: [check: Check]; cups: []; remove: [] }>()

const kitchen = useKitchen()
/** A ring of another kind is taken as rings of that kind are. */
const kindOf = (ring: Api<'Ring'>, kind: Api<'RingKind'>) =>
  Object.assign(ring, ofKind(ring, kind, kitchen.view?.ring_kinds ?? []))
const checks = computed((): { kind: Check['kind']; words: string; label: string }[] => {
  const t = thing.value
  switch (t.of) {
    case 'rings':
      return [
        {
          kind: 'ring-heating',
          words: 'Heat water, with a thermometer',
          label: `Check ${t.ring.name} by heating water`,
        },
        {
          kind: 'ring-boil-off',
          words: 'Boil water off, with a scale',
          label: `Check ${t.ring.name} by boiling water off`,
        },
      ]
    case 'pans':
      return [{ kind: 'pan', words: 'Weigh it once', label: `Weigh ${t.pan.name} once` }]
    case 'thermometers':
      return [
        {
          kind: 'thermometer',
          words: 'Hold it in boiling water',
          label: `Check ${t.thermometer.name} in boiling water`,
        },
      ]
    case 'measures':
      return [
        {
          kind: 'measure',
          words: 'Weigh water in it',
          label: `Weigh water in the ${t.measure.name}`,
        },
      ]
    case 'trays':
      return []
  }
})
const check = (kind: Check['kind']) =>
  emit('check', kind === 'pressure' ? { kind } : { kind, index: props.index })
const figures = computed(() => figuresOf(thing.value, props.water_boil_c))
function weighed(pan: Api<'Pan'>, tare_g: number): void {
  pan.tare_g = tare_g
  pan.weighed = true
}
</script>

<template>
  <div class="panel">
    <p v-if="words" class="lead">
      {{ words.like }}<template v-if="words.known">, {{ words.known }}</template>
    </p>
    <div class="fields">
      <template v-if="thing.of === 'rings'">
        <LineField v-model="thing.ring.name" label="Name" />
        <ChoiceField
          label="Kind"
          :items="RING_KINDS"
          :model-value="thing.ring.kind"
          @update:model-value="kindOf(thing.ring, $event)"
        />
        <AmountField v-model="thing.ring.rated_power_w" label="Power on its plate" unit="W" />
      </template>
      <template v-else-if="thing.of === 'pans'">
        <LineField v-model="thing.pan.name" label="Name" />
        <AmountField v-model="thing.pan.diameter_cm" label="Inner diameter" kind="cm" />
        <AmountField v-model="thing.pan.wall_height_cm" label="Height of the wall" kind="cm" />
        <AmountField
          :model-value="thing.pan.weighed === false ? undefined : thing.pan.tare_g"
          label="Empty weight"
          kind="mass"
          @update:model-value="weighed(thing.pan, $event)"
          @emptied="thing.pan.weighed = false"
        />
        <ChoiceField v-model="thing.pan.metal" label="Made of" :items="METALS" />
      </template>
      <template v-else-if="thing.of === 'thermometers'">
        <LineField v-model="thing.thermometer.name" label="Name" />
        <AmountField
          v-model="thing.thermometer.offset_k"
          label="Reads high by"
          kind="difference"
          accepts="any"
        />
      </template>
      <template v-else-if="thing.of === 'measures'">
        <LineField v-model="thing.measure.name" label="Name" />
        <AmountField v-model="thing.measure.volume_ml" label="Holds, level" kind="volume" />
      </template>
      <template v-else>
        <LineField v-model="thing.tray.name" label="Name" />
        <AmountField v-model="thing.tray.length_cm" label="Length" kind="cm" />
        <AmountField v-model="thing.tray.width_cm" label="Width" kind="cm" />
        <AmountField v-model="thing.tray.height_cm" label="Height" kind="cm" />
      </template>
    </div>
    <p v-if="thing.of === 'pans' && thing.pan.weighed === false" class="soft">
      Not weighed: weight and heat are guessed from its make.
    </p>
    <div class="keys">
      <v-btn v-if="thing.of === 'rings'" class="key" @click="$emit('cups')">
        Two cups and a clock
      </v-btn>
      <v-btn
        v-for="c in checks"
        :key="c.kind"
        class="key"
        :aria-label="c.label"
        @click="check(c.kind)"
      >
        {{ c.words }}
      </v-btn>
      <v-btn class="key" @click="$emit('remove')">Take it out</v-btn>
    </div>
    <slot />
    <FoldPart title="Its figures">
      <p class="figures soft">{{ figures }}</p>
    </FoldPart>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: var(--gap-3);
  padding: var(--gap-3) 0 var(--gap-4);
  border-bottom: var(--line) solid var(--steel);
}

p {
  margin: 0;
}

.lead {
  font-size: var(--size-lead);
}

.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(9rem, 45%), 1fr));
  gap: var(--gap-4) var(--gap-5);
  align-items: end;
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}

.fold {
  color: var(--ink-soft);
}
</style>
