<script setup lang="ts">
import { usePressed } from '@/look/pressed'

/**
 * The one large button of a sheet: what just happened, in the cook's words. Big enough for the heel
 * of a greasy hand; `busy` while it is being written down. A second tap on it is not counted.
 */
defineProps<{
  words: string
  hotkey?: string
  busy?: boolean
  disabled?: boolean
  /** Its time has not come yet: it can be pressed, but does not ask for it. */
  early?: boolean
}>()
const emit = defineEmits<{ happened: [] }>()
const { waits, once } = usePressed()
</script>

<template>
  <v-btn
    class="event"
    :class="{ early }"
    :disabled="disabled || busy"
    :aria-disabled="waits || undefined"
    @click="once(() => emit('happened'))"
  >
    <span>{{ words }}</span>
    <kbd v-if="hotkey">{{ hotkey }}</kbd>
  </v-btn>
</template>

<style scoped>
.event {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: var(--gap-4);
  width: 100%;
  min-height: 5.25rem;
  padding: var(--gap-3) var(--gap-5);
  border: 0;
  border-radius: var(--corner);
  /* Enamel over iron: a dark plate with a lighter rim. */
  background: var(--ink);
  box-shadow:
    inset 0 0 0 4px var(--ink),
    inset 0 0 0 5px var(--on-ink);
  color: var(--on-ink);
  font-family: var(--display-face);
  font-size: clamp(1.375rem, 1.1rem + 1.2vw, 1.875rem);
  font-weight: 600;
  line-height: 1.15;
  text-align: left;
  cursor: pointer;
}

.event.early {
  background: none;
  box-shadow: inset 0 0 0 2px var(--ink);
  color: var(--ink);
}

.event:active {
  transform: translateY(1px);
}

.event:disabled,
.event[aria-disabled='true'] {
  opacity: 0.6;
  cursor: progress;
}

kbd {
  font-family: var(--text-face);
  border-color: currentColor;
}

/* On a phone that lies on its side. */
@media (max-height: 480px) {
  .event {
    min-height: 3.5rem;
  }
}

@media (pointer: coarse), (max-width: 640px) {
  kbd {
    display: none;
  }
}
</style>
