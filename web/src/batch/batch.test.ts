import { createPinia, setActivePinia } from 'pinia'
import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import type { Api } from '@/api/client'
import { serverOf } from '@/test/server'
import { openStreams } from '@/test/stream'
import { units } from '@/units/format'
import { poured } from './advice'
import { sayLesson } from './lesson'
import { sayEvent } from './sayEvent'
import { useBatch } from './useBatch'

const setup = {
  thermometer: { name: 'Probe' },
  steps: [
    { key: 'boil', event: 'It is at its stage', gates: [{ key: 'tray', text: 'Tray greased' }] },
  ],
} as unknown as Api<'BatchSetup'>
const say = (logged: object) =>
  sayEvent(logged as Api<'Logged'>, setup, (key) => key.replace('-', ' '))

describe('an entry of the log', () => {
  afterEach(() => {
    units.mass = 'metric'
    units.temperature = 'celsius'
  })
  it.each([
    [{ event: 'gate', step: 'boil', gate: 'tray', ticked: true }, 'Tray greased'],
    [{ event: 'gate', step: 'boil', gate: 'tray', ticked: false }, 'Tray greased: not after all'],
    [{ event: 'gate', step: 'gone', gate: 'tray', ticked: true }, 'tray'],
    [{ event: 'flame', flame: 'off' }, 'Flame off'],
    [{ event: 'flame', flame: 'medium' }, 'Flame medium'],
    [{ event: 'step_done', step: 'boil' }, 'It is at its stage'],
    [{ event: 'step_done', step: 'gone' }, 'gone'],
    [{ event: 'water_added', water_g: 24 }, '24 g of water poured in'],
    [{ event: 'undone' }, 'Taken back'],
    [{ event: 'given_up' }, 'Given up'],
    [{ event: 'reading', reading: { kind: 'weight', gross_g: 2219.4 } }, 'Weighed 2219 g'],
    [
      { event: 'reading', reading: { kind: 'thermometer', shown_c: 103.26 } },
      'Probe showed 103.3 °C',
    ],
    [{ event: 'reading', reading: { kind: 'string', string_cm: 1 } }, 'String of 1.0 cm'],
    [
      { event: 'reading', reading: { kind: 'seen', stage: 'one-string' } },
      'Looked like one string',
    ],
  ])('%o reads “%s”', (logged, words) => expect(say(logged)).toBe(words))

  it('speaks in the units she reads', () => {
    units.mass = 'us'
    units.temperature = 'fahrenheit'
    expect(say({ event: 'water_added', water_g: 28.35 })).toBe('1.00 oz of water poured in')
    expect(say({ event: 'reading', reading: { kind: 'thermometer', shown_c: 100 } })).toBe(
      'Probe showed 212.0 °F',
    )
  })
})

describe('a batch that is followed', () => {
  let scope: EffectScope
  const view = (over: boolean, last_seq = 0, note = '') => ({
    id: 7,
    setup: {},
    log: Array.from({ length: last_seq }, (_, i) => ({ seq: i + 1, at_ms: i, event: 'flame' })),
    readings: [],
    last_seq,
    after_seq: 0,
    state: { now_ms: 1000, undone: [] },
    summary: { over, note },
  })
  function follow(replies: Parameters<typeof serverOf>[0]) {
    const server = serverOf(replies)
    scope = effectScope()
    const batch = scope.run(() => useBatch(() => 7))
    if (!batch) throw new Error('no scope')
    return { server, batch }
  }
  beforeEach(() => {
    vi.useFakeTimers()
    setActivePinia(createPinia())
  })
  afterEach(() => {
    scope.stop()
    vi.useRealTimers()
  })

  it('shows what is pushed, and asks only for what it missed', async () => {
    let last = 2
    const { server, batch } = follow({
      'GET /batches/7': ({ query }) => {
        const after = Number(query.get('after_seq') ?? 0)
        const whole = view(false, last)
        const log = whole.log.filter((l) => l.seq > after)
        return { body: { ...whole, log, after_seq: after, setup: after ? undefined : whole.setup } }
      },
    })
    await flushPromises()
    const stream = openStreams().at(-1)
    const seqs = () => batch.batch.value?.log.map((l) => l.seq)
    const push = async (seq: number, from: number) => {
      const told = view(false, seq)
      const log = told.log.filter((l) => l.seq > from)
      stream?.push({ kind: 'batch', view: { ...told, log, after_seq: from, setup: undefined } })
      stream?.change({ kind: 'batch', id: 7, last_seq: seq })
      await flushPromises()
    }
    await push(3, 0)
    expect(seqs()).toEqual([1, 2, 3])
    expect(batch.batch.value?.setup).toEqual({})
    expect(server.calls, 'nothing had to be asked').toHaveLength(1)
    await push(2, 2)
    expect(seqs(), 'what is older is nothing').toEqual([1, 2, 3])
    expect(server.calls).toHaveLength(1)
    last = 6
    await push(6, 5)
    expect(seqs(), 'a gap is filled').toEqual([1, 2, 3, 4, 5, 6])
    stream?.change({ kind: 'batch', id: 7, last_seq: 6 })
    await flushPromises()
    const soFar = server.calls.length
    await vi.advanceTimersByTimeAsync(60_000)
    expect(server.calls, 'nobody asks by the clock').toHaveLength(soFar)
    last = 7
    stream?.change({ kind: 'batch', id: 7, last_seq: 7 })
    await flushPromises()
    expect(seqs(), 'what was not pushed is asked for').toHaveLength(7)
  })
  it('shows what the server makes of an event', async () => {
    const { server, batch } = follow({
      'GET /batches/7': { body: view(false) },
      'POST /batches/7/events': { body: view(false, 1, 'dissolved') },
    })
    await flushPromises()
    expect(await batch.log({ event: 'given_up' })).toBe(true)
    expect(batch.batch.value).toEqual(view(false, 1, 'dissolved'))
    const sent = server.to('POST /batches/7/events')[0]
    expect(sent?.body).toEqual({ event: 'given_up' })
    expect(sent?.query.get('entry_id')).toMatch(/^[0-9a-f]{32}$/)
    expect(Number(sent?.query.get('at_ms'))).toBeGreaterThan(0)
  })
  it('says a refusal and keeps what it showed', async () => {
    const { batch } = follow({
      'GET /batches/7': { body: view(false, 0, 'as it was') },
      'POST /batches/7/events': {
        status: 422,
        body: { code: 'below-sugar', detail: 'The pan weighs less than its sugar.' },
      },
      'PUT /batches/7/verdict': {
        status: 409,
        body: { code: 'not-over', detail: 'Not over yet.' },
      },
    })
    await flushPromises()
    expect(await batch.log({ event: 'given_up' })).toBe(false)
    expect(batch.refused.value).toBe('The pan weighs less than its sugar.')
    expect(await batch.judge({ texture: 'right' } as never)).toBe(false)
    expect(batch.refused.value).toBe('Not over yet.')
    expect(batch.batch.value).toEqual(view(false, 0, 'as it was'))
    expect(batch.busy.value).toBe(false)
  })
  it('has words for a server out of reach', async () => {
    const { batch } = follow({})
    await flushPromises()
    expect(batch.trouble.value).toContain('does not answer')
  })
})

describe('what a verdict teaches, in kitchen words', () => {
  const said = (now: object, next: object, has_scale = true) =>
    sayLesson({ now, next } as unknown as Api<'Lesson'>, has_scale)
  it('says what to do now and what to change', () => {
    const soft = said(
      { kind: 'back_in_the_pan', lose_g: 18 },
      { kind: 'further', water_g: 12, string_cm: 1.2 },
    )
    expect(soft.now).toContain('Back into the pan')
    expect(soft.now).toContain('18 g of water')
    expect(soft.next).toBe('boil 12 g more water off, to a string of about 1.2 cm.')
  })
  it('counts in spoons where there is no scale', () => {
    const firm = said(
      { kind: 'work_in', water_g: 15 },
      { kind: 'earlier', water_g: 15, string_cm: 0.4 },
      false,
    )
    expect(firm.now).toContain('1 tablespoon of hot milk')
    expect(firm.next).toContain('1 tablespoon of water earlier')
    expect([2, 4, 12, 22].map((g) => poured(g, false))).toEqual([
      '½ teaspoon',
      '1 teaspoon',
      '2½ teaspoons',
      '1½ tablespoons',
    ])
  })
})
