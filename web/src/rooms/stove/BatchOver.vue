<script setup lang="ts">
import LessonSaid from '@/batch/LessonSaid.vue'
import VerdictForm from '@/batch/VerdictForm.vue'
import { hasScale } from '@/units/measures'
import QuietKeys from './QuietKeys.vue'
import type { CookSheet } from './useCookSheet'

/** A batch that is over: how it turned out, what that teaches, and the way back. */
const props = defineProps<{ sheet: CookSheet }>()
const { batch, state, setup } = props.sheet
</script>

<template>
  <section class="over">
    <template v-if="batch && setup && state?.phase === 'done'">
      <VerdictForm :verdict="batch.verdict" :has_scale="hasScale(setup)" @judged="sheet.judge" />
      <LessonSaid
        v-if="batch.lesson && batch.verdict"
        :lesson="batch.lesson"
        :has_scale="hasScale(setup)"
      />
    </template>
    <QuietKeys can-undo ended @undo="sheet.undo" />
  </section>
</template>

<style scoped>
.over {
  display: grid;
  gap: var(--gap-5);
}
</style>
