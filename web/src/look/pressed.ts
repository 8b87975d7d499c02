import { readonly, ref } from 'vue'

/** So long after something was pressed its place is dead, ms: a greasy finger taps twice. */
export const DEAD_MS = 700
/** So long it is said that a second tap was not counted, ms. */
const SAID_MS = 3000

/** Whether what the last press brought up still waits for the finger to be gone. */
const waits = ref(false)
const twice = ref(false)
let rested: ReturnType<typeof setTimeout> | undefined
let said: ReturnType<typeof setTimeout> | undefined

/** Something was pressed: the key that comes up in its place waits. */
function pressed(): void {
  waits.value = true
  clearTimeout(rested)
  rested = setTimeout(() => (waits.value = false), DEAD_MS)
}

/** A tap that came too soon after another is not counted, and that is said. */
function notCounted(): void {
  twice.value = true
  clearTimeout(said)
  said = setTimeout(() => (twice.value = false), SAID_MS)
}

/** Does it, unless a finger may still be on its way from the last press. */
function once(does: () => void): void {
  if (waits.value) return notCounted()
  pressed()
  does()
}

/** The one finger of this device: a second tap never does another thing. */
export const usePressed = () => ({
  waits: readonly(waits),
  twice: readonly(twice),
  pressed,
  notCounted,
  once,
})
