<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { dayAndHour } from '@/units/format'
import { sayLesson } from './lesson'
import { textureName } from './textures'

/** One line at the next start: how it was the last time, and what to change. */
const props = defineProps<{
  last: Api<'LastTime'>
  has_scale: boolean
  /** How far it is aimed by that, in stages; 0 where she took it back; none where nothing is aimed otherwise. */
  aim?: number
}>()
const emit = defineEmits<{ aim: [stages: number] }>()
const said = computed(() => props.last.lesson && sayLesson(props.last.lesson, props.has_scale))
const note = computed(() => props.last.verdict.note?.trim().replace(/\.$/, ''))
</script>

<template>
  <p class="last">
    <router-link :to="`/notebook/${last.id}`">Last time</router-link>,
    {{ dayAndHour(last.started_ms) }}:
    <strong>{{ textureName(last.verdict.texture).toLowerCase() }}</strong><template v-if="note"
      >, “{{ note }}”</template
    >.<template v-if="said"> This time {{ said.next }}</template>
    <template v-if="aim">
      The figures below heed that.
      <v-btn class="key" @click="emit('aim', 0)">As it is written instead</v-btn>
    </template>
    <v-btn
      v-else-if="aim === 0 && last.aim_stages != null"
      class="key"
      @click="emit('aim', last.aim_stages)"
    >
      Heed it after all
    </v-btn>
  </p>
</template>

<style scoped>
.last {
  margin: 0;
  padding-left: var(--gap-3);
  border-left: 4px solid var(--ink);
  font-size: var(--size-lead);
}

a {
  display: inline-block;
  min-height: 1.75rem;
}
</style>
