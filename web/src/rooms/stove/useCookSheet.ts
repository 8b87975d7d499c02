import { computed } from 'vue'
import type { Api } from '@/api/client'
import { poured, sayAdvice } from '@/batch/advice'
import { useBatch } from '@/batch/useBatch'
import { sayEvent } from '@/batch/sayEvent'
import { useKitchen } from '@/live/kitchen'
import { useOutbox } from '@/live/outbox'
import { clock, hourOf } from '@/units/format'
import { taken } from '@/units/measures'

/** One batch at the stove: what is at hand, what the large button says and what it logs. */
export function useCookSheet(id: () => number) {
  const kitchen = useKitchen()
  const { batch, trouble, refused, busy, waiting, log, judge } = useBatch(id)
  const outbox = useOutbox()

  const state = computed(() => batch.value?.state)
  const setup = computed(() => batch.value?.setup)
  const syrup = computed(() => state.value?.syrup)
  const step = computed(() => setup.value?.steps.find((s) => s.key === state.value?.current_step))
  /** Whether the scale can tell the syrup: there is one, and it knows the empty pan. */
  const weighs = computed(
    () => setup.value?.has_scale !== false && setup.value?.pan.weighed !== false,
  )
  const over = computed(() => ['done', 'given_up', 'resting'].includes(state.value?.phase ?? ''))
  const said = computed(() =>
    state.value && setup.value ? sayAdvice(state.value, setup.value, kitchen.stageName) : undefined,
  )

  const gates = computed(() => {
    const ticked = state.value?.steps.find((s) => s.key === step.value?.key)?.ticked ?? []
    return step.value?.gates?.map((g) => ({ ...g, ticked: ticked.includes(g.key) })) ?? []
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
      ...taken(e.mass_g, e.measured, of.has_scale !== false),
    }))
  })

  const onStep = computed(() => {
    const began = state.value?.steps.find((s) => s.key === state.value?.current_step)?.began_ms
    return state.value && began != null ? clock((state.value.now_ms - began) / 1000) : undefined
  })

  const burns = computed(() => state.value?.flame !== 'off')
  const boils = computed(
    () => state.value?.boil_step != null && step.value?.key === state.value.boil_step,
  )
  // The large button is what the advice asks for: the flame while the flame matters, else the event. A
  // boil ends with the flame: only a pan that is off can be tested.
  const wants = computed((): 'off' | 'on' | 'water' | 'event' => {
    const kind = state.value?.advice.kind
    if (kind === 'add_water') return 'water'
    if (burns.value && (kind === 'turn_off_now' || kind === 'look_now')) return 'off'
    if (!burns.value && (kind === 'heat_on' || kind === 'back_on')) return 'on'
    if (burns.value && boils.value && kind !== 'dissolve') return 'off'
    return 'event'
  })
  const water_g = computed(() => {
    const advice = state.value?.advice
    if (advice?.kind !== 'add_water') return 0
    // By spoons the core already tells whole halves of them.
    return setup.value?.has_scale === false ? advice.water_g : Math.round(advice.water_g)
  })
  const bigWords = computed(() => {
    switch (wants.value) {
      case 'off':
        return 'The flame is off'
      case 'on':
        return 'The flame is on, medium'
      case 'water':
        return `${poured(water_g.value, setup.value?.has_scale !== false)} of water are in`
      case 'event':
        return step.value?.event ?? ''
    }
  })
  /** A pan that is off and tested can also not be there yet. */
  const canFail = computed(() => boils.value && !burns.value && wants.value === 'event')

  function happened(): void {
    const at = step.value
    if (!at) return
    if (wants.value === 'off') void log({ event: 'flame', flame: 'off' })
    else if (wants.value === 'on') void log({ event: 'flame', flame: 'medium' })
    else if (wants.value === 'water') void log({ event: 'water_added', water_g: water_g.value })
    else void log({ event: 'step_done', step: at.key })
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
    boils,
    burns,
    bigWords,
    canFail,
    trouble,
    refused,
    busy,
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
