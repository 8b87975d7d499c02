import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import CoolingBand from '@/look/drawings/CoolingBand.vue'
import DipDrawing from '@/look/drawings/DipDrawing.vue'
import FirmnessScale from '@/look/drawings/FirmnessScale.vue'
import UptakeDrawing from '@/look/drawings/UptakeDrawing.vue'

const about = (mid: number) => ({ low: 0.8 * mid, mid, high: 1.3 * mid })
const cooling = (lifts: number | undefined) =>
  ({
    minutes: [0, 5, 10, 20, 40, 80],
    hottest_c: [105, 90, 75, 55, 38, 28],
    mean_c: [105, 85, 70, 52, 36, 27],
    surface_c: [105, 70, 60, 48, 34, 26],
    air_c: 24,
    windows: [
      { act: 'mark', opens_min: about(8), closes_min: about(25), words: '' },
      { act: 'lift', opens_min: lifts === undefined ? null : about(lifts), words: 'It holds.' },
      { act: 'chill', opens_min: about(30), words: '' },
    ],
  }) as unknown as Api<'Cooling'>
const uptake = (best_min: number | null) =>
  ({
    minutes: [0, 30, 60, 120],
    gain_frac: [0, 0.5, 0.75, 0.9],
    core_frac: [0, 0.2, 0.5, 0.8],
    low_min: best_min && 60,
    best_min,
    high_min: best_min && 200,
    grown_mm: 34,
    said: [],
  }) as unknown as Api<'Uptake'>

describe('what comes after the pan, for who cannot see the drawing', () => {
  it('says when a slab can be marked and lifted, and where it never can', () => {
    const said = (lifts: number | undefined) =>
      mount(CoolingBand, { props: { cooling: cooling(lifts) } })
        .get('[role=img]')
        .attributes('aria-label')
    expect(said(45)).toBe('After the pour. mark: 8 – 25 min; lift: from 45 min.')
    expect(said(undefined)).toContain('lift: not here')
  })
  it('names the band that is meant', () => {
    const texture = {
      solid_frac: about(0.55),
      band: 'sliceable',
      said: 'soft, sliceable, melting',
      words: [],
      scale: [
        { band: 'spoonable', name: 'soft, for the spoon', from_frac: 0.42, to_frac: 0.5 },
        { band: 'sliceable', name: 'soft, sliceable', from_frac: 0.5, to_frac: 0.6 },
      ],
    } as unknown as Api<'Firmness'>
    const scale = mount(FirmnessScale, { props: { texture } })
    expect(scale.get('[role=img]').attributes('aria-label')).toBe(
      'Firmness: soft, sliceable, melting',
    )
    expect(scale.get('.here').text()).toBe('soft, sliceable')
  })
  it('tells the moments of a soak, and when there is none', () => {
    const said = (best_min: number | null) =>
      mount(UptakeDrawing, { props: { uptake: uptake(best_min), thick_mm: 30, round: true } })
        .get('[role=img]')
        .attributes('aria-label')
    expect(said(90)).toMatch(/^Soaking: enough after .*, best after .*, out after/)
    expect(said(null)).toBe('Soaking: never enough')
  })
  it('tells how far the fat cools', () => {
    const fry = {
      minutes_each: about(4),
      dip_k: 12,
      load_minutes: [0, 2, 4, 8],
      oil_c: [160, 148, 152, 160],
    } as unknown as Api<'Fry'>
    const dip = mount(DipDrawing, { props: { fry } })
    expect(dip.get('[role=img]').attributes('aria-label')).toContain('cools by 12')
  })
})
