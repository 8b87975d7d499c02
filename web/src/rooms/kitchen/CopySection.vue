<script setup lang="ts">
/** A copy of the whole notebook, to keep elsewhere. */
</script>

<template>
  <section aria-label="A copy of the notebook">
    <h2>A copy of the notebook</h2>
    <p>
      A copy is laid beside the notebook every day. Keep one on another disk too: it holds the
      kitchen, all batches and your own sweets.
    </p>
    <a class="key" href="/api/v1/notebook/copy" download>Take a copy</a>
    <p class="small soft">
      <code>unctum restore FILE</code> brings it back. Only at the kitchen’s computer.
    </p>
  </section>
</template>

<style scoped>
h2 {
  margin-bottom: var(--gap-2);
}

p {
  margin: 0 0 var(--gap-3);
}
</style>
