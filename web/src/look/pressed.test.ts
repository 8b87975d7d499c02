import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { DEAD_MS, usePressed } from './pressed'

describe('a press', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => {
    vi.advanceTimersByTime(10_000)
    vi.useRealTimers()
  })
  it('is done once; the second tap is said, not done', () => {
    const does = vi.fn()
    const { once, twice } = usePressed()
    once(does)
    vi.advanceTimersByTime(DEAD_MS - 1)
    once(does)
    expect(does).toHaveBeenCalledTimes(1)
    expect(twice.value).toBe(true)
  })
  it('is done again when the finger is gone', () => {
    const does = vi.fn()
    const { once, twice } = usePressed()
    once(does)
    vi.advanceTimersByTime(DEAD_MS)
    once(does)
    expect(does).toHaveBeenCalledTimes(2)
    expect(twice.value).toBe(false)
  })
})
