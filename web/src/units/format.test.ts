import { afterEach, describe, expect, it } from 'vitest'
import {
  about,
  aboutRange,
  area,
  areaUnit,
  aString,
  millimetres,
  millimetreUnit,
  partsOf,
  celsius,
  celsiusFrom,
  celsiusInto,
  clock,
  degreeUnit,
  grams,
  gramsFrom,
  gramsInto,
  gramUnit,
  hourOf,
  hourOrDay,
  kelvins,
  minutes,
  number,
  percent,
  stringLength,
  units,
} from './format'

describe('numbers as the cook reads them', () => {
  it('parts thousands only where a scale would', () => {
    expect(number(2193.4)).toBe('2193')
    expect(number(12345)).toBe('12\u202f345')
    expect(number(-3.25, 1)).toBe('−3.3')
  })
  it('shows small grams finer and nothing as nothing', () => {
    expect([grams(0.01), grams(2.84), grams(9.97), grams(260.4)]).toEqual(['0', '2.8', '10', '260'])
  })
  it('tells times as a kitchen does', () => {
    expect([clock(5), clock(136.4), clock(3723)]).toEqual(['0:05', '2:16', '1:02:03'])
    expect([about(12), about(44), about(150), about(30 * 60)]).toEqual([
      '10 s',
      '45 s',
      '2½ min',
      '30 min',
    ])
    expect([minutes(136), minutes(1236)]).toEqual(['2.3', '21'])
  })
  it('measures strings with fingers', () => {
    expect([0.02, 0.6, 1.62, 7.4, 80].map(stringLength)).toEqual([
      'none',
      '6 mm',
      '1.6 cm',
      '7 cm',
      '80 cm',
    ])
    expect([0.02, 0.6, 40].map(aString)).toEqual([
      'no string',
      'a string of about 6 mm',
      'strings that do not break',
    ])
    expect(percent(0.7575)).toBe('75.8')
  })
})

describe('moments', () => {
  it('has no date on the same day, and one on any other', () => {
    const now_ms = new Date(2030, 4, 12, 21, 30).getTime()
    const earlier_ms = new Date(2030, 4, 12, 6, 5).getTime()
    expect(hourOrDay(earlier_ms, now_ms)).toBe(hourOf(earlier_ms))
    const before_ms = new Date(2030, 4, 11, 23, 50).getTime()
    expect(hourOrDay(before_ms, now_ms)).toContain('11')
  })
})

describe('other units', () => {
  it('are written and read back without loss', () => {
    units.mass = 'us'
    units.temperature = 'fahrenheit'
    try {
      expect([grams(283.5), gramUnit()]).toEqual(['10.0', 'oz'])
      expect([celsius(100), degreeUnit(), kelvins(1)]).toEqual(['212.0', '°F', '1.8'])
      expect(gramsFrom(gramsInto(340))).toBeCloseTo(340, 0)
      expect(celsiusFrom(celsiusInto(103.3))).toBeCloseTo(103.3, 1)
    } finally {
      units.mass = 'metric'
      units.temperature = 'celsius'
    }
    expect([grams(283.5), celsius(100)]).toEqual(['284', '100.0'])
  })
})

describe('sums as they are shown', () => {
  afterEach(() => {
    units.mass = 'metric'
  })
  it.each([
    [808, [723.4, 80.6, 4]],
    [100, [33.4, 33.3, 33.3]],
    [10, [9.6, 0.4]],
    [0.9, [0.5, 0.4]],
  ])('of %d g come to the whole', (whole, parts) => {
    const shown = partsOf(whole, parts).map(Number)
    expect(shown.reduce((sum, n) => sum + n, 0)).toBe(Math.round(whole))
  })
  it('say a range once where both ends say the same', () => {
    expect(aboutRange({ mid: 5, low: 4, high: 6 })).toBe('')
    expect(aboutRange({ mid: 60, low: 45, high: 75 })).toBe('45 s – 1½ min')
    expect(about(1)).toBe('now')
    expect(about(5100)).toBe('85 min')
    expect(about(5400)).toBe('1 h 30')
  })
  it('are in inches where she reads ounces', () => {
    units.mass = 'us'
    expect([millimetres(25.4), millimetreUnit()]).toEqual(['1.00', 'in'])
    expect([area(64.516), areaUnit()]).toEqual(['10.0', 'in²'])
    expect(stringLength(1)).toBe('0.39 in')
  })
})
