import { ref, shallowRef } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
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

  async function attempt(call: Promise<Api<'KitchenView'>>): Promise<boolean> {
    busy.value = true
    try {
      kitchen.take(await call)
      refused.value = ''
      await loadHistory()
      return true
    } catch (thrown) {
      refused.value = wordsOf(thrown)
      return false
    } finally {
      busy.value = false
    }
  }

  /** Saves the kitchen as `change` leaves it. */
  function save(reason: string, change: (draft: KitchenDocument) => void): Promise<boolean> {
    const draft = JSON.parse(JSON.stringify(kitchen.view?.kitchen)) as KitchenDocument
    change(draft)
    return attempt(
      answer(api.PUT('/api/v1/kitchen', { params: { query: { reason } }, body: draft })),
    )
  }

  function undo(): Promise<boolean> | undefined {
    const newest = history.value[0]
    if (!newest) return undefined
    const path = { id: newest.id }
    return attempt(answer(api.POST('/api/v1/kitchen/history/{id}/undo', { params: { path } })))
  }

  return { save, undo, refused, busy, history }
}
