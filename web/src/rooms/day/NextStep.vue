<script setup lang="ts">
import type { Api } from '@/api/client'
import { dayAt, lasts, wall } from './clockWords'

/** What is to be done next by hand, large. */
defineProps<{
  told: Api<'DaysTold'>
  step: Api<'DayStepTold'> & { batch: Api<'DayBatchTold'>; where: string }
}>()
defineEmits<{ pick: [] }>()
</script>

<template>
  <section class="next" aria-label="Next">
    <p class="label">Next · {{ step.batch.title }}</p>
    <v-btn class="big" @click="$emit('pick')">{{ step.title }}</v-btn>
    <p class="figures">
      {{ dayAt(told, step.from_min)?.words }}, {{ wall(told, step.from_min) }} ·
      {{ lasts(step.to_min - step.from_min) }} · {{ step.cook
      }}<template v-if="step.from_cook">, taken over from {{ step.from_cook }}</template>
    </p>
    <p v-if="step.where" class="small soft">{{ step.where }}</p>
    <p v-if="step.heat_too">{{ step.heat_too }}.</p>
  </section>
</template>

<style scoped>
.next {
  padding-bottom: var(--gap-3);
}

.next p {
  margin: 0;
}

.big {
  width: 100%;
  padding: var(--gap-1) 0;
  border: 0;
  background: none;
  font-family: var(--display-face);
  font-size: var(--size-figure);
  font-weight: 600;
  line-height: 1.1;
  color: inherit;
  text-align: left;
  cursor: pointer;
}
</style>
