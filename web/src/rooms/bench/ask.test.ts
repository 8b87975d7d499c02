import { describe, expect, it } from 'vitest'
import type { LocationQuery } from 'vue-router'
import { readAsk, writeAsk, type PanAsk } from './ask'
import { curveCsv } from './exportCurve'
import { pointAt } from './pointAt'

const ladder = [
  { key: 'two-string', name: '', local_name: '', sign: '', low_frac: 0.785, high_frac: 0.825 },
] as const

const full: PanAsk = {
  parts: [
    { sweetener: 'cane-jaggery', mass_g: 320.5, analysis: [78, 9, 2, 1, 5.5] },
    { sweetener: 'sugar', mass_g: 100 },
  ],
  water_g: 140,
  strained: true,
  pan_id: 2,
  ring_id: 3,
  thermometer_id: 'none',
  flame_frac: 0.4,
  later: [{ minute: 5, flame_frac: 0.25, lid: true, stirring: false, water_added_g: 30 }],
  stage: 'two-string',
  altitude_m: 1480,
}

/** What a browser hands back for a query that was pushed. */
function travelled(query: ReturnType<typeof writeAsk>): LocationQuery {
  const text = (v: unknown) => (v === undefined ? undefined : String(v))
  const entries = Object.entries(query).filter(([, v]) => v !== undefined)
  return Object.fromEntries(
    entries.map(([k, v]) => [k, Array.isArray(v) ? v.map(String) : (text(v) ?? null)]),
  )
}

describe('the address of the bench', () => {
  it('carries everything, for the first pan and the second', () => {
    for (const prefix of ['', 'b_'])
      expect(readAsk(travelled(writeAsk(full, prefix)), ladder, prefix)).toEqual(full)
  })
  it('falls back to a usable bench for an address that makes no sense', () => {
    const odd = {
      part: 'x*y*z',
      water_g: '-4',
      flame: 'hot',
      then: '*',
      stage: 'moon',
      altitude_m: '9e9',
    }
    const ask = readAsk(odd, ladder)
    expect(ask.parts).toEqual([{ sweetener: 'sugar', mass_g: 300 }])
    expect(ask.water_g).toBe(150)
    expect([ask.flame_frac, ask.altitude_m, ask.later]).toEqual([undefined, undefined, []])
    expect(ask.stage).toBe('one-string')
  })
})

const point = (elapsed_s: number, solids_frac: number) => ({
  elapsed_s: { low: elapsed_s, mid: elapsed_s, high: elapsed_s },
  solids_frac,
  liquid_c: 100,
  shown_c: 100.8,
  gross_g: 2000,
  volume_ml: 300,
  string_cm: 1,
  brix: null,
})

describe('the curve', () => {
  it('is read between its points', () => {
    const series = [point(0, 0.6), point(100, 0.7), point(200, 0.8)]
    expect(pointAt(series, 150)?.solids_frac).toBeCloseTo(0.75, 9)
    expect(pointAt(series, 900)?.solids_frac).toBe(0.8)
    expect(pointAt([], 10)).toBeUndefined()
  })
  it('leaves as a table with units in its head and one line a point', () => {
    const csv = curveCsv({ series: [point(0, 0.6)], tail: [point(9, 0.61)] } as never)
    const lines = csv.trimEnd().split('\n')
    expect(lines).toHaveLength(3)
    expect(lines[0]).toMatch(/^part,elapsed_s,.*gross_g/)
    expect(lines[2]).toMatch(/^carry-over,9,/)
  })
})
