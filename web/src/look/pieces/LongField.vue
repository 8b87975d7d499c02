<script setup lang="ts">
/** A few lines to write on; it grows with what is written. */
defineProps<{ label: string; rows?: number }>()
const text = defineModel<string>({ required: true })
</script>

<template>
  <v-textarea v-model="text" :label="label" :rows="rows ?? 2" />
</template>
