import { describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import { onTheClock } from './onTheClock'

const comes = (in_s: number, kind: string) => ({ in_s, advice: { kind }, call: { words: kind } })
const state = (kind: string, mid: number, ahead: object[] = []) =>
  ({
    now_ms: 1000,
    flame: 'medium',
    advice: kind === 'not_yet' ? { kind, more_s: mid } : { kind },
    call: { words: kind },
    ahead,
    syrup: { turn_off_in_s: { mid, low: mid - 30, high: mid + 30 } },
  }) as unknown as Api<'BatchState'>

describe('a plan while nothing answers', () => {
  it('counts its clocks down and calls what the core said would come', () => {
    const plan = state('keep_boiling', 200, [comes(110, 'read_now'), comes(195, 'turn_off_now')])
    const after = (s: number) => onTheClock(plan, s)
    expect(after(0)).toBe(plan)
    expect(after(50).syrup?.turn_off_in_s).toEqual({ mid: 150, low: 120, high: 180 })
    expect(after(50).advice.kind).toBe('keep_boiling')
    expect(after(50).now_ms).toBe(51_000)
    expect(after(115).advice.kind).toBe('read_now')
    expect(after(201).advice.kind).toBe('turn_off_now')
    expect(after(201).call.words).toBe('turn_off_now')
    expect(after(9999).syrup?.turn_off_in_s?.mid).toBe(0)
    expect(plan.syrup?.turn_off_in_s?.mid, 'the plan itself stays').toBe(200)
  })
  it('decides nothing else', () => {
    for (const kind of ['dissolve', 'add_water', 'test'])
      expect(onTheClock(state(kind, 10), 60).advice.kind).toBe(kind)
    expect(onTheClock(state('not_yet', 90), 30).advice).toEqual({ kind: 'not_yet', more_s: 60 })
  })
})
