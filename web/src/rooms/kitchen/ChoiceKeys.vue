<script setup lang="ts" generic="T extends string | number">
/** A plain question: a few answers side by side, one of them taken. */
defineProps<{ question: string; choices: readonly { key: T; name: string }[] }>()
const chosen = defineModel<T>({ required: true })
</script>

<template>
  <div class="keys" role="group" :aria-label="question">
    <button
      v-for="c in choices"
      :key="c.key"
      type="button"
      class="key"
      :aria-pressed="chosen === c.key"
      @click="chosen = c.key"
    >
      {{ c.name }}
    </button>
    <slot />
  </div>
</template>

<style scoped>
.keys {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
</style>
