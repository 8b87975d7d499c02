<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import AmountField from '@/look/pieces/AmountField.vue'
import ChoiceField from '@/look/pieces/ChoiceField.vue'

/** What a step takes over from others, and what it only waits for. */
const step = defineModel<Api<'Step'>>({ required: true })
const props = defineProps<{ others: readonly { title: string; value: string }[] }>()

const free = computed(() =>
  props.others.filter(
    (o) =>
      !step.value.takes?.some((t) => t.step === o.value) && !step.value.after?.includes(o.value),
  ),
)
const after = computed({
  get: () => step.value.after ?? [],
  set: (steps) => (step.value.after = steps),
})
const HOW = [
  { title: 'mixed in', value: false },
  { title: 'to lie in', value: true },
]
function takeOver(): void {
  const from = free.value.at(-1)?.value
  if (!from) return
  step.value.takes = [...(step.value.takes ?? []), { step: from, share_frac: 1, medium: false }]
}
</script>

<template>
  <div class="takes">
    <ul v-if="step.takes?.length" aria-label="What it takes over">
      <li v-for="(take, i) in step.takes" :key="i">
        <ChoiceField v-model="take.step" label="Takes over from" :items="others" />
        <AmountField
          label="Of it"
          kind="share"
          :model-value="take.share_frac ?? 1"
          @update:model-value="take.share_frac = $event"
        />
        <ChoiceField
          label="How"
          :items="HOW"
          :model-value="take.medium ?? false"
          @update:model-value="take.medium = $event"
        />
        <span v-if="take.side" class="soft small">what was left there: {{ take.side }}</span>
        <v-btn class="key" @click="step.takes?.splice(i, 1)">Not from there</v-btn>
      </li>
    </ul>
    <fieldset v-if="others.length" class="waits">
      <legend class="small soft">
        Waits also for: steps that come first without handing anything over
      </legend>
      <v-checkbox
        v-for="other in others"
        :key="other.value"
        v-model="after"
        :value="other.value"
        :label="other.title"
      />
    </fieldset>
    <v-btn class="key" :disabled="!free.length" @click="takeOver">
      It takes over from another step
    </v-btn>
  </div>
</template>

<style scoped>
.takes {
  display: grid;
  gap: var(--gap-2);
  justify-items: start;
}

.waits,
ul {
  width: 100%;
}

ul {
  display: grid;
  gap: var(--gap-2);
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(5rem, 1fr) minmax(7rem, 1fr) auto;
  gap: var(--gap-2) var(--gap-4);
  align-items: end;
}

.waits {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--gap-4);
  margin: 0;
  padding: 0;
  border: 0;
}

@container room (max-width: 38rem) {
  li {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
