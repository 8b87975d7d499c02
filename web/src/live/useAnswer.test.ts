import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { effectScope, ref } from 'vue'
import { useAnswer } from './useAnswer'

/** A server that answers when it is told to. */
function slowServer() {
  const waiting: { question: number; give: (reply: object) => void }[] = []
  const ask = (question: number) =>
    new Promise<{ data?: string; error?: unknown }>((resolve) =>
      waiting.push({ question, give: resolve }),
    )
  const next = async () => {
    const one = waiting.shift()
    one?.give({ data: `answer ${one.question}` })
    await flushPromises()
    return one?.question
  }
  return { ask, next, waiting }
}

describe('a question that changes while it is asked', () => {
  it('has one request on its way and then asks only the newest', async () => {
    const server = slowServer()
    const question = ref<number | undefined>(1)
    const scope = effectScope()
    const answered = scope.run(() => useAnswer('slow', () => question.value, server.ask))
    for (const n of [2, 3, 4]) {
      question.value = n
      await flushPromises()
    }
    expect(server.waiting).toHaveLength(1)
    expect(await server.next()).toBe(1)
    expect(await server.next()).toBe(4)
    expect(answered?.found.value).toBe('answer 4')
    expect(server.waiting).toHaveLength(0)

    question.value = undefined
    await flushPromises()
    expect(answered?.found.value).toBeUndefined()
    scope.stop()
  })

  it('keeps the words of a refusal until an answer comes', async () => {
    const question = ref('bad')
    const scope = effectScope()
    const answered = scope.run(() =>
      useAnswer<string, string>(
        'refused',
        () => question.value,
        (q) =>
          Promise.resolve(
            q === 'bad'
              ? { error: { code: 'no-sugar', detail: 'Enter the sugar first.' } }
              : { data: q },
          ),
      ),
    )
    await flushPromises()
    expect(answered?.trouble.value).toBe('Enter the sugar first.')
    question.value = 'good'
    await flushPromises()
    expect([answered?.found.value, answered?.trouble.value]).toEqual(['good', ''])
    scope.stop()
  })
})
