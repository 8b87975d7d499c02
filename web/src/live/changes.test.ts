import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import { openStreams as open, TestStream } from '@/test/stream'

/** Locks as a browser keeps them: one holder, the others in a row. */
function locksOf(queue: (() => void)[]) {
  let held = false
  return {
    request: (_name: string, options: { signal: AbortSignal }, work: () => Promise<void>) =>
      new Promise<void>((done) => {
        const run = () => {
          if (options.signal.aborted) return queue.shift()?.()
          held = true
          void work().then(() => {
            held = false
            done()
            queue.shift()?.()
          })
        }
        if (held) queue.push(run)
        else run()
      }),
  }
}

describe('changes', () => {
  const scopes: EffectScope[] = []
  const heard: string[][] = []
  async function tab(): Promise<EffectScope> {
    vi.resetModules()
    const { useChanges } = await import('./changes')
    const scope = effectScope()
    const mine: string[] = []
    heard.push(mine)
    scope.run(() => useChanges((c) => mine.push(c === 'reconnected' ? c : c.kind)))
    scopes.push(scope)
    return scope
  }
  beforeEach(() => {
    TestStream.all = []
    heard.length = 0
    Object.defineProperty(navigator, 'locks', { value: locksOf([]), configurable: true })
  })
  afterEach(() => {
    scopes.splice(0).forEach((s) => s.stop())
    Reflect.deleteProperty(navigator, 'locks')
    vi.restoreAllMocks()
  })

  it('come over one stream for all tabs, and another tab takes over', async () => {
    const first = await tab()
    for (let i = 0; i < 7; i++) await tab()
    expect(open()).toHaveLength(1)
    open()[0]?.change({ kind: 'kitchen' })
    await vi.waitFor(() => expect(heard.every((h) => h.includes('kitchen'))).toBe(true))
    const later_ms = Date.now() + 5000
    vi.spyOn(Date, 'now').mockReturnValue(later_ms)
    first.stop()
    await vi.waitFor(() => expect(open()).toHaveLength(1))
    await vi.waitFor(() => expect(heard.at(-1)).toContain('reconnected'))
  })
  it('are looked at anew when the stream says that some were missed', async () => {
    await tab()
    open()[0]?.change({ kind: 'look_anew' })
    expect(heard[0]?.at(-1)).toBe('reconnected')
  })
  it('bring what stands now to whoever asks for that, and to nobody else', async () => {
    await tab()
    const { usePushes } = await import('./changes')
    const pushed: string[] = []
    const scope = effectScope()
    scopes.push(scope)
    scope.run(() => usePushes((p) => pushed.push(p.kind)))
    open()[0]?.push({ kind: 'stove', stove: {} })
    expect(pushed).toEqual(['stove'])
    expect(heard[0]).toEqual([])
    scope.stop()
    open()[0]?.push({ kind: 'stove', stove: {} })
    expect(pushed).toHaveLength(1)
  })
})
