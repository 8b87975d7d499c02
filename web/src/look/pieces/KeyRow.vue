<script setup lang="ts" generic="T extends string | number">
/** A few choices side by side, one of them taken; each by itself where each is an answer (`apart`). */
defineProps<{
  label: string
  choices: readonly { key: T; name: string }[]
  modelValue: T
  apart?: boolean
}>()
defineEmits<{ 'update:modelValue': [key: T] }>()
</script>

<template>
  <v-btn-toggle
    role="group"
    :aria-label="label"
    class="keys"
    :class="{ apart }"
    :model-value="modelValue"
    @update:model-value="$emit('update:modelValue', $event ?? modelValue)"
  >
    <v-btn
      v-for="c in choices"
      :key="c.key"
      class="key"
      :value="c.key"
      :aria-pressed="c.key === modelValue"
    >
      <slot name="of" :choice="c">{{ c.name }}</slot>
    </v-btn>
    <slot />
  </v-btn-toggle>
</template>

<style scoped>
.keys {
  display: flex;
  flex-wrap: wrap;
}

.apart {
  gap: var(--gap-2);
}

/* Neighbours share a hairline, also where the row wraps. */
.keys:not(.apart) > .key {
  flex: 1 0 auto;
  margin: 0 -1px -1px 0;
  padding-inline: var(--gap-2);
  border-radius: 0;
}
</style>
