import { shallowRef, watch } from 'vue'
import { answer, wordsOf } from '@/api/client'

/**
 * The server's answer to a question that changes, perhaps while a control is dragged: one request at a
 * time, and after it the newest question, so that the picture follows the hand without piling up.
 */
export function useAnswer<Q, A>(
  question: () => Q | undefined,
  ask: (question: Q) => Promise<{ data?: A; error?: unknown }>,
) {
  const found = shallowRef<A>()
  const trouble = shallowRef('')
  let running = false
  let again = false

  async function run(): Promise<void> {
    if (running) {
      again = true
      return
    }
    const asked = question()
    if (asked === undefined) {
      found.value = undefined
      trouble.value = ''
      return
    }
    running = true
    try {
      found.value = await answer(ask(asked))
      trouble.value = ''
    } catch (thrown) {
      found.value = undefined
      trouble.value = wordsOf(thrown)
    } finally {
      running = false
      if (again) {
        again = false
        void run()
      }
    }
  }

  watch(
    () => JSON.stringify(question()),
    () => void run(),
    { immediate: true },
  )
  return { found, trouble }
}
