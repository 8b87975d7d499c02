import type { LocationQuery, LocationQueryRaw } from 'vue-router'
import type { Api } from '@/api/client'
import type { StageKey } from '@/look/strata'

export interface Part {
  sweetener: string
  mass_g: number
  /** Her own analysis in per cent: sucrose, reducing, ash, insoluble, water. */
  analysis?: number[] | undefined
}

export interface Later {
  minute: number
  flame_frac: number
  lid: boolean
  stirring: boolean
  water_added_g: number
}

/** Everything set for one pan of the bench. */
export interface PanAsk {
  parts: Part[]
  water_g: number
  strained: boolean
  pan_id: number | undefined
  ring_id: number | undefined
  /** None: temperatures are true ones. */
  thermometer_id: number | 'none' | undefined
  /** Place on the dial, 0–1; medium where none is set. */
  flame_frac: number | undefined
  later: Later[]
  stage: StageKey
  /** In place of the kitchen's own. */
  altitude_m: number | undefined
}

const FIRST: Part = { sweetener: 'sugar', mass_g: 300 }

function all(query: LocationQuery, key: string): string[] {
  const value = query[key]
  return (Array.isArray(value) ? value : [value]).filter((v): v is string => typeof v === 'string')
}

function numeric(text: string | undefined, low: number, high: number): number | undefined {
  const value = Number(text)
  const fits = text !== undefined && text !== '' && value >= low && value <= high
  return fits ? value : undefined
}

function readPart(text: string): Part | undefined {
  const [mass, sweetener, analysis] = text.split('*')
  const mass_g = numeric(mass, 1e-9, Infinity)
  if (mass_g === undefined || !sweetener) return undefined
  const shares = analysis?.split('-').map(Number)
  const whole = shares?.length === 5 && shares.every((n) => n >= 0 && n <= 100)
  return { sweetener, mass_g, analysis: whole ? shares : undefined }
}

function readLater(text: string): Later | undefined {
  const [minute, flame, words = '', water] = text.split('*')
  const from = numeric(minute, 1e-9, 360)
  const flame_frac = numeric(flame, 0, 1)
  if (from === undefined || flame_frac === undefined) return undefined
  return {
    minute: from,
    flame_frac,
    lid: words.includes('l'),
    stirring: words.includes('s'),
    water_added_g: numeric(water, 0, 20_000) ?? 0,
  }
}

/** One pan of the bench out of an address; `prefix` tells the second from the first. */
export function readAsk(
  query: LocationQuery,
  ladder: readonly Api<'Stage'>[],
  prefix = '',
): PanAsk {
  const first = (key: string) => all(query, prefix + key)[0]
  const parts = all(query, `${prefix}part`)
    .map(readPart)
    .filter((p) => p !== undefined)
  const thermometer = first('thermometer')
  return {
    parts: parts.length ? parts : [FIRST],
    water_g: numeric(first('water_g'), 0, Infinity) ?? 150,
    strained: first('strained') === '1',
    pan_id: numeric(first('pan'), 1, 1e9),
    ring_id: numeric(first('ring'), 1, 1e9),
    thermometer_id: thermometer === 'none' ? 'none' : numeric(thermometer, 1, 1e9),
    flame_frac: numeric(first('flame'), 0.01, 1),
    later: all(query, `${prefix}then`)
      .map(readLater)
      .filter((c) => c !== undefined)
      .sort((a, b) => a.minute - b.minute),
    stage: ladder.find((s) => s.key === first('stage'))?.key ?? 'one-string',
    altitude_m: numeric(first('altitude_m'), -100, 3500),
  }
}

/** The address of one pan: the inverse of `readAsk`. */
export function writeAsk(ask: PanAsk, prefix = ''): LocationQueryRaw {
  const flags = (c: Later) => `${c.lid ? 'l' : ''}${c.stirring ? 's' : ''}`
  const query: Record<string, string | string[] | number | undefined> = {
    part: ask.parts.map((p) =>
      [p.mass_g, p.sweetener, ...(p.analysis ? [p.analysis.join('-')] : [])].join('*'),
    ),
    water_g: ask.water_g,
    strained: ask.strained ? '1' : undefined,
    pan: ask.pan_id,
    ring: ask.ring_id,
    thermometer: ask.thermometer_id,
    flame: ask.flame_frac,
    then: ask.later.map((c) => [c.minute, c.flame_frac, flags(c), c.water_added_g].join('*')),
    stage: ask.stage,
    altitude_m: ask.altitude_m,
  }
  return Object.fromEntries(Object.entries(query).map(([key, value]) => [prefix + key, value]))
}
