import type { Api } from '@/api/client'
import { grams, gramUnit, number, percent, span, spanRange } from '@/units/format'

/** The words of the sweets room. */

export const FAMILIES: readonly { key: Api<'Family'>; name: string; about: string }[] = [
  { key: 'syrup_bound', name: 'Syrup-bound sheets', about: 'A string syrup holds them' },
  { key: 'one_pan', name: 'One-pan masses', about: 'Cooked until they leave the sides' },
  { key: 'roasted', name: 'Roasted ladoos', about: 'Roasted flour, rolled by hand' },
  { key: 'jaggery', name: 'Jaggery and seeds', about: 'Bound by a jaggery syrup' },
  { key: 'fried_soaked', name: 'Fried, then soaked', about: 'From the fat into the syrup' },
  { key: 'chhena', name: 'Chhena', about: 'Fresh curd, poached' },
  { key: 'spooned', name: 'Spooned puddings', about: 'Grain, pulse and milk' },
  { key: 'filled', name: 'Filled dumplings', about: 'A filling in a thin shell' },
  { key: 'spread', name: 'Spreads', about: 'Into the jar' },
  { key: 'component', name: 'Components', about: 'Made for use in others, or bought' },
]

export const familyName = (key: Api<'Family'>) => FAMILIES.find((f) => f.key === key)?.name ?? key

export const LEVELS = ['', 'for a first try', 'wants some practice', 'wants a sure hand'] as const

export const DIETS: Record<Api<'Diet'>, string> = {
  vegan: 'nothing from animals',
  vegetarian: 'with milk',
  with_egg: 'with egg',
  from_animals: 'with something from animals',
}

const FLAMES: Record<Api<'Flame'>, string> = {
  off: 'no flame',
  low: 'low flame',
  medium: 'medium flame',
  high: 'high flame',
}

/** The time of a step, how often its vessel is filled for it, and the flame that this ring and pan need. */
export function timeWords(time: Api<'StepTime'>, flame: Api<'Flame'> | null | undefined): string {
  const told = `${span(time.minutes.mid)} (${spanRange(time.minutes)})`
  const filled =
    time.pots && time.pots > 1
      ? ` in ${time.pots} potfuls`
      : time.rounds
        ? ` in ${time.rounds} rounds, all together`
        : ''
  const needed = time.flame_needed
  if (!flame) return told + filled
  if (!needed) return `${told}${filled}, ${FLAMES[flame]}`
  return `${told}${filled}, ${FLAMES[needed]}: ${flame} is too little for this ring and pan`
}

export const PURPOSES: Record<Api<'Purpose'>, string> = {
  mass: '',
  medium: 'to lie in',
  frying: 'to fry in',
  greasing: 'to grease with',
  garnish: 'to garnish',
}

/** How a finished batch is told: pieces, a sheet, helpings, grams. */
export function finished(f: Api<'Formula'>, shape: Api<'Shape'>): string {
  const mass = `${grams(f.finished_g)} ${gramUnit()}`
  const n = f.pieces.count
  if (n == null) return mass
  if (shape.kind === 'spooned') return `${number(n)} helpings, ${mass}`
  return `${number(n)} pieces, ${mass}`
}

/** How long it keeps, in a sentence's end. */
export function keeps(keeping: Pick<Api<'Keeping'>, 'room_days' | 'cold_days'>): string {
  const days = (n: number) => `${number(n)} ${n === 1 ? 'day' : 'days'}`
  return keeping.room_days
    ? `${days(keeping.room_days)} in a cool dry room, ${days(keeping.cold_days)} cold.`
    : `only cold: ${days(keeping.cold_days)}.`
}

/** What rounding for the scale, or measuring in cups, does to syrup and yield; nothing if nothing is known. */
export function roundingWords(formula: Api<'Formula'>, cups: boolean): string {
  const { rounding, finished_g } = formula
  const syrup = rounding.syrups[0]
  const frac = cups ? syrup?.measured_frac : syrup?.weighed_frac
  const made_g = cups ? rounding.measured_g : rounding.weighed_g
  const parts: string[] = []
  if (syrup && frac !== undefined)
    parts.push(`the syrup starts at ${percent(frac)} % instead of ${percent(syrup.exact_frac)} %`)
  if (made_g != null) {
    const more = made_g - finished_g
    parts.push(`it gives ${grams(Math.abs(more))} ${gramUnit()} ${more < 0 ? 'less' : 'more'}`)
  }
  const hand = cups ? 'Measured in cups' : 'Rounded for the scale'
  return parts.length ? `${hand}, ${parts.join(' and ')}.` : ''
}

/** Pieces that are balls, not flat. */
export const isRound = (form: string | null | undefined): boolean =>
  ['khoya_ball', 'powder_ball', 'dumpling', 'chhena'].includes(form ?? '')
