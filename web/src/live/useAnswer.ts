import { shallowRef, watch } from 'vue'
import { useAsked, type Reply } from './useAsked'

/**
 * The server's answer to a question that changes, perhaps while a control is dragged: one request at a
 * time, and after it the newest question, so that the picture follows the hand without piling up.
 */
export function useAnswer<Q, A>(
  name: string,
  question: () => Q | undefined,
  ask: (question: Q, signal: AbortSignal) => Promise<Reply<A>>,
) {
  const asked = shallowRef(question())
  const { found, trouble, fetching } = useAsked({
    name,
    question: () => asked.value,
    ask,
    holds: 'waiting',
  })
  watch([() => JSON.stringify(question()), fetching], () => {
    const now = question()
    const same = JSON.stringify(now) === JSON.stringify(asked.value)
    if (!same && (!fetching.value || now === undefined)) asked.value = now
  })
  return { found, trouble }
}
