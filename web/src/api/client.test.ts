import { describe, expect, it } from 'vitest'
import { answer, Refusal, wordsOf } from './client'

describe('answers of the server', () => {
  it('gives the data, or throws the refusal in its own words', async () => {
    await expect(answer(Promise.resolve({ data: 3 }))).resolves.toBe(3)
    const problem = { code: 'too-dry', detail: 'Enter the water you put in.' }
    await expect(answer(Promise.resolve({ error: problem }))).rejects.toMatchObject({
      code: 'too-dry',
      message: 'Enter the water you put in.',
    })
  })
  it('has words for a server out of reach and for an answer that makes no sense', async () => {
    const lost = answer(Promise.reject(new TypeError('connection refused')))
    await expect(lost).rejects.toMatchObject({ code: 'out-of-reach' })
    await expect(answer(Promise.resolve({ error: '<html>' }))).rejects.toBeInstanceOf(Refusal)
    expect(wordsOf(new Refusal('x', 'Say how much.'))).toBe('Say how much.')
    expect(wordsOf('odd')).toContain('try once more')
  })
})
