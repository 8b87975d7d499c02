<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { sayLesson } from './lesson'

/** After a verdict: what to do with this batch, and what to change the next time. */
const props = defineProps<{ lesson: Api<'Lesson'>; has_scale: boolean }>()
const said = computed(() => sayLesson(props.lesson, props.has_scale))
</script>

<template>
  <div class="lesson">
    <p v-if="lesson.now.kind !== 'nothing'"><strong>Now:</strong> {{ said.now }}</p>
    <p><strong>Next time:</strong> {{ said.next }}</p>
  </div>
</template>

<style scoped>
.lesson {
  padding-left: var(--gap-3);
  border-left: 4px solid var(--ink);
  font-size: var(--size-lead);
}

p {
  margin: 0 0 var(--gap-2);
  max-width: 40rem;
}
</style>
