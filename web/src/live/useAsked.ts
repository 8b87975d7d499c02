import { keepPreviousData, QueryClient, useQuery } from '@tanstack/vue-query'
import { computed, shallowRef, watch, type ComputedRef } from 'vue'
import { answer, OUT_OF_REACH, Refusal, wordsOf, type Api } from '@/api/client'
import { useChanges } from './changes'

const MINUTE_MS = 60_000

/** What was asked lately: shown at once when it is looked at again, and asked anew beside it. */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      gcTime: 10 * MINUTE_MS,
      // Whether a kitchen's network reaches the wide world says nothing about Unctum.
      networkMode: 'always',
      refetchOnReconnect: false,
      // What was refused is refused again; what was not heard may have been a moment's loss.
      retry: (failed, error) =>
        failed < 1 && error instanceof Refusal && error.code === OUT_OF_REACH,
      retryDelay: 400,
    },
  },
})

export interface Reply<A> {
  data?: A
  error?: unknown
}

interface Asking<Q, A> {
  /** What is asked, the same for all who ask it. */
  name: string
  /** The question, told by its value; nothing is asked while there is none. */
  question: () => Q | undefined
  ask: (question: Q, signal: AbortSignal) => Promise<Reply<A>>
  /** Which changes make the answer an old one. */
  concerns?: (change: Api<'Change'>) => boolean
  /** How long the answer to the question before stands: while this one is on its way, or also where it is refused. */
  holds?: 'waiting' | 'refused'
}

/** What the server answers to a question: the newest answer to the newest question, kept, and asked anew when it is old. */
export function useAsked<Q, A>(asking: Asking<Q, A>) {
  const question = computed(asking.question)
  const key = computed(() => [asking.name, question.value] as const)
  const query = useQuery(
    {
      queryKey: key,
      queryFn: ({ queryKey, signal }) => answer(asking.ask(queryKey[1] as Q, signal)),
      enabled: () => question.value !== undefined,
      ...(asking.holds ? { placeholderData: keepPreviousData } : {}),
      shallow: true,
    },
    queryClient,
  )
  const { concerns } = asking
  if (concerns)
    useChanges((change) => {
      if (change === 'reconnected' || concerns(change)) void again()
    })
  /** Asks once more: whatever was on its way is older than this. */
  const again = () => queryClient.invalidateQueries({ queryKey: [asking.name] })
  /** What was told unasked, or by an answer to something else, is newer than what was asked. */
  async function put(told: A): Promise<void> {
    await queryClient.cancelQueries({ queryKey: key.value })
    queryClient.setQueryData<unknown>(key.value, told)
  }
  const last = shallowRef<A>()
  watch(query.data, (told) => (last.value = told ?? last.value), { immediate: true })
  const found = computed(() => {
    if (question.value === undefined) return undefined
    return query.data.value ?? (asking.holds === 'refused' ? last.value : undefined)
  }) as ComputedRef<A | undefined>
  const trouble = computed(() =>
    question.value !== undefined && query.error.value ? wordsOf(query.error.value) : '',
  )
  return { found, trouble, fetching: query.isFetching, again, put }
}
