import { ref, shallowRef } from 'vue'
import { answer, api, Refusal, wordsOf, type Api } from '@/api/client'
import { useChanges } from '@/live/changes'
import { useKitchen } from '@/live/kitchen'

export type KitchenDocument = Api<'KitchenDocument'>

/** Changes to the kitchen: each is saved whole, with words for the history, and can be taken back. */
export function useKitchenEdit() {
  const kitchen = useKitchen()
  const refused = ref('')
  const busy = ref(false)
  const history = shallowRef<Api<'KitchenChange'>[]>([])

  async function loadHistory(): Promise<void> {
    history.value = await answer(api.GET('/api/v1/kitchen/history')).catch(() => history.value)
  }
  void loadHistory()
  useChanges((change) => {
    if (change === 'reconnected' || change.kind === 'kitchen') void loadHistory()
  })

  async function attempt(
    call: Promise<Api<'KitchenView'>>,
    bothChanged?: () => void,
  ): Promise<boolean> {
    busy.value = true
    try {
      kitchen.take(await call)
      refused.value = ''
      await loadHistory()
      return true
    } catch (thrown) {
      refused.value = wordsOf(thrown)
      if (thrown instanceof Refusal && thrown.code === 'both-changed') bothChanged?.()
      return false
    } finally {
      busy.value = false
    }
  }

  /** A change that somebody else's stands against: to be asked about. */
  const question = shallowRef<{ reason?: string; draft: KitchenDocument; version: number }>()

  /** Puts a kitchen over the version it was based on; without a reason its history says which parts were changed. */
  function put(
    reason: string | undefined,
    draft: KitchenDocument,
    version: number,
    mine_stands = false,
  ): Promise<boolean> {
    question.value = undefined
    const header = { 'If-Match': `"${version}"` }
    return attempt(
      answer(
        api.PUT('/api/v1/kitchen', {
          params: { query: { reason, mine_stands }, header },
          body: draft,
        }),
      ),
      () => (question.value = { reason, draft, version }),
    )
  }

  /** Saves the kitchen as `change` leaves it, on top of the version it was read at. */
  function save(
    reason: string,
    change: (draft: KitchenDocument) => void,
    based_on = kitchen.view,
  ): Promise<boolean> {
    const draft = JSON.parse(JSON.stringify(based_on?.kitchen)) as KitchenDocument
    change(draft)
    return put(reason, draft, based_on?.version ?? 1)
  }

  /** Answers the question: keep mine where both changed. */
  async function keepMine(): Promise<boolean> {
    const asked = question.value
    return asked ? put(asked.reason, asked.draft, asked.version, true) : false
  }
  const dropQuestion = () => {
    question.value = undefined
    refused.value = ''
  }

  function undo(): Promise<boolean> | undefined {
    const newest = history.value[0]
    if (!newest) return undefined
    const path = { id: newest.id }
    return attempt(answer(api.POST('/api/v1/kitchen/history/{id}/undo', { params: { path } })))
  }

  return { save, put, undo, refused, busy, history, question, keepMine, dropQuestion }
}
