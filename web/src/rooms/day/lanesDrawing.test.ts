import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import LanesDrawing from './LanesDrawing.vue'

/** One cook with a step at each of these minutes. */
function told(at: Record<string, number>): Api<'DaysTold'> {
  const steps = Object.entries(at).map(([id, from_min]) => ({
    id,
    title: id,
    from_min,
    to_min: from_min + 10,
    cook: 'Cook',
  }))
  const bars = [...steps]
    .sort((a, b) => a.from_min - b.from_min)
    .map((s) => ({ ...s, step: s.id, batch: 0, units: 8, full: true }))
  return {
    zone: '',
    begins_ms: 0,
    now_min: 0,
    horizon_min: 1440,
    midnights: [{ minute: 0, date: '1970-01-01', words: 'Thursday 1 January', minutes: 1440 }],
    hours: [{ from_min: 0, to_min: 1440 }],
    batches: [{ key: 'a', title: 'Sheet', steps }],
    lanes: [{ kind: 'hands', name: 'Cook', bars }],
  } as unknown as Api<'DaysTold'>
}

describe('the lanes', () => {
  it('leave the keys with their step where the plan changes', async () => {
    const lanes = mount(LanesDrawing, {
      props: { told: told({ boil: 60, cut: 120 }), step: undefined, zoom: 1 },
      attachTo: document.body,
    })
    const bar = (step: string) => lanes.get(`[aria-label^="${step}, "]`)
    ;(bar('cut').element as SVGElement).focus()
    expect(document.activeElement).toBe(bar('cut').element)
    await lanes.setProps({ told: told({ sift: 30, boil: 60, cut: 120 }) })
    expect(document.activeElement).toBe(bar('cut').element)
    await bar('cut').trigger('keydown', { key: 'Enter' })
    expect(lanes.emitted('pick')).toEqual([['cut']])
    lanes.unmount()
  })
})
