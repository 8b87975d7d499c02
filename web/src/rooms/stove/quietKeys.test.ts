import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import QuietKeys from './QuietKeys.vue'
import NotSent from './NotSent.vue'

describe('what is seldom pressed', () => {
  it('asks once before a batch is given up', async () => {
    const keys = mount(QuietKeys, {
      props: { canUndo: true, ended: false },
      attachTo: document.body,
    })
    const press = (words: string) =>
      keys
        .findAll('button')
        .find((b) => b.text().includes(words))
        ?.trigger('click')
    await press('Give this batch up')
    expect(keys.emitted('giveUp')).toBeUndefined()
    expect(document.activeElement?.textContent).toContain('No, go on')
    await press('No, go on')
    expect(keys.text()).not.toContain('It leaves the stove')
    await press('Give this batch up')
    await press('Give it up')
    expect(keys.emitted('giveUp')).toHaveLength(1)
    keys.unmount()
  })
  it('says what waits to be sent, with its moment', () => {
    const none = mount(NotSent, { props: { entries: [] } })
    expect(none.text()).toBe('')
    const one = mount(NotSent, {
      props: { entries: [{ key: 'a', hour: '10:42', words: 'Flame off' }] },
    })
    expect(one.text()).toContain('not sent yet')
    expect(one.text()).toContain('10:42 Flame off')
  })
})
