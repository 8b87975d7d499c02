<script setup lang="ts">
import { useId } from 'vue'

/** A few lines to write on. */
defineProps<{ label: string; rows?: number }>()
const text = defineModel<string>({ required: true })
const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <span class="line"><textarea :id="id" v-model="text" :rows="rows ?? 2" /></span>
  </div>
</template>

<style scoped>
textarea {
  resize: vertical;
}

/* Grows with what is written, where the browser can. */
@supports (field-sizing: content) {
  textarea {
    field-sizing: content;
    resize: none;
  }
}
</style>
