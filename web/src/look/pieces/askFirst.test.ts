import { nextTick } from 'vue'
import { describe, expect, it } from 'vitest'
import { useAskFirst } from './askFirst'

describe('one question before something is lost', () => {
  it('is answered yes only by its key, however else it is shut', async () => {
    const { asks, ask, yes } = useAskFirst()
    const shut = ask()
    expect(asks.value).toBe(true)
    await nextTick()
    asks.value = false
    expect(await shut).toBe(false)

    const pressed = ask()
    await nextTick()
    asks.value = false
    yes()
    expect(await pressed).toBe(true)
  })
})
