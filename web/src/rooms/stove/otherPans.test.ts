import { mount, RouterLinkStub } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import { useGoing } from '@/live/going'
import { CALLS } from '@/test/calls'
import OtherPans from './OtherPans.vue'
import TestSaid from './TestSaid.vue'

const line = (id: number, title: string, kind: string, mid: number) =>
  ({
    id,
    title,
    state: {
      advice: { kind },
      call: CALLS[kind],
      ahead: [],
      syrup: { stage: 'coating', turn_off_in_s: { mid, low: mid, high: mid } },
    },
  }) as unknown as Api<'BatchLine'>

describe('the other pans', () => {
  beforeEach(() => setActivePinia(createPinia()))
  it('stand as a strip on the sheet of each, with what they want and when', () => {
    useGoing().lines = [
      line(1, 'Cashew sheet', 'keep_boiling', 200),
      line(2, 'Almond sheet', 'keep_boiling', 390),
      line(3, 'Sesame ladoo', 'turn_off_now', 0),
    ]
    const strip = mount(OtherPans, {
      props: { but: 1 },
      global: { stubs: { RouterLink: RouterLinkStub } },
    })
    const others = strip.findAll('a').map((a) => a.text().replace(/\s+/g, ' '))
    expect(others).toEqual([
      'Let it boil · off in 6½ min Almond sheet',
      'Turn off now Sesame ladoo',
    ])
    expect(strip.findAll('a.presses')).toHaveLength(1)
  })
  it('take no room where there is no other', () => {
    useGoing().lines = [line(1, 'Cashew sheet', 'keep_boiling', 200)]
    const strip = mount(OtherPans, {
      props: { but: 1 },
      global: { stubs: { RouterLink: RouterLinkStub } },
    })
    expect(strip.find('nav').exists()).toBe(false)
  })
})

describe('the answer to a test', () => {
  const said = (reading: object, against: string, advice: object) =>
    mount(TestSaid, {
      props: {
        test: { reading, against, at_ms: 0, solids_frac: 0.7 } as unknown as Api<'TestSaid'>,
        advice: advice as Api<'Advice'>,
        stage: 'one string',
        has_scale: false,
      },
    }).text()
  it('is said at once, in minutes or spoons', () => {
    const snaps = { kind: 'pull', pull: 'snaps' }
    expect(said(snaps, 'not_yet', { kind: 'back_on', heat_s: 40, flame: 'medium' })).toBe(
      'Not yet: 40 s more on the flame.',
    )
    expect(said(snaps, 'not_yet', { kind: 'not_yet', more_s: 40 })).toBe('Not yet: 40 s more.')
    expect(said({ kind: 'not_yet' }, 'not_yet', { kind: 'test' })).toContain('pull another drop')
    expect(said(snaps, 'there', { kind: 'that_is_it' })).toBe('That is one string.')
    expect(said(snaps, 'past', { kind: 'add_water', water_g: 30 })).toBe(
      'That is past one string: 2 tablespoons of water brings it back.',
    )
  })
  it('is not given to what an instrument read', () => {
    expect(said({ kind: 'weight', gross_g: 2219 }, 'not_yet', { kind: 'keep_boiling' })).toBe('')
  })
})
