<script setup lang="ts">
import FoldPart from './FoldPart.vue'

/** A part of a room that is seldom needed: its heading and what stands there in short; a tap opens it. */
defineProps<{ title: string; note?: string }>()
</script>

<template>
  <section :aria-label="title">
    <FoldPart heading :title="title" :note="note"><slot /></FoldPart>
  </section>
</template>

<style scoped>
section {
  border-top: var(--line) solid var(--steel);
}
</style>
