<script setup lang="ts">
import type { Api } from '@/api/client'
import { about } from '@/units/format'

/** A flame that was told off late: it may have been off when it was called. */
const props = defineProps<{ late: Api<'OffLate'> }>()
const emit = defineEmits<{ log: [event: Api<'BatchEvent'>] }>()
const then = () =>
  emit('log', {
    event: 'amended',
    amended_seq: props.late.seq,
    amended_ms: props.late.called_ms,
  })
</script>

<template>
  <section class="late" aria-label="When it went off">
    <p>The call was {{ about(late.late_s) }} before that. Was the flame off by then?</p>
    <v-btn class="key" @click="then">It was off when called</v-btn>
  </section>
</template>

<style scoped>
.late {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-3) var(--gap-4);
  padding-left: var(--gap-3);
  border-left: 4px solid var(--ink);
}

p {
  margin: 0;
  font-size: var(--size-lead);
}
</style>
