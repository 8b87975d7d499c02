<script setup lang="ts">
import { computed } from 'vue'
import type { Api } from '@/api/client'
import { about } from '@/units/format'
import { poured } from '@/batch/advice'

/** The answer to the last test, said at once. */
const props = defineProps<{
  test: Api<'TestSaid'>
  advice: Api<'Advice'>
  stage: string
  has_scale: boolean
}>()
/** A test by hand is answered; what an instrument read stands in the figures. */
const BY_HAND = ['pull', 'string', 'seen', 'not_yet']
const words = computed(() => {
  const { advice, test } = props
  switch (test.against) {
    case 'there':
      return `That is ${props.stage}.`
    case 'past':
      return advice.kind === 'add_water'
        ? `That is past ${props.stage}: ${poured(advice.water_g, props.has_scale)} of water brings it back.`
        : `That is past ${props.stage}.`
    case 'not_yet':
      if (!BY_HAND.includes(test.reading.kind)) return ''
      if (advice.kind === 'back_on') return `Not yet: ${about(advice.heat_s)} more on the flame.`
      if (advice.kind === 'carries_on') return 'Not yet. The hot pan still carries it on.'
      if (advice.kind === 'not_yet') return `Not yet: ${about(advice.more_s)} more.`
      return advice.kind === 'test' ? 'Not yet, at the last look: pull another drop.' : ''
  }
})
</script>

<template>
  <p v-if="words" class="said" :class="test.against" role="status">{{ words }}</p>
</template>

<style scoped>
.said {
  margin: 0;
  padding-left: var(--gap-3);
  border-left: 4px solid var(--ink);
  font-size: var(--size-lead);
  font-weight: 650;
}
</style>
