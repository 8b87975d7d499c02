import { useIntervalFn } from '@vueuse/core'
import { ref, shallowRef, watch } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useChanges } from '@/live/changes'

const LOOK_EVERY_MS = 2000

/** One batch, followed live: after every change, and every two seconds while it is going on. */
export function useBatch(id: () => number) {
  const batch = shallowRef<Api<'BatchView'>>()
  const trouble = ref('')
  const refused = ref('')
  const busy = ref(false)

  // Answers may overtake each other: one to an older question never replaces one to a newer.
  let asked = 0
  let shown = 0
  async function show(call: () => Promise<Api<'BatchView'>>): Promise<void> {
    const mine = ++asked
    const view = await call()
    if (mine < shown) return
    shown = mine
    batch.value = view
  }

  async function load(): Promise<void> {
    try {
      await show(() => answer(api.GET('/api/v1/batches/{id}', { params: { path: { id: id() } } })))
      trouble.value = ''
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  }

  /** Writes an event down; the sheet shows what follows from it. */
  async function log(event: Api<'BatchEvent'>): Promise<boolean> {
    busy.value = true
    try {
      await show(() =>
        answer(
          api.POST('/api/v1/batches/{id}/events', { params: { path: { id: id() } }, body: event }),
        ),
      )
      refused.value = ''
      return true
    } catch (thrown) {
      refused.value = wordsOf(thrown)
      return false
    } finally {
      busy.value = false
    }
  }

  async function judge(verdict: Api<'Verdict'>): Promise<boolean> {
    try {
      await show(() =>
        answer(
          api.PUT('/api/v1/batches/{id}/verdict', {
            params: { path: { id: id() } },
            body: verdict,
          }),
        ),
      )
      refused.value = ''
      return true
    } catch (thrown) {
      refused.value = wordsOf(thrown)
      return false
    }
  }

  watch(id, () => void load(), { immediate: true })
  useChanges((change) => {
    const ours = change === 'reconnected' || change.kind === 'clock'
    if (ours || (change.kind === 'batch' && change.id === id())) void load()
  })
  useIntervalFn(() => {
    if (batch.value && !batch.value.summary.over) void load()
  }, LOOK_EVERY_MS)

  return { batch, trouble, refused, busy, log, judge }
}
