<script setup lang="ts">
import FoldSection from '@/look/pieces/FoldSection.vue'

/** A copy of the whole notebook, to keep elsewhere. */
</script>

<template>
  <FoldSection title="A copy of the notebook" note="one is laid beside it every day">
    <p>Keep one on another disk too: it holds the kitchen, all batches and your own sweets.</p>
    <a class="key" href="/api/v1/notebook/copy" download>Take a copy</a>
    <p class="small soft">
      It is taken, and brought back, at the kitchen’s computer by whoever looks after it.
    </p>
  </FoldSection>
</template>

<style scoped>
p {
  margin: 0 0 var(--gap-3);
}
</style>
