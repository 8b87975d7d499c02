<script setup lang="ts">
import { computed, ref } from 'vue'
import { useKitchen } from '@/live/kitchen'
import AmountField from '@/look/pieces/AmountField.vue'

/** Water that went into the syrup unasked: told in her spoons and cups, or by weight where there is a scale. */
defineProps<{ has_scale: boolean }>()
const emit = defineEmits<{ poured: [water_g: number] }>()
const kitchen = useKitchen()
const open = ref(false)
const water_g = ref<number>()
const pours = computed(() => kitchen.view?.pours ?? [])
function tell(g: number | undefined): void {
  if (g === undefined) return
  open.value = false
  water_g.value = undefined
  emit('poured', g)
}
</script>

<template>
  <v-btn class="key" :aria-expanded="open" @click="open = !open"> Water went in </v-btn>
  <div v-if="open" class="how" role="group" aria-label="How much water went in">
    <form v-if="has_scale" @submit.prevent="tell(water_g)">
      <AmountField v-model="water_g" label="How much" kind="mass" />
      <v-btn type="submit" class="key" :disabled="water_g === undefined">Write it down</v-btn>
    </form>
    <v-btn v-for="p in pours" :key="p.words" class="key" @click="tell(p.water_g)">
      {{ p.words }}
    </v-btn>
  </div>
</template>

<style scoped>
.how,
form {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: var(--gap-2);
}

.how {
  flex-basis: 100%;
}
</style>
