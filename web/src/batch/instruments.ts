import type { Api } from '@/api/client'
import { celsius, degreeUnit, grams, gramUnit, number } from '@/units/format'

type Kind = Api<'InstrumentKind'>

export const INSTRUMENTS: readonly { key: Kind; name: string }[] = [
  { key: 'probe', name: 'Probe' },
  { key: 'scale', name: 'Scale' },
  { key: 'refractometer', name: 'Refractometer' },
]

/** What an instrument shows, in the units she reads. */
export function shownBy(kind: Kind, value: number): { value: string; unit: string } {
  switch (kind) {
    case 'probe':
      return { value: celsius(value), unit: degreeUnit() }
    case 'scale':
      return { value: grams(value), unit: gramUnit() }
    case 'refractometer':
      return { value: number(value, 1), unit: '°Brix' }
  }
}

/** How it looks beside its pan, and what to do; nothing where it is sound. */
export function sayLooks(looks: Api<'Looks'> | null | undefined): string {
  const deg = (c: number) => `${celsius(c)} ${degreeUnit()}`
  switch (looks?.looks) {
    case 'fahrenheit':
      return `It seems to count in °F: that would be ${deg(looks.celsius)}. Set it to °C. Until then it is not believed.`
    case 'cold':
      return `Far colder than the ${deg(looks.expected_c)} of this pan: it hangs out of the syrup, or the flame is off. Put it back, or say the flame.`
    case 'hot':
      return `Far hotter than the ${deg(looks.expected_c)} of this pan: it touches the metal, or hangs over the flame. Hang it in the middle.`
    case 'unlit':
      return 'It is warm, but no flame was told. Say the flame, and Unctum follows.'
    case 'jumped': {
      const by = `${grams(Math.abs(looks.by_g))} ${gramUnit()} ${looks.by_g > 0 ? 'more' : 'less'}`
      return `The scale jumped: ${by} than this pan can weigh. Is something on it, or was it bumped? If you poured water in, say so.`
    }
    case 'lifted':
      return 'The pan is not on the scale.'
    default:
      return ''
  }
}
