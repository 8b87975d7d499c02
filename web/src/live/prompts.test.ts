import { describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import { CALLS } from '@/test/calls'
import { prompt } from './prompts'

const line = (kind: string, mid?: number, act?: object) =>
  ({
    id: 1,
    title: 'Cashew sheet',
    state: {
      advice: { kind },
      call: CALLS[kind],
      acts: act ? [act] : [{ of_syrup: true, words: '' }],
      syrup: mid === undefined ? null : { turn_off_in_s: { mid, low: mid, high: mid } },
    },
  }) as unknown as Api<'BatchLine'>

describe('what is said aloud', () => {
  it('is how long the flame has to burn, once at each mark', () => {
    expect(prompt(line('keep_boiling', 125), line('keep_boiling', 118))).toBe(
      'Cashew sheet. Two minutes to turn off.',
    )
    expect(prompt(line('keep_boiling', 118), line('keep_boiling', 100))).toBe('')
    expect(prompt(undefined, line('keep_boiling', 100)), 'not what was missed').toBe('')
  })
  it('is what presses, when it begins to', () => {
    const off = line('turn_off_now', 0)
    expect(prompt(line('keep_boiling', 20), off)).toBe('Cashew sheet. Turn off now.')
    expect(prompt(off, off)).toBe('')
  })
  it('is a rest whose time has come', () => {
    const rest = (cls: string) =>
      line('keep_boiling', undefined, { of_syrup: false, class: cls, words: `Look: set, ${cls}` })
    expect(prompt(rest('may'), rest('due'))).toBe('Cashew sheet. Look: set, due.')
  })
})
