import { afterEach, describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import type { WholeBatch } from './merged'
import { units } from '@/units/format'
import { heardInBrief } from './heard'
import { sayLooks, shownBy } from './instruments'

describe('what an instrument shows', () => {
  afterEach(() => {
    units.mass = 'metric'
    units.temperature = 'celsius'
  })
  it('is said in the units she reads', () => {
    expect(shownBy('probe', 104.23)).toEqual({ value: '104.2', unit: '°C' })
    expect(shownBy('scale', 1299)).toEqual({ value: '1299', unit: 'g' })
    expect(shownBy('refractometer', 71.5)).toEqual({ value: '71.5', unit: '°Brix' })
    units.temperature = 'fahrenheit'
    expect(shownBy('probe', 100)).toEqual({ value: '212.0', unit: '°F' })
  })
  it.each([
    [{ looks: 'fahrenheit', celsius: 99.1 }, ['°F', '99.1 °C', 'not believed']],
    [{ looks: 'cold', expected_c: 105.9 }, ['105.9 °C', 'flame is off']],
    [{ looks: 'hot', expected_c: 60 }, ['60.0 °C', 'metal']],
    [{ looks: 'unlit' }, ['no flame was told']],
    [{ looks: 'jumped', by_g: -51.6 }, ['52 g less']],
    [{ looks: 'lifted' }, ['not on the scale']],
  ])('%o says what to do', (looks, words) => {
    const said = sayLooks(looks as Api<'Looks'>)
    words.forEach((w) => expect(said).toContain(w))
  })
  it('is quiet while it is sound, or has nothing to say', () => {
    expect(sayLooks({ looks: 'sound' })).toBe('')
    expect(sayLooks({ looks: 'aside' })).toBe('')
    expect(sayLooks(null)).toBe('')
  })
})

describe('what instruments wrote', () => {
  it('stands in a line each, however often they wrote', () => {
    const heard = (seq: number, at_ms: number, shown_c: number, by: string, times: number) => ({
      times,
      last: {
        seq,
        at_ms,
        by,
        event: 'heard',
        reading: { kind: 'probe', shown_c, offset_k: 0, sd_k: 0.7 },
      },
    })
    const batch = {
      heard: [heard(4, 90_000, 104.5, 'Clip probe', 3), heard(5, 2000, 30, 'Spare probe', 1)],
      setup: { steps: [] },
    } as unknown as WholeBatch
    const said = heardInBrief(batch, (k) => k)
    expect(said).toHaveLength(2)
    expect(said[0]).toMatch(/^Clip probe 3 times, last at .*: showed 104\.5 °C$/)
    expect(said[1]).toMatch(/^Spare probe once/)
  })
})
