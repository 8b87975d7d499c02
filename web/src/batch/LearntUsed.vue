<script setup lang="ts">
import { computed } from 'vue'
import { useKitchen } from '@/live/kitchen'
import LearntSaid from './LearntSaid.vue'

/** Everything learnt that the kitchen is reckoned with. */
const kitchen = useKitchen()
const learnt = computed(() => kitchen.view?.learnt ?? [])
</script>

<template>
  <LearntSaid :learnt="learnt" />
</template>
