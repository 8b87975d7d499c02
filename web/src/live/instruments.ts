import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useChanges, usePushes } from './changes'
import { newest } from './newest'
import { serverNow } from './serverTime'

type View = Api<'InstrumentView'>

/** Instruments of the kitchen's network: what each shows, as the program pushes it. */
export const useInstruments = defineStore('instruments', () => {
  const all = shallowRef<View[]>([])
  const trouble = ref('')
  /** The program's time, second by second: an instrument that falls silent is seen to. */
  const now_ms = ref(serverNow())

  const among = newest()
  async function show(asked: Promise<Api<'InstrumentShelf'>>): Promise<void> {
    try {
      const found = await among(asked)
      if (found) all.value = found.it.instruments
      trouble.value = ''
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  }
  const load = () => show(answer(api.GET('/api/v1/instruments')))
  const at = (id: number) => ({ params: { path: { id } } })
  const watch = (id: number, batch_id: number | null) =>
    show(answer(api.PUT('/api/v1/instruments/{id}/batch', { ...at(id), body: { batch_id } })))
  const remove = (id: number) => show(answer(api.DELETE('/api/v1/instruments/{id}', at(id))))
  async function register(body: Api<'NewInstrument'>): Promise<Api<'Registered'> | undefined> {
    try {
      const known = await answer(api.POST('/api/v1/instruments', { body }))
      await load()
      return known
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
      return undefined
    }
  }

  /** Follows them while the calling component lives. */
  function follow(): void {
    void load()
    usePushes((push) => {
      if (push.kind !== 'instrument') return
      all.value = all.value.map((i) => (i.id === push.heard.id ? { ...i, ...push.heard } : i))
    })
    useChanges((change) => {
      if (change === 'reconnected' || change.kind === 'instruments') void load()
    })
    useIntervalFn(() => (now_ms.value = serverNow()), 1000)
  }

  /** Since when it is silent, s; none while it is heard. */
  function silent_s(i: View): number | undefined {
    if (i.lost_at_ms == null || i.newest == null || now_ms.value < i.lost_at_ms) return undefined
    return (now_ms.value - i.newest.at_ms) / 1000
  }
  return { all, trouble, follow, watch, remove, register, silent_s }
})
