<script setup lang="ts">
import { useId } from 'vue'

/** A line to write on. What else it is told (kind of keys, length, placeholder) goes to the input itself. */
defineOptions({ inheritAttrs: false })
defineProps<{
  label: string
  /** The unit after the figure. */
  suffix?: string
  clearable?: boolean
  /** What is wrong with it. */
  errorMessages?: readonly string[]
}>()
const text = defineModel<string>({ required: true })
const id = useId()
</script>

<template>
  <div class="field" :class="$attrs['class']">
    <label :for="id">{{ label }}</label>
    <span class="line">
      <input
        :id="id"
        v-bind="{ ...$attrs, class: undefined }"
        v-model="text"
        :aria-invalid="errorMessages?.length ? true : undefined"
        :aria-describedby="errorMessages?.length ? `${id}-wrong` : undefined"
      />
      <span v-if="suffix" class="suffix">{{ suffix }}</span>
      <button
        v-if="clearable && text"
        type="button"
        :aria-label="`Clear: ${label}`"
        @click="text = ''"
      >
        ×
      </button>
    </span>
    <span v-if="errorMessages?.length" :id="`${id}-wrong`" class="wrong" role="alert">
      {{ errorMessages[0] }}
    </span>
  </div>
</template>

<style scoped>
.suffix {
  align-self: flex-end;
  padding-bottom: 0.3rem;
  color: var(--ink-soft);
}

button {
  align-self: flex-end;
  min-width: 2.75rem;
  min-height: 2.75rem;
  border: 0;
  background: none;
  font-size: 1.5rem;
  color: var(--ink-soft);
  cursor: pointer;
}

.wrong {
  padding-top: 0.3rem;
  font-size: var(--size-small);
}
</style>
