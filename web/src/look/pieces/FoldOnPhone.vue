<script setup lang="ts">
import { useDisplay } from 'vuetify'
import FoldPart from './FoldPart.vue'

/** What stands beside the work on a large screen, and is folded under it on a phone. */
defineProps<{ title: string }>()
const { mobile } = useDisplay()
</script>

<template>
  <FoldPart v-if="mobile" :title="title"><slot /></FoldPart>
  <slot v-else />
</template>
