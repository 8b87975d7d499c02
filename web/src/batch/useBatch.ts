import { useIntervalFn } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useChanges, usePushes } from '@/live/changes'
import { newest } from '@/live/newest'
import { onTheClock } from '@/live/onTheClock'
import { useOutbox } from '@/live/outbox'
import { useReach } from '@/live/reach'
import { heard } from '@/live/serverTime'
import { merged, type WholeBatch } from './merged'

/** One batch, followed live: what stands is pushed; it is asked for where something may have been missed. */
export function useBatch(id: () => number) {
  const known = shallowRef<WholeBatch>()
  const trouble = ref('')
  const said = ref('')
  const outbox = useOutbox()
  const reach = useReach()

  const among = newest()
  async function show(answered: Promise<Api<'BatchView'>>): Promise<void> {
    const found = await among(answered)
    if (found) take(found.it)
  }
  function take(view: Api<'BatchView'>): void {
    // One that was begun under a clock ahead stands at its own start.
    if (!view.begun_ahead_s) heard(view.state?.now_ms)
    const whole = merged(known.value, view)
    if (whole) known.value = whole
    else void load(true)
  }

  async function load(anew = false): Promise<void> {
    const after_seq = anew || known.value?.id !== id() ? undefined : known.value.last_seq
    try {
      await show(
        answer(
          api.GET('/api/v1/batches/{id}', {
            params: { path: { id: id() }, query: { after_seq } },
          }),
        ),
      )
      trouble.value = ''
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  }

  /** Writes an event down; the sheet shows what follows from it. Out of reach it waits on the device. */
  async function log(event: Api<'BatchEvent'>): Promise<boolean> {
    said.value = ''
    refusals.value.forEach((r) => outbox.forget(r.entry.entry_id))
    return outbox.add(id(), event, known.value?.last_seq ?? 0)
  }

  async function judge(verdict: Api<'Verdict'>): Promise<boolean> {
    try {
      await show(
        answer(
          api.PUT('/api/v1/batches/{id}/verdict', {
            params: { path: { id: id() } },
            body: verdict,
          }),
        ),
      )
      said.value = ''
      return true
    } catch (thrown) {
      said.value = wordsOf(thrown)
      return false
    }
  }

  // While the program does not answer, clocks go on by the last plan.
  const gone_s = ref(0)
  const batch = computed(() => {
    const whole = known.value
    if (!whole || !reach.lost) return whole
    return { ...whole, state: onTheClock(whole.state, gone_s.value) }
  })
  useIntervalFn(() => {
    gone_s.value = reach.lost ? (Date.now() - reach.answered_ms) / 1000 : 0
  }, 500)

  const refusals = computed(() => outbox.refused.filter((r) => r.entry.batch_id === id()))
  const refused = computed(() => said.value || (refusals.value.at(-1)?.words ?? ''))
  /** What was pressed here and is not written down yet. */
  const waiting = computed(() => outbox.of(id()))
  // Out of reach nothing is awaited: what is pressed then is kept.
  const busy = computed(() => waiting.value.length > 0 && !reach.lost)

  let stop: (() => void) | undefined
  watch(
    id,
    (now) => {
      stop?.()
      stop = outbox.onSent(now, (view) => void show(Promise.resolve(view)))
      void load()
    },
    { immediate: true },
  )
  onScopeDispose(() => stop?.())
  usePushes((push) => {
    const here = known.value
    if (push.kind !== 'batch' || push.view.id !== id() || here?.id !== id()) return
    if (push.view.last_seq < here.last_seq) return
    among.now()
    take(push.view)
  })
  useChanges((change) => {
    const anew = change === 'reconnected' || change.kind === 'clock'
    const ours = !anew && change.kind === 'batch' && change.id === id()
    if (anew || (ours && (known.value?.last_seq ?? 0) < change.last_seq)) void load()
  })

  return { batch, trouble, refused, busy, waiting, log, judge }
}
