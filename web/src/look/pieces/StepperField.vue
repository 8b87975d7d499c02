<script setup lang="ts">
/** A number that is stepped by the thumb, or typed. */
const props = defineProps<{ label: string; step: number }>()
const value = defineModel<number | null>({ required: true })
const by = (steps: number) => (value.value = Math.max(0, (value.value ?? 0) + steps * props.step))
</script>

<template>
  <div class="stepped">
    <v-btn class="key" :aria-label="`${label}: ${step} less`" :disabled="!value" @click="by(-1)"
      >−</v-btn
    >
    <v-number-input
      v-model="value"
      :label="label"
      :min="0"
      :precision="null as never"
      control-variant="hidden"
      autocomplete="off"
    />
    <v-btn class="key" :aria-label="`${label}: ${step} more`" @click="by(1)">+</v-btn>
  </div>
</template>

<style scoped>
.stepped {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: var(--gap-2);
  align-items: end;
}

.key {
  min-width: 3.25rem;
  padding: 0;
  font-size: var(--size-title);
}
</style>
