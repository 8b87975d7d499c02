import type { Api } from '@/api/client'
import { dose, gramUnit, number } from './format'

/** Amounts in her own cups and spoons, in words. */

/** Whether there is a scale: its smallest step is known. */
export const hasScale = (of: { scale_step_g?: number | null } | undefined): boolean =>
  of?.scale_step_g != null

/** Whether the scale can tell what is in the pan: there is one, and it knows the empty pan. */
export const weighsPan = (
  of: ({ scale_step_g?: number | null } & { pan?: { weighed?: boolean } }) | undefined,
): boolean => hasScale(of) && of?.pan?.weighed !== false

const FRACTIONS: Record<string, string> = {
  '0.25': '¼',
  '0.33': '⅓',
  '0.5': '½',
  '0.67': '⅔',
  '0.75': '¾',
}

/** A count in kitchen fractions: 1¾, ⅔. */
export function count(value: number): string {
  const whole = Math.floor(value + 1e-9)
  const rest = FRACTIONS[String(Math.round((value - whole) * 100) / 100)]
  if (rest) return `${whole || ''}${rest}`
  return number(value, value % 1 > 0.01 ? 1 : 0)
}

const PLURALS: Record<string, string> = {
  pinch: 'pinches',
  leaf: 'leaves',
  'tip of a knife': 'tips of a knife',
}

/** So many of a measure: spoons, pieces and cups take a plural; other names of her own stay as they are. */
function many(n: number, of: string): string {
  const word = /spoon$/i.test(of) ? of.toLowerCase() : of
  const named = word.charAt(0) === word.charAt(0).toLowerCase() || /(cup|bowl|mug)$/i.test(word)
  return `${count(n)} ${named && n > 1 ? (PLURALS[word] ?? `${word}s`) : word}`
}

/** An amount in her measures: “1¾ Katori, sifted”, “2 cups less 1 tablespoon”. */
export function measured(m: Api<'Measured'>): string {
  const then = m.then ? ` ${m.then.less ? 'less' : 'and'} ${many(m.then.count, m.then.of)}` : ''
  return `${many(m.count, m.of)}${then}${m.state ? `, ${m.state}` : ''}`
}

/** What that comes to, with the spread of the hand. */
export const measuredRange = (m: Api<'Measured'>) =>
  `${dose(m.mass_g.low)}–${dose(m.mass_g.high)} ${gramUnit()}`

/** An amount as she takes it: the scale first where there is one and it tells so little, her cups first else. */
export interface Taken {
  first: string
  beside: string
}

export function taken(
  mass_g: number,
  m: Api<'Measured'> | null | undefined,
  has_scale: boolean,
): Taken {
  const weight = `${dose(mass_g)} ${gramUnit()}`
  if (!m) return { first: weight, beside: '' }
  const by_scale = has_scale && !m.beyond_scale
  return by_scale ? { first: weight, beside: measured(m) } : { first: measured(m), beside: weight }
}
