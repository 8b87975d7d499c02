import { reactive } from 'vue'

/** Numbers as the cook reads them. The one place where units are turned into words and back. */

/** The units she reads, as set in her kitchen. */
export const units = reactive({
  temperature: 'celsius' as 'celsius' | 'fahrenheit',
  mass: 'metric' as 'metric' | 'us',
})

const G_PER_OZ = 28.349523125
const ML_PER_FL_OZ = 29.5735295625

/** Thousands parted from 10 000 on, as scales show them; always a point for decimals. */
export function number(value: number, decimals = 0): string {
  const [whole = '0', rest] = value.toFixed(decimals).split('.')
  const grouped = Math.abs(value) < 10_000 ? whole : whole.replace(/\B(?=(\d{3})+$)/g, '\u202f')
  const parted = grouped.replace('-', '−')
  return rest ? `${parted}.${rest}` : parted
}

/** A mass in her unit: grams to a tenth below ten, ounces to a tenth or finer. */
export function grams(mass_g: number): string {
  if (units.mass === 'us') {
    const oz = mass_g / G_PER_OZ
    return Math.abs(oz) < 0.005 ? '0' : number(oz, Math.abs(oz) < 9.95 ? 2 : 1)
  }
  return Math.abs(mass_g) < 0.05 ? '0' : number(mass_g, Math.abs(mass_g) < 9.95 ? 1 : 0)
}

/** A number to two figures, as it is written: 0.26, 0.0025. */
const twoFigures = (value: number) =>
  number(value, Math.max(0, 1 - Math.floor(Math.log10(value)))).replace(/0+$/, '')

/** A mass that is measured out, in her unit: as `grams`, but what is below one keeps two figures, however little it is. */
export function dose(mass_g: number): string {
  const told = units.mass === 'us' ? mass_g / G_PER_OZ : mass_g
  return told > 0 && told < 0.995 ? twoFigures(told) : grams(mass_g)
}

/** Unit of what `grams` and `dose` write. */
export const gramUnit = () => (units.mass === 'us' ? 'oz' : 'g')

/** Grams behind a number entered in her unit, and back, for fields. */
export const gramsFrom = (entry: number) => (units.mass === 'us' ? entry * G_PER_OZ : entry)
export const gramsInto = (mass_g: number) =>
  units.mass === 'us' ? Math.round((mass_g / G_PER_OZ) * 100) / 100 : mass_g

/** A volume in her unit. */
export function millilitres(volume_ml: number): string {
  return units.mass === 'us' ? number(volume_ml / ML_PER_FL_OZ, 1) : number(volume_ml)
}

/** Unit of what `millilitres` writes. */
export const millilitreUnit = () => (units.mass === 'us' ? 'fl oz' : 'ml')

/** Millilitres behind a number entered in her unit, and back, for fields. */
export const millilitresFrom = (entry: number) =>
  units.mass === 'us' ? entry * ML_PER_FL_OZ : entry
export const millilitresInto = (volume_ml: number) =>
  units.mass === 'us' ? Math.round((volume_ml / ML_PER_FL_OZ) * 100) / 100 : volume_ml

/** Lengths and areas: millimetres, centimetres and square centimetres, or inches where she reads ounces. */
const MM_PER_IN = 25.4
const inches = () => units.mass === 'us'
export const millimetreUnit = () => (inches() ? 'in' : 'mm')
export const millimetres = (length_mm: number, decimals = 0) =>
  inches() ? number(length_mm / MM_PER_IN, 2) : number(length_mm, decimals)
export const millimetresFrom = (entry: number) => (inches() ? entry * MM_PER_IN : entry)
export const millimetresInto = (length_mm: number) =>
  inches() ? Math.round((100 * length_mm) / MM_PER_IN) / 100 : length_mm
export const centimetreUnit = () => (inches() ? 'in' : 'cm')
export const centimetres = (length_cm: number, decimals = 0) =>
  inches() ? number((10 * length_cm) / MM_PER_IN, 1) : number(length_cm, decimals)
export const centimetresFrom = (entry: number) => (inches() ? (entry * MM_PER_IN) / 10 : entry)
export const centimetresInto = (length_cm: number) =>
  inches() ? Math.round((1000 * length_cm) / MM_PER_IN) / 100 : length_cm
const CM2_PER_IN2 = 6.4516
export const areaUnit = () => (inches() ? 'in²' : 'cm²')
export const area = (area_cm2: number) =>
  inches() ? number(area_cm2 / CM2_PER_IN2, 1) : number(area_cm2)
export const areaFrom = (entry: number) => (inches() ? entry * CM2_PER_IN2 : entry)
export const areaInto = (area_cm2: number) =>
  inches() ? Math.round((100 * area_cm2) / CM2_PER_IN2) / 100 : area_cm2

/**
 * Parts of a mass written so that, as they are shown, they come to the whole as it is shown: the largest
 * takes what rounding the others leaves.
 */
export function partsOf(whole_g: number, parts_g: readonly number[]): string[] {
  const step = units.mass === 'us' ? G_PER_OZ / 10 : 1
  const rounded = parts_g.map((g) => Math.round(g / step))
  const largest = parts_g.indexOf(Math.max(...parts_g))
  const others = rounded.reduce((sum, n, i) => (i === largest ? sum : sum + n), 0)
  rounded[largest] = Math.round(whole_g / step) - others
  return rounded.map((n) => number(units.mass === 'us' ? n / 10 : n, units.mass === 'us' ? 1 : 0))
}

/** A temperature in her unit, to a tenth. */
export function celsius(temperature_c: number): string {
  return number(units.temperature === 'fahrenheit' ? 1.8 * temperature_c + 32 : temperature_c, 1)
}

/** Unit of what `celsius` writes. */
export const degreeUnit = () => (units.temperature === 'fahrenheit' ? '°F' : '°C')

/** °C behind a number entered in her unit, and back, for fields. */
export const celsiusFrom = (entry: number) =>
  units.temperature === 'fahrenheit' ? (entry - 32) / 1.8 : entry
export const celsiusInto = (temperature_c: number) =>
  Math.round(10 * (units.temperature === 'fahrenheit' ? 1.8 * temperature_c + 32 : temperature_c)) /
  10

/** A difference of temperatures behind a number entered in her unit, and back, for fields. */
export const kelvinsFrom = (entry: number) =>
  units.temperature === 'fahrenheit' ? entry / 1.8 : entry
export const kelvinsInto = (difference_k: number) =>
  Math.round(100 * (units.temperature === 'fahrenheit' ? 1.8 * difference_k : difference_k)) / 100

/** A difference of temperatures in her unit, to a tenth. */
export function kelvins(difference_k: number): string {
  return number(units.temperature === 'fahrenheit' ? 1.8 * difference_k : difference_k, 1)
}

/** Strength (0–1) as per cent to a tenth. */
export function percent(frac: number): string {
  return number(100 * frac, 1)
}

/** The share behind a percentage that was entered, and back, for fields. */
export const shareFrom = (entry: number) => entry / 100
export const shareInto = (frac: number) => Math.round(1e4 * frac) / 100

/** Whole minutes, or tenths below ten. */
export function minutes(duration_s: number): string {
  const min = duration_s / 60
  return number(min, min < 10 ? 1 : 0)
}

/** A kitchen clock: 0:45, 12:05, 1:02:03. */
export function clock(duration_s: number): string {
  const s = Math.max(0, Math.round(duration_s))
  const two = (n: number) => String(n).padStart(2, '0')
  const h = Math.floor(s / 3600)
  const m = Math.floor((s % 3600) / 60)
  return h > 0 ? `${h}:${two(m)}:${two(s % 60)}` : `${m}:${two(s % 60)}`
}

/** About how long, in words: "now", "45 s", "2½ min", "14 min", "1 h 20". */
export function about(duration_s: number): string {
  if (duration_s < 2.5) return 'now'
  if (duration_s < 57) return `${Math.max(5, 5 * Math.round(duration_s / 5))} s`
  const halves = Math.round(duration_s / 30)
  if (halves < 20) return `${Math.floor(halves / 2) || ''}${halves % 2 ? '½' : ''} min`
  if (duration_s < 5400) return `${Math.round(duration_s / 60)} min`
  const fives = Math.round(duration_s / 300)
  return `${Math.floor(fives / 12)} h ${String(5 * (fives % 12)).padStart(2, '0')}`
}

/** About how long, between two ends; nothing where both say what the middle says. */
export function aboutRange(range: { mid: number; low: number; high: number }): string {
  const [low, high] = [about(range.low), about(range.high)]
  return low === high ? '' : `${low} – ${high}`
}

/** From one end to the other, as they are written; once where both say the same. */
export function ends(low: string, high: string, unit = ''): string {
  return (low === high ? low : `${low}${/[ ]/.test(low + high) ? ' – ' : '–'}${high}`) + unit
}

/** Minutes as a cook says them: 8 min, 1 h 20, 2 days. */
export function span(duration_min: number): string {
  if (duration_min < 10) return `${number(duration_min, duration_min % 1 >= 0.05 ? 1 : 0)} min`
  if (duration_min < 90) return `${number(duration_min)} min`
  if (duration_min < 36 * 60) {
    const five = 5 * Math.round(duration_min / 5)
    const rest = five % 60
    return `${Math.floor(five / 60)} h${rest ? ` ${String(rest).padStart(2, '0')}` : ''}`
  }
  return `${number(duration_min / 1440, 1)} days`
}

/** A range of minutes; one number where the ends say the same. */
export function spanRange(minutes: { low: number; mid?: number; high: number }): string {
  const [low, high] = [span(minutes.low), span(minutes.high)]
  return low.endsWith('min') && high.endsWith('min')
    ? ends(low.replace(' min', ''), high.replace(' min', ''), ' min')
    : ends(low, high)
}

/** Length of a string as fingers judge it; from an arm's length on there is nothing to measure. */
export function stringLength(length_cm: number): string {
  if (length_cm < 0.1) return 'none'
  if (units.mass === 'us') return `${number(length_cm / 2.54, length_cm < 2.54 ? 2 : 1)} in`
  if (length_cm < 1) return `${number(10 * length_cm)} mm`
  return `${number(length_cm, length_cm < 5 ? 1 : 0)} cm`
}

/** Longer than this nobody measures a string, cm. */
export const LONG_STRING_CM = 30

/** The string a syrup pulls, as a phrase: “no string”, “a string of about 7 mm”. */
export function aString(length_cm: number): string {
  if (length_cm < 0.1) return 'no string'
  if (length_cm >= LONG_STRING_CM) return 'strings that do not break'
  return `a string of about ${stringLength(length_cm)}`
}

/** A day and an hour: the day in the reader's own way, the hour as in every room. */
export function dayAndHour(at_ms: number): string {
  return new Intl.DateTimeFormat(undefined, {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).format(at_ms)
}

/** A day with its year, as it stands on a label. */
export function day(at_ms: number): string {
  return new Intl.DateTimeFormat(undefined, {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
  }).format(at_ms)
}

/** The hour and minute of a moment. */
export function hourOf(at_ms: number): string {
  return new Intl.DateTimeFormat(undefined, {
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).format(at_ms)
}

/** Whether two moments, ms since 1970, lie in one day here. */
export const sameDay = (one_ms: number, other_ms: number) =>
  new Date(one_ms).toDateString() === new Date(other_ms).toDateString()

/** The hour of a moment of today; of another day, with its date. */
export function hourOrDay(at_ms: number, now_ms: number): string {
  return sameDay(at_ms, now_ms) ? hourOf(at_ms) : dayAndHour(at_ms)
}

/** How long ago something was, roughly: minutes, hours or days. */
export function longSince(seconds: number): string {
  const many = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`
  if (seconds < 90) return many(Math.max(1, Math.round(seconds)), 'second')
  if (seconds < 5400) return many(Math.round(seconds / 60), 'minute')
  if (seconds < 129_600) return many(Math.round(seconds / 3600), 'hour')
  return many(Math.round(seconds / 86_400), 'day')
}

/** How sure: “in time on 86 of 100 such days”. */
export const sureWords = (frac: number) => `in time on ${Math.round(100 * frac)} of 100 such days`
