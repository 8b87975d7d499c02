import type { KitchenDocument } from './useKitchenEdit'
import type { Api } from '@/api/client'

/** What can be checked in this kitchen, and on what. */
export type Check =
  | { kind: 'ring-heating'; index: number }
  | { kind: 'ring-boil-off'; index: number }
  | { kind: 'thermometer'; index: number }
  | { kind: 'measure'; index: number }
  | { kind: 'pan'; index: number }
  | { kind: 'pressure' }

export const METALS: { title: string; value: Api<'PanMetal'> }[] = [
  { title: 'Iron, enamelled or not', value: 'iron' },
  { title: 'Stainless steel', value: 'steel' },
  { title: 'Clad: steel with aluminium', value: 'clad' },
  { title: 'Aluminium', value: 'aluminium' },
  { title: 'Copper', value: 'copper' },
  { title: 'Brass, bell metal', value: 'brass' },
  { title: 'Earthenware', value: 'clay' },
]

export const RING_KINDS: { title: string; value: Api<'RingKind'> }[] = [
  { title: 'Gas', value: 'gas' },
  { title: 'Electric coil', value: 'coil' },
  { title: 'Glass ceramic', value: 'ceramic' },
  { title: 'Induction', value: 'induction' },
  { title: 'Multi-cooker', value: 'multi_cooker' },
]

/** The steps of each check, in the order of the work. */
export const STEPS: Record<Check['kind'], readonly string[]> = {
  'ring-heating': [
    'Weigh about a litre of cool water into the pan, on the ring, no lid.',
    'Heat on, at the flame you use. After a minute, stir and read the thermometer: start counting.',
    'When the water is some 40 °C warmer, stir and read again: stop counting.',
  ],
  'ring-boil-off': [
    'Bring about a litre of water to a rolling boil, no lid. No thermometer is needed.',
    'Lift the pan onto the scale, note its weight, put it back: start counting.',
    'After ten minutes at the same flame weigh again. Pot holders: the pan is as hot as its water.',
  ],
  thermometer: [
    'Hold the tip in water at a rolling boil, off the bottom and the wall, for a minute. Read.',
    'If there is ice: crush it, cover with a little water, stir, wait two minutes. Read.',
  ],
  measure: [
    'Weigh the cup dry.',
    'Fill it with water to where you fill it when you cook, and weigh again. For a spoon, tip ten spoonfuls into a bowl on the scale.',
  ],
  pan: ['Weigh the pan empty and dry, without its lid.', 'Say what it is made of.'],
  pressure: [
    'With a thermometer you trust (checked in ice), read water at a rolling boil.',
    'This finds the pressure of the air without knowing the altitude.',
  ],
}

export const TITLES: Record<Check['kind'], string> = {
  'ring-heating': 'by heating water',
  'ring-boil-off': 'by boiling water off',
  thermometer: 'in boiling water',
  measure: 'by weighing water',
  pan: 'by weighing it once',
  pressure: 'Air pressure by boiling water',
}

/** What a check found, ready to show and to keep. */
export interface Found {
  label: string
  value: string
  unit: string
  spread: string
  before: string
  /** How many times as well it is known now; undefined where nothing was known before. */
  narrower: number | undefined
  more: string
  change: (d: KitchenDocument) => void
}
