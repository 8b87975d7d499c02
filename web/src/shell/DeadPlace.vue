<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'
import { DEAD_MS, usePressed } from '@/look/pressed'

/**
 * After a press the place under the finger is dead for a moment: whatever comes up there does not take the
 * second tap of a greasy hand. What is meant to be pressed again and again says so (`data-again`).
 */
const { twice, notCounted } = usePressed()
const PRESSED = 'button, a.key, [role="button"], summary'

const at = ref<{ left: string; top: string }>()
let over: ReturnType<typeof setTimeout> | undefined
/** The key that was pressed last, what it said and when: a key of the keyboard has no place. */
let last: { key: Element; words: string; ms: number } | undefined

const wordsOf = (key: Element) => key.getAttribute('aria-label') ?? key.textContent ?? ''

useEventListener(
  document,
  'click',
  (event) => {
    const key = event.target instanceof Element ? event.target.closest(PRESSED) : null
    if (!key || key.closest('[data-again]')) return
    const now = performance.now()
    const soon = last && last.key === key && now - last.ms < DEAD_MS
    if (soon && last?.words !== wordsOf(key)) {
      event.preventDefault()
      event.stopImmediatePropagation()
      return notCounted()
    }
    last = { key, words: wordsOf(key), ms: now }
    if (event.detail === 0) return
    at.value = { left: `${event.clientX}px`, top: `${event.clientY}px` }
    clearTimeout(over)
    over = setTimeout(() => (at.value = undefined), DEAD_MS)
  },
  { capture: true },
)
</script>

<template>
  <div v-if="at" class="dead" :style="at" aria-hidden="true" @click.stop="notCounted"></div>
  <p class="twice" aria-live="polite">
    <span v-if="twice">Tapped twice: the second tap was not counted.</span>
  </p>
</template>

<style scoped>
/* As wide as a fingertip. */
.dead {
  position: fixed;
  z-index: 3000;
  width: 3.25rem;
  height: 3.25rem;
  transform: translate(-50%, -50%);
  touch-action: manipulation;
}

.twice {
  position: fixed;
  z-index: 30;
  top: 0;
  right: 0;
  left: 0;
  margin: 0;
  text-align: center;
  pointer-events: none;
}

.twice span {
  display: inline-block;
  padding: var(--gap-2) var(--gap-4);
  background: var(--ink);
  color: var(--on-ink);
}

@media print {
  .twice {
    display: none;
  }
}
</style>
