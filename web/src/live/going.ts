import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useChanges, usePushes } from './changes'
import { useHands } from './comfort'
import { onTheClock } from './onTheClock'
import { newest } from './newest'
import { useOutbox } from './outbox'
import { useReach } from './reach'
import { heard } from './serverTime'

const TICK_MS = 1000

type Line = Api<'BatchLine'>

/** The most pressing act of a batch. */
export const actOf = (line: Line) => line.state?.acts?.[0]
/** What a batch wants, in a few words. */
export const doesOf = (line: Line) => {
  const act = actOf(line)
  return act && !act.of_syrup ? act.words : (line.state?.call.words ?? '')
}
/** Whether something of it stands on a flame for longer than it ever should. */
export const forgotten = (line: Line) => {
  const act = actOf(line)
  return act?.class === 'urgent' && !act.of_syrup
}
/** How much it presses, 0 most; nobody stands by a batch that was left for a day. */
const rankOf = (line: Line) =>
  line.state?.unattended_s != null
    ? undefined
    : (line.state?.call.presses ?? (forgotten(line) ? 1 : undefined))
/** Whether it cannot wait. */
export const presses = (line: Line) => rankOf(line) != null

/** Two numbers in order; two that are endless are equal. */
const order = (a: number, b: number) => (a === b ? 0 : a - b)

/** The batches that go on, known in every room: for the strip, the sounds and the title of the page. */
export const useGoing = defineStore('going', () => {
  const lines = shallowRef<Line[]>()
  /** What to do on all of them, as the core orders it for this kitchen's hands. */
  const stove = shallowRef<Api<'StoveView'>>()
  const hands = useHands()
  const whole = computed(() => stove.value?.[hands.value.two ? 'two' : 'one'])
  const acts = computed(() => whole.value?.acts ?? [])
  const collisions = computed(() => whole.value?.collisions ?? [])
  const trouble = ref('')
  const looked_ms = ref(0)
  const reach = useReach()
  const outbox = useOutbox()

  const among = newest()
  function take(told: Api<'StoveView'>): void {
    heard(told.now_ms)
    stove.value = told
    lines.value = told.lines
    looked_ms.value = Date.now()
    trouble.value = ''
  }
  async function load(): Promise<void> {
    try {
      const found = await among(answer(api.GET('/api/v1/stove')))
      if (found) take(found.it)
    } catch (thrown) {
      // That nothing answers is said once, for all rooms.
      trouble.value = reach.lost ? '' : wordsOf(thrown)
    }
  }

  const gone_s = ref(0)
  /** Follows them while the calling component lives. */
  function follow(): void {
    void load()
    // What stands is pushed; it is asked for only where something may have been missed, or time was moved.
    usePushes((push) => {
      if (push.kind !== 'stove') return
      among.now()
      take(push.stove)
    })
    useChanges((change) => {
      if (change === 'reconnected' || ['clock', 'kitchen', 'sweet'].includes(change.kind))
        void load()
    })
    useIntervalFn(() => {
      gone_s.value = reach.lost ? (Date.now() - looked_ms.value) / 1000 : 0
    }, TICK_MS)
  }

  // While the program does not answer, clocks go on by the last plan.
  const going = computed(() =>
    (lines.value ?? []).map((line) =>
      reach.lost && line.state ? { ...line, state: onTheClock(line.state, gone_s.value) } : line,
    ),
  )
  /** Those that press most first; then as the core orders what is to be done; of equals, those that are due first. */
  const ranked = computed(() => {
    const due = (l: Line) => l.state?.syrup?.turn_off_in_s?.mid ?? Infinity
    const rank = (l: Line) => rankOf(l) ?? Infinity
    const place = (l: Line) => {
      const at = acts.value.findIndex((a) => a.batch_id === l.id)
      return at < 0 ? Infinity : at
    }
    return [...going.value].sort(
      (a, b) => order(rank(a), rank(b)) || order(place(a), place(b)) || order(due(a), due(b)),
    )
  })
  const first = computed(() => ranked.value[0])
  /** Those that call out loud: not what was answered already and only waits to be written down. */
  const calling = computed(() =>
    going.value.filter((l) => l.state?.unattended_s == null && !outbox.waits.has(l.id)),
  )

  return {
    lines,
    acts,
    collisions,
    going,
    calling,
    ranked,
    first,
    trouble,
    looked_ms,
    load,
    follow,
  }
})
