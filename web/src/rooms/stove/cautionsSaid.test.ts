import { mount } from '@vue/test-utils'
import { nextTick } from 'vue'
import { beforeEach, describe, expect, it } from 'vitest'
import CautionsSaid from './CautionsSaid.vue'

const shown = (of: ReturnType<typeof mount>) =>
  of.findAll('button').map((b) => [b.text(), b.attributes('aria-expanded')])

describe('what can hurt', () => {
  beforeEach(() => localStorage.clear())

  it('is large until it was read in this batch; what comes up after that is not read yet', async () => {
    const of = mount(CautionsSaid, { props: { id: 7, words: ['Hot.'] } })
    expect(shown(of)).toEqual([['Hot.', 'true']])
    ;(of.vm as unknown as { read: () => void }).read()
    await of.setProps({ words: ['Hot.', 'Heavy.'] })
    expect(shown(of)).toEqual([
      ['Hot.', 'false'],
      ['Heavy.', 'true'],
    ])
    await of.setProps({ id: 8 })
    expect(shown(of)[0], 'another batch').toEqual(['Hot.', 'true'])
  })

  it('is read, and read again, by a tap', async () => {
    const of = mount(CautionsSaid, { props: { id: 9, words: ['Hot.'] } })
    await of.find('button').trigger('click')
    await nextTick()
    expect(shown(of)).toEqual([['Hot.', 'false']])
    await of.find('button').trigger('click')
    await nextTick()
    expect(shown(of)).toEqual([['Hot.', 'true']])
  })
})
