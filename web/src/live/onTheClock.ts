import type { Api } from '@/api/client'

type State = Api<'BatchState'>

/** From this long before the plan's end on, s, the cook is asked to look; the core asks at the same moment. */
const LOOK_AHEAD_S = 60

/**
 * A state as it stands `gone_s` later by its own plan, while the program does not answer: clocks go on, and what
 * the plan said would come, comes. Nothing new is decided here.
 */
export function onTheClock(state: State, gone_s: number): State {
  if (gone_s <= 0) return state
  const left = state.syrup?.turn_off_in_s
  const later = { ...state, now_ms: state.now_ms + Math.round(gone_s * 1000) }
  const { advice } = state
  if (advice.kind === 'not_yet')
    later.advice = { kind: 'not_yet', more_s: Math.max(0, advice.more_s - gone_s) }
  if (!state.syrup || !left || state.flame === 'off') return later
  const on = (s: number) => Math.max(0, s - gone_s)
  const turn_off_in_s = { mid: on(left.mid), low: on(left.low), high: on(left.high) }
  later.syrup = { ...state.syrup, turn_off_in_s }
  const waits = ['keep_boiling', 'read_now', 'not_yet'].includes(advice.kind)
  if (waits && turn_off_in_s.mid <= 0) later.advice = { kind: 'turn_off_now' }
  else if (advice.kind === 'keep_boiling' && turn_off_in_s.low <= LOOK_AHEAD_S)
    later.advice = { kind: 'read_now' }
  return later
}
