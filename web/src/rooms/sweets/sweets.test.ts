import { describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import { ribbon } from '@/rooms/sweets/page/ribbon'
import {
  canJoin,
  canMove,
  joinWithNext,
  moveStep,
  stepAfter,
  withoutStep,
} from '@/rooms/sweets/editor/rework'
import { count, measured, taken } from '@/units/measures'
import { timeWords } from './words'
import { span, spanRange } from '@/units/format'

const step = (key: string, more: Partial<Api<'Step'>> = {}): Api<'Step'> => ({
  key,
  kind: 'combine',
  title: key,
  text: key,
  attention: 'constant',
  event: key,
  cue: key,
  reason: key,
  vessel: 'board',
  ...more,
})
const method = (steps: Api<'Step'>[]) => ({ steps }) as unknown as Api<'Method'>
const time = (key: string, begins_min: number, mid_min: number): Api<'StepTime'> => ({
  step: key,
  begins_min,
  minutes: { low: mid_min, mid: mid_min, high: mid_min },
  follows: 'fixed',
})

describe('words of the sweets room', () => {
  it('says minutes as a cook does', () => {
    expect([0.5, 8, 75, 90, 130, 1440, 2880].map(span)).toEqual([
      '0.5 min',
      '8 min',
      '75 min',
      '1 h 30',
      '2 h 10',
      '24 h',
      '2.0 days',
    ])
    expect(spanRange({ low: 4, mid: 6, high: 9 })).toBe('4–9 min')
    expect(spanRange({ low: 60, mid: 90, high: 150 })).toBe('60 min – 2 h 30')
    expect(spanRange({ low: 5, mid: 5, high: 5 })).toBe('5 min')
  })
  it('counts in halves and quarters', () => {
    expect([0.25, 1.5, 1.75, 3, 10].map(count)).toEqual(['¼', '1½', '1¾', '3', '10'])
    const mass_g = { low: 1, mid: 1, high: 1 }
    expect(measured({ count: 1.75, of: 'Katori', state: 'sifted', mass_g })).toBe(
      '1¾ Katori, sifted',
    )
    expect(measured({ count: 2, of: 'pinch', mass_g })).toBe('2 pinches')
    const less = { less: true, count: 1, of: 'tablespoon' }
    expect(measured({ count: 2, of: 'Tea cup', then: less, mass_g })).toBe(
      '2 Tea cups less 1 tablespoon',
    )
    expect(measured({ count: 3, of: 'Teaspoon', mass_g })).toBe('3 teaspoons')
    expect(count(2 / 3)).toBe('⅔')
    expect(taken(260, { count: 5 / 3, of: 'Katori', mass_g }, false)).toEqual({
      first: '1⅔ Katori',
      beside: '260 g',
    })
    expect(measured({ count: 1, of: 'egg', mass_g })).toBe('1 egg')
  })
})

describe('the ribbon', () => {
  it('lays steps along the time, and side by side what goes on at once', () => {
    const m = method([
      step('a'),
      step('b', { attention: 'none' }),
      step('c', { effects: [{ kind: 'boil_to_stage', stage: 'one-string' }] }),
      step('d'),
    ])
    const drawn = ribbon(
      m,
      [time('a', 0, 4), time('b', 4, 100), time('c', 4, 9), time('d', 104, 4)],
      700,
    )
    expect(drawn.lanes).toBe(2)
    expect(drawn.stretches.map((s) => s.lane)).toEqual([0, 0, 1, 0])
    expect(drawn.stretches[2]?.stage).toBe('one-string')
    const end = drawn.stretches[3]
    expect((end?.x ?? 0) + (end?.width ?? 0)).toBeCloseTo(700)
    // A wait of a hundred minutes is drawn longer than four, but not twenty-five times as long.
    const [short, long] = [drawn.stretches[0]?.width ?? 0, drawn.stretches[1]?.width ?? 0]
    expect(long).toBeGreaterThan(short)
    expect(long).toBeLessThan(8 * short)
  })
  it('draws even what takes no time', () => {
    const drawn = ribbon(method([step('a')]), [time('a', 0, 0)], 300)
    expect(drawn.stretches[0]?.width).toBeCloseTo(300)
  })
})

describe('steps under the pen', () => {
  const chain = () =>
    method([
      step('a'),
      step('b', { takes: [{ step: 'a', share_frac: 1, medium: false }] }),
      step('c', { takes: [{ step: 'b', share_frac: 1, medium: false }], after: ['b'] }),
    ])
  it('puts a new one between two', () => {
    const m = chain()
    expect(stepAfter(m, 'a', step('', { title: 'Roast' }))).toBe('step-4')
    expect(m.steps[1]?.title).toBe('Roast')
    expect(m.steps.map((s) => s.key)).toEqual(['a', 'step-4', 'b', 'c'])
    expect(m.steps[1]?.takes?.[0]?.step).toBe('a')
    expect(m.steps[2]?.takes?.[0]?.step).toBe('step-4')
  })
  it('lets two change places where one simply follows the other', () => {
    const m = method([
      step('a'),
      step('b', { takes: [{ step: 'a', share_frac: 1, medium: false }] }),
      step('c', { takes: [{ step: 'b', share_frac: 1, medium: false }] }),
    ])
    expect(canMove(m, 'a', -1)).toBe(false)
    moveStep(m, 'c', -1)
    expect(m.steps.map((s) => s.key)).toEqual(['a', 'c', 'b'])
    expect(m.steps.map((s) => s.takes?.[0]?.step)).toEqual([undefined, 'a', 'c'])
    moveStep(m, 'c', 1)
    expect(m.steps.map((s) => s.key)).toEqual(['a', 'b', 'c'])
    expect(m.steps.map((s) => s.takes?.[0]?.step)).toEqual([undefined, 'a', 'b'])
    const forked = method([
      step('a'),
      step('b', { takes: [{ step: 'a', share_frac: 0.5, medium: false }] }),
      step('c', { takes: [{ step: 'a', share_frac: 0.5, medium: false }] }),
    ])
    expect(canMove(forked, 'b', -1)).toBe(false)
  })
  it('joins two, unless the first does something to the mass before more goes in', () => {
    const follows = [{ step: 'a', share_frac: 1, medium: false }]
    const goesIn = [{ ingredient: 'ghee', amount_g: 20, purpose: 'mass' as const }]
    const m = method([step('a', { text: 'Stir.' }), step('b', { text: 'Rest.', takes: follows })])
    joinWithNext(m, 'a')
    expect(m.steps.map((s) => [s.key, s.text])).toEqual([['a', 'Stir. Rest.']])
    const boiled = method([
      step('a', { effects: [{ kind: 'boil_to_stage', stage: 'one-string' }] }),
      step('b', { takes: follows, inputs: goesIn }),
    ])
    expect(canJoin(boiled, 'a')).toBe(false)
    joinWithNext(boiled, 'a')
    expect(boiled.steps).toHaveLength(2)
  })
  it('takes one out and closes the gap', () => {
    const m = chain()
    withoutStep(m, 'b')
    expect(m.steps.map((s) => s.key)).toEqual(['a', 'c'])
    expect(m.steps[1]?.takes?.[0]?.step).toBe('a')
    expect(m.steps[1]?.after).toEqual([])
  })
})

describe('the time of a step', () => {
  const time = {
    step: 'boil',
    minutes: { low: 8, mid: 10, high: 12 },
    begins_min: 0,
    follows: 'heat' as const,
  }
  it('says how often the pan is filled, and the flame that is needed', () => {
    expect(timeWords({ ...time, rounds: 4 }, 'medium')).toMatch(
      /in 4 rounds, all together, medium flame$/,
    )
    expect(timeWords({ ...time, flame_needed: 'high' }, 'low')).toMatch(
      /, high flame: low is too little for this ring and pan$/,
    )
    expect(timeWords({ ...time, pots: 1 }, undefined)).not.toMatch(/potful|flame/)
  })
})
