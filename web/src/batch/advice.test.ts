import { describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import { CALLS } from '@/test/calls'
import { sayAdvice } from './advice'
import { sayEvent } from './sayEvent'

const setup = {
  syrup: { stage: 'one-string' },
  scale_step_g: 1,
  steps: [
    {
      key: 'boil',
      title: 'Boil',
      text: 'Steady flame.',
      event: 'The string holds',
      gates: [{ key: 'plate', text: 'A cold plate' }],
    },
  ],
  thermometer: { name: 'Probe', offset_k: 0.8 },
} as unknown as Api<'BatchSetup'>
const at = (advice: object) =>
  ({
    current_step: 'boil',
    advice,
    call: CALLS[(advice as { kind: string }).kind],
    syrup: { turn_off_gross_g: 2201, turn_off_shown_c: 102.8, string_cm: 0.6 },
  }) as unknown as Api<'BatchState'>
const name = (key: string) => key.replace('-', ' ')

describe('advice in kitchen words', () => {
  it('says the one thing to do, and whether it can wait', () => {
    expect(sayAdvice(at({ kind: 'turn_off_now' }), setup, name)).toEqual({
      headline: 'Turn off now',
      detail: 'The pan will carry it to one string.',
      urgent: true,
    })
    expect(sayAdvice(at({ kind: 'keep_boiling' }), setup, name).urgent).toBe(false)
    expect(sayAdvice(at({ kind: 'add_water', water_g: 13.4 }), setup, name).headline).toBe(
      'Pour in 13 g of water',
    )
    expect(sayAdvice(at({ kind: 'read_now' }), setup, name).detail).toContain(
      '2201 g on the scale or 102.8 °C',
    )
    const guessed = { ...setup, pan: { weighed: false } } as unknown as Api<'BatchSetup'>
    expect(sayAdvice(at({ kind: 'read_now' }), guessed, name).detail).not.toContain('scale')
  })
})

describe('the log in kitchen words', () => {
  const say = (event: object) => sayEvent({ seq: 1, at_ms: 0, ...event } as never, setup, name)
  it('has a sentence for everything that can happen', () => {
    expect(say({ event: 'step_done', step: 'boil' })).toBe('The string holds')
    expect(say({ event: 'gate', step: 'boil', gate: 'plate', ticked: false })).toBe(
      'A cold plate: not after all',
    )
    expect(say({ event: 'reading', reading: { kind: 'thermometer', shown_c: 103.2 } })).toBe(
      'Probe showed 103.2 °C',
    )
    expect(say({ event: 'flame', flame: 'off' })).toBe('Flame off')
    expect(say({ event: 'water_added', water_g: 13 })).toBe('13 g of water poured in')
  })
})
