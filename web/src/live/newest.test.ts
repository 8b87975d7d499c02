import { describe, expect, it } from 'vitest'
import { newest } from './newest'

function later<A>() {
  let come!: (value: A) => void
  let fail!: (reason: Error) => void
  const promise = new Promise<A>((resolve, reject) => {
    come = resolve
    fail = reject
  })
  return { promise, come, fail }
}

describe('only the newest answer', () => {
  it('is taken, in whatever order they come', async () => {
    const among = newest()
    const [first, second] = [later<string>(), later<string>()]
    const [one, two] = [among(first.promise), among(second.promise)]
    second.come('new')
    first.come('old')
    expect(await two).toEqual({ it: 'new' })
    expect(await one).toBeUndefined()
  })
  it('shows each that comes in its order', async () => {
    const among = newest()
    const [first, second] = [later<string>(), later<string>()]
    const [one, two] = [among(first.promise), among(second.promise)]
    first.come('old')
    expect(await one).toEqual({ it: 'old' })
    second.come('new')
    expect(await two).toEqual({ it: 'new' })
  })
  it('is not covered by a refusal that comes late; a fresh one is said', async () => {
    const among = newest()
    const [first, second] = [later<string>(), later<string>()]
    const [one, two] = [among(first.promise), among(second.promise)]
    second.come('new')
    expect(await two).toEqual({ it: 'new' })
    first.fail(new Error('late'))
    expect(await one).toBeUndefined()
    await expect(among(Promise.reject(new Error('fresh')))).rejects.toThrow('fresh')
  })
})
