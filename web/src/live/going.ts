import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useChanges } from './changes'
import { onTheClock } from './onTheClock'
import { useOutbox } from './outbox'
import { useReach } from './reach'
import { DOES, PRESSING, type Want } from './wants'

const LOOK_EVERY_MS = 3000

/** What a batch wants; one without a state goes on with its step. */
export const adviceOf = (line: Api<'BatchLine'>): Want => line.state?.advice.kind ?? 'do_step'
/** The same in a few words. */
export const doesOf = (line: Api<'BatchLine'>) => DOES[adviceOf(line)]
/** Whether it cannot wait. Nobody stands by a batch that was left for a day. */
export const presses = (line: Api<'BatchLine'>) =>
  PRESSING.includes(adviceOf(line)) && line.state?.unattended_s == null

/** The batches that go on, known in every room: for the strip, the sounds and the title of the page. */
export const useGoing = defineStore('going', () => {
  const lines = shallowRef<Api<'BatchLine'>[]>()
  const trouble = ref('')
  const looked_ms = ref(0)
  const reach = useReach()
  const outbox = useOutbox()

  async function load(): Promise<void> {
    try {
      const shelf = await answer(
        api.GET('/api/v1/batches', { params: { query: { going_on: true } } }),
      )
      lines.value = shelf.lines
      looked_ms.value = Date.now()
      trouble.value = ''
    } catch (thrown) {
      // That nothing answers is said once, for all rooms.
      trouble.value = reach.lost ? '' : wordsOf(thrown)
    }
  }

  const gone_s = ref(0)
  /** Follows them while the calling component lives. */
  function follow(): void {
    void load()
    useChanges(() => void load())
    useIntervalFn(() => {
      gone_s.value = reach.lost ? (Date.now() - looked_ms.value) / 1000 : 0
      if (lines.value?.length && !reach.lost) void load()
    }, LOOK_EVERY_MS)
  }

  // While the program does not answer, clocks go on by the last plan.
  const going = computed(() =>
    (lines.value ?? []).map((line) =>
      reach.lost && line.state ? { ...line, state: onTheClock(line.state, gone_s.value) } : line,
    ),
  )
  /** Those that press most first; of equals, those that are due first. */
  const ranked = computed(() => {
    const due = (l: Api<'BatchLine'>) => l.state?.syrup?.turn_off_in_s?.mid ?? Infinity
    const rank = (l: Api<'BatchLine'>) => {
      const place = presses(l) ? PRESSING.indexOf(adviceOf(l)) : -1
      return place < 0 ? PRESSING.length : place
    }
    return [...going.value].sort((a, b) => rank(a) - rank(b) || due(a) - due(b))
  })
  const first = computed(() => ranked.value[0])
  /** Those that call out loud: not what was answered already and only waits to be written down. */
  const calling = computed(() =>
    going.value.filter((l) => l.state?.unattended_s == null && !outbox.waits.has(l.id)),
  )

  return { lines, going, calling, ranked, first, trouble, looked_ms, load, follow }
})
