import { ref, type Ref } from 'vue'

const waiting: (() => void)[] = []
let going = false

/** In a moment in which the page has nothing else to do; at the latest soon. */
function soon(what: () => void): void {
  if ('requestIdleCallback' in window) requestIdleCallback(what, { timeout: 200 })
  else setTimeout(what)
}

function nextOne(): void {
  const come = waiting.shift()
  going = come !== undefined
  if (!come) return
  come()
  soon(nextOne)
}

/**
 * Turns true when it is this one's turn, in the order they were asked for. Each part of a long page
 * is drawn in a moment of its own, so that a tap in between is answered at once.
 */
export function useTurn(): Ref<boolean> {
  const come = ref(false)
  waiting.push(() => (come.value = true))
  if (!going) {
    going = true
    soon(nextOne)
  }
  return come
}
