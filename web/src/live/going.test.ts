import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, reactive, type EffectScope } from 'vue'
import { serverOf } from '@/test/server'
import { openStreams } from '@/test/stream'
import { CALLS } from '@/test/calls'
import { useAlarm } from './alarm'
import { useGoing } from './going'
import { useReach } from './reach'
import { useTitle } from './title'

const route = reactive({ meta: { title: 'Kitchen' } })
vi.mock('vue-router', () => ({ useRoute: () => route }))

const line = (id: number, kind: string, mid?: number) => ({
  id,
  title: `Batch ${id}`,
  pan_name: 'Pan',
  ring_name: 'Ring',
  state: {
    advice: { kind },
    call: CALLS[kind],
    ahead: [],
    syrup: mid === undefined ? null : { turn_off_in_s: { mid, low: mid, high: mid } },
  },
})

describe('the pans that go on', () => {
  let scope: EffectScope
  let lines: object[]
  const vibrate = vi.fn()
  beforeEach(() => {
    vi.useFakeTimers()
    setActivePinia(createPinia())
    serverOf({ 'GET /stove': () => ({ body: standing() }) })
    Object.assign(navigator, { vibrate })
    Object.defineProperty(navigator, 'userActivation', {
      value: { hasBeenActive: true },
      configurable: true,
    })
    vibrate.mockClear()
    scope = effectScope()
  })
  afterEach(() => {
    scope.stop()
    vi.useRealTimers()
  })
  const standing = () => {
    const whole = { acts: [], collisions: [] }
    return { now_ms: 0, lines, one: whole, two: whole }
  }
  const pushed = async () => {
    openStreams().at(-1)?.push({ kind: 'stove', stove: standing() })
    await flushPromises()
  }
  async function followed() {
    const going = useGoing()
    scope.run(() => {
      going.follow()
      useAlarm()
      useTitle()
    })
    await flushPromises()
    return going
  }

  it('stand with what presses first, then by when the flame goes off', async () => {
    lines = [line(1, 'keep_boiling', 300), line(2, 'keep_boiling', 60), line(3, 'turn_off_now')]
    const going = await followed()
    expect(going.ranked.map((l) => l.id)).toEqual([3, 2, 1])
  })
  it('stand by what the plan said would come while the program does not answer', async () => {
    const later = line(2, 'keep_boiling', 60)
    const ahead = [
      { in_s: 60, advice: { kind: 'turn_off_now' }, call: CALLS.turn_off_now },
    ] as never[]
    lines = [line(1, 'read_now', 600), { ...later, state: { ...later.state, ahead } }]
    const going = await followed()
    expect(going.ranked.map((l) => l.id)).toEqual([1, 2])
    useReach().lost = true
    await vi.advanceTimersByTimeAsync(61_000)
    expect(going.ranked.map((l) => l.id)).toEqual([2, 1])
  })
  it('shake once when a pan is near, and again and again while it has to go off', async () => {
    lines = [line(1, 'keep_boiling', 90)]
    await followed()
    expect(vibrate).not.toHaveBeenCalled()
    lines = [line(1, 'read_now', 40)]
    await pushed()
    await vi.advanceTimersByTimeAsync(3100)
    expect(vibrate).toHaveBeenCalledTimes(1)
    await vi.advanceTimersByTimeAsync(12_000)
    expect(vibrate, 'near is said once').toHaveBeenCalledTimes(1)
    lines = [line(1, 'turn_off_now', 0)]
    await pushed()
    await vi.advanceTimersByTimeAsync(3100)
    const soFar = vibrate.mock.calls.length
    expect(soFar).toBeGreaterThan(1)
    await vi.advanceTimersByTimeAsync(12_000)
    expect(vibrate.mock.calls.length).toBeGreaterThan(soFar)
    lines = [line(1, 'test')]
    await pushed()
    await vi.advanceTimersByTimeAsync(3100)
    const quiet = vibrate.mock.calls.length
    await vi.advanceTimersByTimeAsync(12_000)
    expect(vibrate).toHaveBeenCalledTimes(quiet)
  })
  it('count in the title of the page, in whatever room', async () => {
    lines = [line(1, 'keep_boiling', 125)]
    await followed()
    expect(document.title).toMatch(/^2:0\d · Batch 1 · Kitchen · Unctum$/)
    lines = [line(1, 'turn_off_now', 0)]
    await pushed()
    await vi.advanceTimersByTimeAsync(3100)
    expect(document.title).toBe('Turn off now · Batch 1 · Kitchen · Unctum')
    lines = []
    await pushed()
    await vi.advanceTimersByTimeAsync(3100)
    expect(document.title).toBe('Kitchen · Unctum')
  })
})
