import { computed, ref, watch } from 'vue'
import type { Api } from '@/api/client'
import { buttonWords, runKey, runOf, sayAct } from '@/batch/acts'
import { useBatch } from '@/batch/useBatch'
import { sayEvent } from '@/batch/sayEvent'
import { useKitchen } from '@/live/kitchen'
import { useOutbox } from '@/live/outbox'
import { usePressed } from '@/look/pressed'
import { clock, hourOf } from '@/units/format'
import { hasScale, taken, weighsPan } from '@/units/measures'

export type CookSheet = ReturnType<typeof useCookSheet>

/** One batch at the stove: what is at hand, what the large button says and what it logs. */
export function useCookSheet(id: () => number) {
  const kitchen = useKitchen()
  const { batch, trouble, refused, busy, waiting, log: write, judge } = useBatch(id)
  const outbox = useOutbox()
  const { pressed } = usePressed()
  /** How often something was pressed on this sheet by this hand. */
  const presses = ref(0)
  /** Writes down what was pressed; the key that comes up after it waits for the finger to be gone. */
  const log = (event: Api<'BatchEvent'>) => {
    pressed()
    presses.value += 1
    void write(event)
  }

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
  const weighs = computed(() => weighsPan(setup.value))
  /** Whether the time until the flame goes off is the one to watch: not where the headline says another. */
  const countsDown = computed(() => state.value?.call.counts_down !== false)
  /** Whether there is a scale that does not know the pan, and the syrup is still cold. */
  const canWeighPan = computed(
    () =>
      hasScale(setup.value) &&
      !weighs.value &&
      setup.value?.syrup != null &&
      !state.value?.syrup &&
      ['ready', 'syrup'].includes(state.value?.phase ?? ''),
  )
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
    if (act.value?.entry) log(act.value.entry)
  }
  const read = (reading: Api<'SeenReading'>) => log({ event: 'reading', reading })
  const setFlame = (flame: Api<'Flame'>) => log({ event: 'flame', flame })
  const tick = (gate: string, ticked: boolean) =>
    step.value && log({ event: 'gate', step: step.value.key, gate, ticked })
  function undo(): void {
    if (outbox.takeBack(id())) return
    const seq = state.value?.can_undo
    if (seq != null) log({ event: 'undone', undone_seq: seq })
  }
  const giveUp = () => log({ event: 'given_up' })
  const rest = () => log({ event: 'rested' })
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
    canWeighPan,
    countsDown,
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
    presses,
    log,
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
