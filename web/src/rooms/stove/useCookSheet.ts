import { computed, ref, watch } from 'vue'
import type { Api } from '@/api/client'
import { buttonWords, runKey, runOf, sayAct } from '@/batch/acts'
import { useBatch } from '@/batch/useBatch'
import { sayEvent } from '@/batch/sayEvent'
import { useKitchen } from '@/live/kitchen'
import { useOutbox } from '@/live/outbox'
import { clock, hourOf } from '@/units/format'
import { hasScale, taken } from '@/units/measures'

export type CookSheet = ReturnType<typeof useCookSheet>

/** One batch at the stove: what is at hand, what the large button says and what it logs. */
export function useCookSheet(id: () => number) {
  const kitchen = useKitchen()
  const { batch, trouble, refused, busy, waiting, log, judge } = useBatch(id)
  const outbox = useOutbox()

  const state = computed(() => batch.value?.state)
  const setup = computed(() => batch.value?.setup)
  const syrup = computed(() => state.value?.syrup)
  /** What she brought to the top; until it is done, or something presses more. */
  const chosen = ref('')
  const act = computed(() => {
    const acts = state.value?.acts ?? []
    const presses = acts[0]?.class === 'urgent' ? acts[0] : undefined
    return presses ?? acts.find((a) => runKey(a) === chosen.value) ?? acts[0]
  })
  const shown = computed(() => (act.value ? runKey(act.value) : ''))
  watch(id, () => (chosen.value = ''))
  const run = computed(() => state.value && runOf(act.value, state.value))
  const step = computed(() =>
    setup.value?.steps.find((s) => s.key === (act.value?.step ?? state.value?.current_step)),
  )
  /** Whether the scale can tell the syrup: there is one, and it knows the empty pan. */
  const weighs = computed(() => hasScale(setup.value) && setup.value?.pan.weighed !== false)
  const over = computed(() => ['done', 'given_up', 'resting'].includes(state.value?.phase ?? ''))
  const said = computed(() =>
    state.value && setup.value
      ? sayAct(act.value, state.value, setup.value, kitchen.stageName)
      : undefined,
  )

  const gates = computed(() => {
    const ticked = state.value?.steps.find((s) => s.key === step.value?.key)?.ticked ?? []
    const entry = act.value?.entry
    const asked = entry?.event === 'gate' ? entry.gate : undefined
    const all = step.value?.gates?.filter((g) => g.key !== asked) ?? []
    return all.map((g) => ({ ...g, ticked: ticked.includes(g.key) }))
  })

  /** What to have in hand at this step, as she takes it. */
  const inHand = computed(() => {
    const at = step.value
    const of = setup.value
    if (!at || !of) return []
    const told = of.takes?.filter((t) => t.step === at.key) ?? []
    const entries = told.length
      ? told
      : (at.inputs ?? []).map((e) => ({
          name: of.lines.find((l) => l.ingredient === e.ingredient)?.name ?? e.ingredient,
          mass_g: e.amount_g,
          measured: null,
        }))
    return entries.map((e) => ({
      name: e.name.toLowerCase(),
      ...taken(e.mass_g, e.measured, hasScale(of)),
    }))
  })

  const onStep = computed(() => {
    const began = run.value?.began_ms
    return state.value && began != null ? clock((state.value.now_ms - began) / 1000) : undefined
  })

  const bigWords = computed(() => (setup.value ? buttonWords(act.value, setup.value) : ''))
  const canFail = computed(() => act.value?.can_fail === true)

  function happened(): void {
    if (act.value?.entry) void log(act.value.entry)
  }
  const read = (reading: Api<'SeenReading'>) => void log({ event: 'reading', reading })
  const setFlame = (flame: Api<'Flame'>) => void log({ event: 'flame', flame })
  const tick = (gate: string, ticked: boolean) =>
    step.value && void log({ event: 'gate', step: step.value.key, gate, ticked })
  function undo(): void {
    if (outbox.takeBack(id())) return
    const seq = state.value?.can_undo
    if (seq != null) void log({ event: 'undone', undone_seq: seq })
  }
  const giveUp = () => void log({ event: 'given_up' })
  const rest = () => void log({ event: 'rested' })
  /** What was pressed and is not written down yet, in kitchen words, with its moment. */
  const notSent = computed(() =>
    waiting.value.map((e) => ({
      key: e.entry_id,
      hour: hourOf(e.at_ms),
      words: setup.value
        ? sayEvent({ ...e.event, seq: 0, at_ms: e.at_ms }, setup.value, kitchen.stageName)
        : '',
    })),
  )

  return {
    id,
    kitchen,
    batch,
    state,
    setup,
    syrup,
    step,
    over,
    weighs,
    said,
    gates,
    inHand,
    onStep,
    act,
    shown,
    run,
    show: (key: string) => (chosen.value = key),
    bigWords,
    canFail,
    trouble,
    refused,
    busy,
    log: (event: Api<'BatchEvent'>) => void log(event),
    happened,
    read,
    setFlame,
    tick,
    undo,
    giveUp,
    rest,
    notSent,
    judge,
  }
}
