<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { lasts } from './clockWords'

/** What a change of the days would do, before it is taken. */
const props = defineProps<{ would: Api<'DaysPlanned'> }>()
defineEmits<{ take: [anew: boolean]; leave: [] }>()

const none = computed(() => !Object.keys(props.would.starts).length)
const late = computed(() => props.would.told.orders.filter((o) => o.late_min > 0))
</script>

<template>
  <section class="moved" aria-label="What would change">
    <p v-if="none"><strong>So it cannot be done.</strong></p>
    <p v-else-if="!would.moved.length"><strong>Nothing moves for it.</strong></p>
    <p v-else><strong>This would move:</strong></p>
    <p v-for="m in would.moved" :key="m">{{ m }}</p>
    <p v-if="would.moved.length && would.stays.length">
      Where they were: {{ would.stays.join(', ') }}.
    </p>
    <p v-for="b in would.because" :key="b" class="caution">{{ b }}</p>
    <p v-for="s in would.told.said" :key="s" class="caution">{{ s }}</p>
    <p v-for="o in late" :key="o.id" class="caution">
      {{ o.who }} would be {{ lasts(o.late_min) }} late.
    </p>
    <div class="keys">
      <v-btn v-if="!none" class="key strong" @click="$emit('take', false)">Do it so</v-btn>
      <v-btn class="key" :class="{ strong: none }" @click="$emit('leave')"
        >Leave it as it was</v-btn
      >
      <v-btn class="key" @click="$emit('take', true)">Take it and plan all anew</v-btn>
    </div>
  </section>
</template>

<style scoped src="./day.css"></style>
