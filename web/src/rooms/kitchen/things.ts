import { toRaw } from 'vue'
import type { Api } from '@/api/client'
import {
  celsius,
  centimetres,
  centimetreUnit,
  degreeUnit,
  grams,
  gramUnit,
  kelvins,
  millilitres,
  millilitreUnit,
  number,
} from '@/units/format'
import type { KitchenDocument } from './useKitchenEdit'

/** The things of a kitchen, as her shelf shows them. */
export type Part = 'rings' | 'pans' | 'thermometers' | 'measures' | 'trays'

export type Thing =
  | { of: 'rings'; ring: Api<'Ring'> }
  | { of: 'pans'; pan: Api<'Pan'> }
  | { of: 'thermometers'; thermometer: Api<'Thermometer'> }
  | { of: 'measures'; measure: Api<'Measure'> }
  | { of: 'trays'; tray: Api<'Tray'> }

export const PARTS: readonly { of: Part; name: string; another: string }[] = [
  { of: 'rings', name: 'Rings', another: 'Another ring' },
  { of: 'pans', name: 'Pans', another: 'Another pan' },
  { of: 'measures', name: 'Cups and spoons', another: 'Another cup' },
  { of: 'thermometers', name: 'Thermometers', another: 'Another thermometer' },
  { of: 'trays', name: 'Trays', another: 'Another tray' },
]

export function thingsOf(d: KitchenDocument, of: Part): Thing[] {
  switch (of) {
    case 'rings':
      return d.rings.map((r) => ({ of, ring: r.ring }))
    case 'pans':
      return d.pans.map((p) => ({ of, pan: p.pan }))
    case 'thermometers':
      return d.thermometers.map((t) => ({ of, thermometer: t.thermometer }))
    case 'measures':
      return (d.measures ?? []).map((m) => ({ of, measure: m.measure }))
    case 'trays':
      return (d.trays ?? []).map((t) => ({ of, tray: t.tray }))
  }
}

export function nameOf(t: Thing): string {
  switch (t.of) {
    case 'rings':
      return t.ring.name
    case 'pans':
      return t.pan.name
    case 'thermometers':
      return t.thermometer.name
    case 'measures':
      return t.measure.name
    case 'trays':
      return t.tray.name
  }
}

/** The one figure that stands under its name. */
export function figureOf(t: Thing): string {
  switch (t.of) {
    case 'rings':
      return ''
    case 'pans':
      return `${centimetres(t.pan.diameter_cm)} ${centimetreUnit()}`
    case 'thermometers': {
      const k = t.thermometer.offset_k
      return k === 0 ? '' : `${kelvins(Math.abs(k))} ${degreeUnit()} ${k > 0 ? 'high' : 'low'}`
    }
    case 'measures':
      return `${millilitres(t.measure.volume_ml)} ${millilitreUnit()}`
    case 'trays':
      return `${centimetres(t.tray.length_cm)} × ${centimetres(t.tray.width_cm)} ${centimetreUnit()}`
  }
}

/** The figures behind it, for who asks. */
export function figuresOf(t: Thing, water_boil_c: number): string {
  switch (t.of) {
    case 'rings':
      return `${number(t.ring.rated_power_w)} W on its plate, ${number(100 * t.ring.efficiency_frac)} ± ${number(100 * t.ring.efficiency_sd)} % of it into the pan`
    case 'pans':
      return `${grams(t.pan.tare_g)} ${gramUnit()}${t.pan.weighed === false ? ', a guess' : ''}; its wall holds ${number(t.pan.heat_capacity_j_k)} J/K`
    case 'thermometers':
      return `shows ${celsius(water_boil_c + t.thermometer.offset_k)} ${degreeUnit()} in boiling water here`
    case 'measures':
      return `${millilitres(t.measure.volume_ml)} ± ${millilitres(t.measure.volume_sd_ml ?? 0)} ${millilitreUnit()}`
    case 'trays':
      return `${centimetres(t.tray.height_cm, 1)} ${centimetreUnit()} high`
  }
}

/** A ring as rings of a kind are taken before they are checked. */
export function ofKind(
  ring: Api<'Ring'>,
  kind: Api<'RingKind'>,
  usualRings: readonly Api<'UsualRing'>[],
): Api<'Ring'> {
  const usual = usualRings.find((r) => r.kind === kind)
  return {
    ...ring,
    kind,
    efficiency_frac: usual?.efficiency_frac ?? ring.efficiency_frac,
    efficiency_sd: usual?.efficiency_sd ?? ring.efficiency_sd,
  }
}

/** A new thing of a part, added to a kitchen. */
export function addTo(d: KitchenDocument, of: Part, fresh: Api<'NewThings'>): void {
  const { ring, pan, thermometer, measure, tray } = structuredClone(toRaw(fresh))
  switch (of) {
    case 'rings':
      d.rings.push({ ring })
      break
    case 'pans':
      d.pans.push({ pan })
      break
    case 'thermometers':
      d.thermometers.push({ thermometer })
      break
    case 'measures':
      ;(d.measures ??= []).push({ measure })
      break
    case 'trays':
      ;(d.trays ??= []).push({ tray })
      break
  }
}
