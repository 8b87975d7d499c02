import { describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import { buttonWords, sayAct, sayClock } from './acts'

const MIN = 60_000
const run = (manner: string) =>
  ({
    step: 'soak',
    load: 2,
    loads: 4,
    began_ms: 0,
    least_ms: 60 * MIN,
    best_ms: 90 * MIN,
    most_ms: 120 * MIN,
    manner,
  }) as unknown as Api<'RunState'>
const setup = {
  steps: [
    { key: 'soak', title: 'Soak', text: 'Leave them be.', cue: 'Twice as big', event: 'Soaked' },
    { key: 'roast', title: 'Roast', text: 'Stir.', event: 'It smells of nuts', flame: 'low' },
  ],
  plan: [{ step: 'roast', loads: 1, flame: 'medium', minutes: { low: 1, mid: 2, high: 3 } }],
} as unknown as Api<'BatchSetup'>
const act = (of: object) =>
  ({ step: 'roast', load: 1, loads: 1, class: 'begin', words: 'Roast', ...of }) as Api<'Act'>
const state = { runs: [run('wait')], now_ms: 0 } as unknown as Api<'BatchState'>

describe('a clock in words', () => {
  it.each([
    [0, 'Best in about 90 min; not before 60 min from now.'],
    [70, 'May go on; best in about 20 min.'],
    [95, 'Ready; 25 min more at most, then it has stood too long.'],
    [121, 'Longer than it should: go on now.'],
  ])('%i minutes on a wait: %s', (min, words) => {
    expect(sayClock(run('wait'), min * MIN)).toBe(words.replace('90 min', '1 h 30'))
  })
  it('of a step that ends on a sign tells about how long', () => {
    expect(sayClock(run('bound'), 80 * MIN)).toBe('About 10 min more (now – 40 min).')
    expect(sayClock(run('bound'), 90 * MIN)).toBe('About now.')
  })
})

describe('an act in words', () => {
  const name = (key: string) => key
  it('begins with the flame of this kitchen', () => {
    const begins = act({ entry: { event: 'step_began', step: 'roast' } })
    expect(sayAct(begins, state, setup, name).headline).toBe('Roast')
    expect(buttonWords(begins, setup)).toBe('It is on, medium flame')
  })
  it('names its load, and the flame that goes off with it', () => {
    const soak = act({
      step: 'soak',
      load: 2,
      loads: 4,
      entry: { event: 'step_done', step: 'soak' },
    })
    expect(sayAct(soak, state, setup, name).headline).toBe('Soak, load 2 of 4')
    expect(buttonWords({ ...soak, flame_off: true }, setup)).toBe('Soaked, flame off')
  })
  it('is one thing to make ready after another', () => {
    const gate = act({ words: 'Tray greased', entry: { event: 'gate' } })
    expect(sayAct(gate, state, setup, name)).toMatchObject({
      headline: 'Tray greased',
      detail: 'Before: Roast.',
    })
    expect(buttonWords(gate, setup)).toBe('That is ready')
  })
})
