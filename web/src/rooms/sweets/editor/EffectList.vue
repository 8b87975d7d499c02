<script setup lang="ts">
import FoldPart from '@/look/pieces/FoldPart.vue'
import { ref } from 'vue'
import type { Api } from '@/api/client'
import AmountField from '@/look/pieces/AmountField.vue'
import { newEffect } from './blank'
import { COMPONENTS, EFFECTS } from './works'
import ChoiceField from '@/look/pieces/ChoiceField.vue'
import LineField from '@/look/pieces/LineField.vue'

/** What becomes of the mass at a step: what boils off, is sieved out, pressed out, taken up. */
type Effect = Api<'Effect'>
const effects = defineModel<Effect[]>({ required: true })
defineProps<{ stages: readonly Api<'Stage'>[] }>()

const chosen = ref<Effect['kind']>('dry_to')
const kinds = Object.entries(EFFECTS).map(([value, words]) => ({ value, title: words.name }))
const parts = Object.entries(COMPONENTS) as [keyof Api<'Composition'>, string][]

/** The shares by component of an effect that tells them apart. */
const shares = (effect: Effect) =>
  effect.kind === 'sieve' ? effect.holds : effect.kind === 'separate' ? effect.keeps : undefined
</script>

<template>
  <div class="effects">
    <ol v-if="effects.length" aria-label="What becomes of it">
      <li v-for="(effect, i) in effects" :key="i">
        <span class="name">{{ EFFECTS[effect.kind].name }}</span>
        <ChoiceField
          v-if="effect.kind === 'boil_to_stage'"
          v-model="effect.stage"
          label="Stage"
          :items="stages.map((s) => ({ value: s.key, title: s.name }))"
        />
        <AmountField
          v-if="'water_frac' in effect"
          v-model="effect.water_frac"
          label="Water at the end"
          kind="share"
        />
        <AmountField
          v-if="effect.kind === 'reduce_to'"
          v-model="effect.ratio_frac"
          label="Of it is left"
          kind="share"
        />
        <AmountField
          v-if="effect.kind === 'lose'"
          v-model="effect.share_frac"
          label="Of it is lost"
          kind="share"
        />
        <AmountField
          v-if="effect.kind === 'sieve'"
          v-model="effect.wet_frac"
          label="Of all stays wet in the sieve"
          kind="share"
          accepts="any"
        />
        <AmountField
          v-if="effect.kind === 'take_up'"
          v-model="effect.gain_frac"
          label="Gain, of its own mass"
          kind="share"
          accepts="any"
        />
        <LineField
          v-if="'what' in effect"
          :label="EFFECTS[effect.kind].rest ?? ''"
          :model-value="effect.what"
          @update:model-value="effect.what = $event"
        />
        <v-btn class="key" @click="effects = effects.filter((_, at) => at !== i)"> Not this </v-btn>
        <FoldPart v-if="shares(effect)" class="parts" title="What stays, part by part">
          <div>
            <template v-for="[field, name] in parts" :key="field">
              <AmountField
                v-if="shares(effect)"
                :label="name"
                kind="share"
                accepts="any"
                :model-value="shares(effect)?.[field]"
                @update:model-value="Object.assign(shares(effect) ?? {}, { [field]: $event })"
              />
            </template>
          </div>
        </FoldPart>
      </li>
    </ol>
    <div class="add">
      <ChoiceField v-model="chosen" label="What happens to it" :items="kinds" />
      <v-btn class="key" @click="effects = [...effects, newEffect(chosen)]"> This happens </v-btn>
    </div>
  </div>
</template>

<style scoped>
.effects,
ol {
  display: grid;
  gap: var(--gap-2);
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-4);
  align-items: end;
}

li > .v-input {
  flex: 1 1 8rem;
}

.name {
  flex: 1 1 12rem;
  align-self: center;
}

.add {
  display: grid;
  grid-template-columns: minmax(12rem, 20rem) auto;
  gap: var(--gap-4);
  align-items: end;
  justify-content: start;
}

.parts {
  flex-basis: 100%;
}

.parts > div {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(7rem, 100%), 1fr));
  gap: var(--gap-2) var(--gap-3);
}
</style>
