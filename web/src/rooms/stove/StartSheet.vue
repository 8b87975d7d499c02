<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import StartAgain from './StartAgain.vue'
import StartChoose from './StartChoose.vue'
import StartPlain from './StartPlain.vue'
import StartSweet from './StartSweet.vue'

/** Before anything is on: which sweet or syrup, then what to measure and the button. */
const route = useRoute()
const text = (key: string) => (typeof route.query[key] === 'string' ? route.query[key] : undefined)
const sweet = computed(() => text('sweet'))
const again = computed(() => Number(text('again')) || undefined)
const wanted = computed(() => (text('with') ?? '').split(',').filter(Boolean))
</script>

<template>
  <StartAgain v-if="again" :id="again" :wanted="wanted" />
  <StartSweet v-else-if="sweet" :key="sweet" :sweet-key="sweet" />
  <StartPlain v-else-if="text('plain')" />
  <StartChoose v-else />
</template>
