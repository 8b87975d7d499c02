<script setup lang="ts">
/** What is being fetched: a word for it, and the place it will take, so that nothing jumps when it comes. */
defineProps<{ words: string; tall?: boolean }>()
</script>

<template>
  <div class="waiting">
    <p class="soft">{{ words }}</p>
    <v-skeleton-loader
      boilerplate
      :type="tall ? 'heading, paragraph, image, paragraph' : 'heading, paragraph'"
      aria-hidden="true"
    />
  </div>
</template>

<style scoped>
.waiting p {
  margin: 0;
}
</style>
