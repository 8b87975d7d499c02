<script setup lang="ts">
import { ref } from 'vue'
import AmountField from '@/look/pieces/AmountField.vue'

/** A pan that was never weighed, asked for while it can still be told: empty, or with all of the syrup cold in it. */
defineProps<{
  name: string
  /** Whether the syrup may be in it already. */ may_be_full?: boolean
}>()
const emit = defineEmits<{ weighed: [gross_g: number, full: boolean] }>()
const gross_g = ref<number>()
function tell(full: boolean): void {
  if (gross_g.value !== undefined) emit('weighed', gross_g.value, full)
}
</script>

<template>
  <section class="weight" aria-label="What the pan weighs">
    <p>
      {{ name }} was never weighed, so the scale cannot tell the syrup from the pan.
      <template v-if="may_be_full"
        >Put it on the scale now, empty or with everything cold in it.</template
      >
      <template v-else>Put it on the scale now, empty.</template>
    </p>
    <AmountField v-model="gross_g" label="The scale shows" kind="mass" class="shows" />
    <div class="keys">
      <v-btn class="key" :disabled="gross_g === undefined" @click="tell(false)">
        That is the empty pan
      </v-btn>
      <v-btn v-if="may_be_full" class="key" :disabled="gross_g === undefined" @click="tell(true)">
        Everything is in it, cold
      </v-btn>
    </div>
  </section>
</template>

<style scoped>
.weight {
  display: grid;
  gap: var(--gap-2);
  padding-left: var(--gap-3);
  border-left: 4px solid var(--ink);
}

p {
  margin: 0;
}

.shows {
  max-width: 12rem;
}

.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
</style>
