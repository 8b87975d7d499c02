import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Api } from '@/api/client'
import { serverOf } from '@/test/server'
import { useOutbox } from './outbox'
import { useReach } from './reach'
import { heard } from './serverTime'

const flame = (flame: Api<'Flame'>): Api<'BatchEvent'> => ({ event: 'flame', flame })

/** A program that may be away; each entry is written once, under its name. */
function program() {
  const it = { away: false, loses: false, log: [] as Record<string, unknown>[] }
  const written = new Map<string, number>()
  const server = serverOf({
    'GET /health': () => {
      if (it.away) throw new TypeError('gone')
      return { body: { status: 'ok', now_ms: Date.now() + 1_000_000, set_back_s: 0 } }
    },
    'POST /batches/7/events': ({ body, query }) => {
      if (it.away) throw new TypeError('gone')
      const name = query.get('entry_id') ?? ''
      if (!written.has(name)) {
        written.set(name, it.log.length + 1)
        it.log.push({
          seq: it.log.length + 1,
          at_ms: Number(query.get('at_ms')),
          ...(body as object),
        })
      }
      if (it.loses) throw new TypeError('the answer is lost')
      return { body: { id: 7, log: it.log, state: {} } }
    },
  })
  return { it, server }
}

describe('what is pressed', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    setActivePinia(createPinia())
  })
  afterEach(() => vi.useRealTimers())

  it('keeps its order and its moments while nothing answers, and is sent once it does', async () => {
    const { it: program_, server } = program()
    const [reach, outbox] = [useReach(), useOutbox()]
    await reach.look()
    program_.away = true
    await reach.look()
    expect(reach.lost).toBe(true)
    const start_ms = Date.now() + 1_000_000
    void outbox.add(7, flame('low'), 0)
    await vi.advanceTimersByTimeAsync(60_000)
    void outbox.add(7, flame('off'), 0)
    await vi.advanceTimersByTimeAsync(240_000)
    expect(program_.log).toEqual([])
    expect(outbox.waiting).toHaveLength(2)
    program_.away = false
    await reach.look()
    await vi.advanceTimersByTimeAsync(2500)
    expect(program_.log.map((l) => l['flame'])).toEqual(['low', 'off'])
    const moments = program_.log.map((l) => Number(l['at_ms']) - start_ms)
    expect(moments[0]).toBeLessThan(50)
    expect(moments[1]).toBeGreaterThanOrEqual(60_000)
    expect(moments[1]).toBeLessThan(60_050)
    expect(outbox.waiting).toEqual([])
    expect(server.calls.length).toBeGreaterThan(3)
  })
  it('is one entry though its answer was lost on the way', async () => {
    const { it: program_ } = program()
    const outbox = useOutbox()
    program_.loses = true
    const written = outbox.add(7, flame('low'), 0)
    await vi.advanceTimersByTimeAsync(5000)
    program_.loses = false
    await vi.advanceTimersByTimeAsync(3000)
    expect(await written).toBe(true)
    expect(program_.log).toHaveLength(1)
  })
  it('is one entry though the button was hit again and again while it was under way', async () => {
    const { it: program_ } = program()
    const outbox = useOutbox()
    for (let i = 0; i < 20; i++) void outbox.add(7, flame('low'), 0)
    void outbox.add(7, flame('off'), 0)
    void outbox.add(7, flame('low'), 0)
    await flushPromises()
    await vi.advanceTimersByTimeAsync(100)
    expect(program_.log.map((l) => l['flame'])).toEqual(['low', 'off', 'low'])
  })
  it('can be taken back before it is sent, and after it perhaps was', async () => {
    const { it: program_ } = program()
    const outbox = useOutbox()
    program_.loses = true
    void outbox.add(7, flame('high'), 0)
    await flushPromises()
    void outbox.add(7, flame('off'), 0)
    expect(outbox.takeBack(7), 'never sent: dropped').toBe(true)
    expect(outbox.waiting.map((e) => e.event.event)).toEqual(['flame'])
    expect(outbox.takeBack(7), 'perhaps written: taken back there').toBe(true)
    program_.loses = false
    await vi.advanceTimersByTimeAsync(5000)
    expect(program_.log.map((l) => [l['event'], l['undone_seq']])).toEqual([
      ['flame', undefined],
      ['undone', 1],
    ])
    expect(outbox.takeBack(7)).toBe(false)
  })
  it('is said and let go when it does not fit, and what follows is still sent', async () => {
    const sent: unknown[] = []
    serverOf({
      'POST /batches/7/events': ({ body }) => {
        sent.push(body)
        return sent.length === 1
          ? { status: 422, body: { code: 'not-now', detail: 'Go on with the step at hand.' } }
          : { body: { id: 7, log: [], state: {} } }
      },
    })
    const outbox = useOutbox()
    const first = outbox.add(7, flame('low'), 0)
    const second = outbox.add(7, { event: 'given_up' }, 0)
    await flushPromises()
    await vi.advanceTimersByTimeAsync(100)
    expect([await first, await second]).toEqual([false, true])
    expect(outbox.refused.map((r) => r.words)).toEqual(['Go on with the step at hand.'])
    outbox.forget(outbox.refused[0]?.entry.entry_id ?? '')
    expect(outbox.refused).toEqual([])
  })
})

describe('the time on this device', () => {
  it('follows the program’s', async () => {
    const { serverNow } = await import('./serverTime')
    heard(Date.now() + 5000)
    expect(serverNow() - Date.now()).toBeGreaterThan(4900)
    heard(Number.NaN)
    expect(serverNow() - Date.now(), 'nonsense is not taken over').toBeGreaterThan(4900)
  })
})
