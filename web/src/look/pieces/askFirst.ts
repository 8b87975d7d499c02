import { ref, watch } from 'vue'

/** One question that something waits for: whether it is open, and the promise of its answer. */
export function useAskFirst() {
  const asks = ref(false)
  let answered: (yes: boolean) => void = () => undefined
  const ask = () =>
    new Promise<boolean>((resolve) => {
      answered = resolve
      asks.value = true
    })
  const yes = () => answered(true)
  // However it is shut, what was not said yes to is not done.
  watch(asks, (open) => {
    if (!open) answered(false)
  })
  return { asks, ask, yes }
}
