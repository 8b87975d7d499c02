import type { Api } from '@/api/client'

type State = Api<'BatchState'>

/**
 * A state as it stands `gone_s` later by its own plan, while the program does not answer: clocks go on, and what
 * the plan said would come, comes. Nothing is decided here.
 */
export function onTheClock(state: State, gone_s: number): State {
  if (gone_s <= 0) return state
  const left = state.syrup?.turn_off_in_s
  const later = { ...state, now_ms: state.now_ms + Math.round(gone_s * 1000) }
  const { advice } = state
  if (advice.kind === 'not_yet' || advice.kind === 'carries_on')
    later.advice = { kind: advice.kind, more_s: Math.max(0, advice.more_s - gone_s) }
  const come = state.ahead.filter((a) => a.in_s <= gone_s).at(-1)
  if (come) {
    later.advice = come.advice
    later.call = come.call
  }
  if (!state.syrup || !left) return later
  const on = (s: number) => Math.max(0, s - gone_s)
  const turn_off_in_s = { mid: on(left.mid), low: on(left.low), high: on(left.high) }
  later.syrup = { ...state.syrup, turn_off_in_s }
  return later
}
