import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useChanges } from './changes'
import { DOES, PRESSING, type Want } from './wants'

const LOOK_EVERY_MS = 3000

/** What a batch wants; one without a state goes on with its step. */
export const adviceOf = (line: Api<'BatchLine'>): Want => line.state?.advice.kind ?? 'do_step'
/** The same in a few words. */
export const doesOf = (line: Api<'BatchLine'>) => DOES[adviceOf(line)]
export const presses = (line: Api<'BatchLine'>) => PRESSING.includes(adviceOf(line))

/** The batches that go on, known in every room: for the strip, the sounds and the title of the page. */
export const useGoing = defineStore('going', () => {
  const lines = shallowRef<Api<'BatchLine'>[]>()
  const trouble = ref('')
  const looked_ms = ref(0)

  async function load(): Promise<void> {
    try {
      lines.value = await answer(
        api.GET('/api/v1/batches', { params: { query: { going_on: true } } }),
      )
      looked_ms.value = Date.now()
      trouble.value = ''
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  }

  /** Follows them while the calling component lives. */
  function follow(): void {
    void load()
    useChanges(() => void load())
    useIntervalFn(() => {
      if (lines.value?.length) void load()
    }, LOOK_EVERY_MS)
  }

  const going = computed(() => lines.value ?? [])
  /** Those that press most first; of equals, those that are due first. */
  const ranked = computed(() => {
    const due = (l: Api<'BatchLine'>) => l.state?.syrup?.turn_off_in_s?.mid ?? Infinity
    const rank = (l: Api<'BatchLine'>) => {
      const place = PRESSING.indexOf(adviceOf(l))
      return place < 0 ? PRESSING.length : place
    }
    return [...going.value].sort((a, b) => rank(a) - rank(b) || due(a) - due(b))
  })
  const first = computed(() => ranked.value[0])

  return { lines, going, ranked, first, trouble, looked_ms, load, follow }
})
