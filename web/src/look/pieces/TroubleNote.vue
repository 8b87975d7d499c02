<script setup lang="ts">
/** Something did not work: what it is and what to do, read out at once. */
defineProps<{ words: string }>()
</script>

<template>
  <v-alert class="trouble caution">{{ words }}</v-alert>
</template>

<style scoped>
.trouble {
  margin-block: 1em;
  font-weight: 600;
}
</style>
