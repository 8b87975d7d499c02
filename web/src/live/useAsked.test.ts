import { flushPromises } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { effectScope, ref } from 'vue'
import { OUT_OF_REACH } from '@/api/client'
import { openStreams } from '@/test/stream'
import { useAsked } from './useAsked'

const settle = async () => {
  await flushPromises()
  await flushPromises()
}
const refusal = (code: string) => ({ error: { code, detail: `It is ${code}.` } })

describe('what is asked of the server', () => {
  it('is kept, shown at once when it is looked at again, and asked anew beside it', async () => {
    const ask = vi.fn((n: number) => Promise.resolve({ data: `answer ${n}` }))
    const look = () => effectScope().run(() => useAsked({ name: 'kept', question: () => 7, ask }))
    const first = look()
    expect(first?.found.value).toBeUndefined()
    await settle()
    expect(first?.found.value).toBe('answer 7')
    const second = look()
    expect(second?.found.value, 'at once').toBe('answer 7')
    await settle()
    expect(ask).toHaveBeenCalledTimes(2)
  })

  it('shows the answer to the newest question, whichever comes last', async () => {
    const given = new Map<number, (reply: { data: string }) => void>()
    const question = ref(1)
    const asked = effectScope().run(() =>
      useAsked({
        name: 'overtaken',
        question: () => question.value,
        ask: (n) => new Promise<{ data: string }>((give) => given.set(n, give)),
      }),
    )
    await settle()
    question.value = 2
    await settle()
    given.get(2)?.({ data: 'second' })
    await settle()
    given.get(1)?.({ data: 'first' })
    await settle()
    expect(asked?.found.value).toBe('second')
  })

  it('holds the answer before it while waiting, and over a refusal only where it says so', async () => {
    const question = ref('good')
    const ask = (q: string) => Promise.resolve(q === 'good' ? { data: 'found' } : refusal('not-so'))
    const [waits, stands] = (['waiting', 'refused'] as const).map((holds) =>
      effectScope().run(() =>
        useAsked({ name: `holds ${holds}`, question: () => question.value, ask, holds }),
      ),
    )
    await settle()
    question.value = 'bad'
    await settle()
    expect([waits?.found.value, waits?.trouble.value]).toEqual([undefined, 'It is not-so.'])
    expect([stands?.found.value, stands?.trouble.value]).toEqual(['found', 'It is not-so.'])
  })

  it('tries once more where nothing was heard, never where it was refused', async () => {
    vi.useFakeTimers()
    const count = async (code: string) => {
      const ask = vi.fn(() => Promise.resolve(refusal(code)))
      const asked = effectScope().run(() => useAsked({ name: code, question: () => 1, ask }))
      await vi.advanceTimersByTimeAsync(5000)
      expect(asked?.trouble.value).toBe(`It is ${code}.`)
      return ask.mock.calls.length
    }
    expect([await count('refused'), await count(OUT_OF_REACH)]).toEqual([1, 2])
    vi.useRealTimers()
  })

  it('is asked anew after a change that concerns it', async () => {
    const ask = vi.fn(() => Promise.resolve({ data: 'told' }))
    const scope = effectScope()
    scope.run(() =>
      useAsked({
        name: 'concerned',
        question: () => 1,
        ask,
        concerns: (change) => change.kind === 'kitchen',
      }),
    )
    await settle()
    const tell = (kind: string) => openStreams().forEach((stream) => stream.change({ kind }))
    tell('batch')
    await settle()
    expect(ask).toHaveBeenCalledTimes(1)
    tell('kitchen')
    await settle()
    expect(ask).toHaveBeenCalledTimes(2)
    scope.stop()
  })
})
