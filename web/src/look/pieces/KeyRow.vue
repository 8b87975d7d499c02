<script setup lang="ts" generic="T extends string">
/** A few choices side by side, one of them taken. */
defineProps<{ label: string; choices: readonly { key: T; name: string }[]; modelValue: T }>()
defineEmits<{ 'update:modelValue': [key: T] }>()
</script>

<template>
  <div role="group" :aria-label="label" class="keys">
    <button
      v-for="c in choices"
      :key="c.key"
      type="button"
      class="key"
      :aria-pressed="c.key === modelValue"
      @click="$emit('update:modelValue', c.key)"
    >
      {{ c.name }}
    </button>
  </div>
</template>

<style scoped>
.keys {
  display: flex;
}

.key {
  flex: 1;
  padding-inline: var(--gap-2);
}

.key + .key {
  border-left: 0;
}

.key:not(:first-child) {
  border-top-left-radius: 0;
  border-bottom-left-radius: 0;
}

.key:not(:last-child) {
  border-top-right-radius: 0;
  border-bottom-right-radius: 0;
}
</style>
