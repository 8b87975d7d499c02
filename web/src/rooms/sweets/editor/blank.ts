import type { Api } from '@/api/client'
import { COMPONENTS } from './works'

/** A cue that nobody told: an honest answer. */
export const NOT_TOLD = 'Not told'

/** What a sweet begins with: one method of one step, to be written over. */
export const blank = (): Api<'Sweet'> => ({
  key: '',
  name: 'A new sweet',
  aliases: [],
  family: 'one_pan',
  about: '',
  methods: [
    {
      key: 'mine',
      name: 'My way',
      about: '',
      level: 2,
      instrument_free: true,
      shape: { kind: 'loose' },
      keeping: { room_days: 0, cold_days: 2, note: 'Not known yet: two days in the cold.' },
      steps: [
        {
          key: 'step-1',
          kind: 'combine',
          title: 'Put together',
          text: 'Put together.',
          attention: 'constant',
          event: 'It is together',
          cue: NOT_TOLD,
          reason: '',
          vessel: 'bowl',
          inputs: [{ ingredient: 'sugar', amount_g: 100, purpose: 'mass' }],
        },
      ],
    },
  ],
})

type Effect = Api<'Effect'>
type Shape = Api<'Shape'>

const sharesOf = (frac: number) =>
  Object.fromEntries(Object.keys(COMPONENTS).map((c) => [c, frac])) as Api<'Composition'>

/** An effect to begin with; its numbers are there to be written over. */
export function newEffect(kind: Effect['kind']): Effect {
  switch (kind) {
    case 'boil_to_stage':
      return { kind, stage: 'one-string' }
    case 'dry_to':
      return { kind, water_frac: 0.12 }
    case 'reduce_to':
      return { kind, ratio_frac: 0.5 }
    case 'lose':
      return { kind, share_frac: 0.02, what: 'left in the pan' }
    case 'sieve':
      return { kind, holds: sharesOf(0), wet_frac: 0.05, what: 'left in the sieve' }
    case 'separate':
      return { kind, keeps: { ...sharesOf(1), water_frac: 0 }, water_frac: 0.6, what: 'run off' }
    case 'press':
      return { kind, water_frac: 0.5, what: 'pressed out' }
    case 'take_up':
      return { kind, gain_frac: 0.5, what: 'what is left of it' }
  }
}

/** A shape to begin with; its sizes are there to be written over. */
export function newShape(kind: Shape['kind']): Shape {
  switch (kind) {
    case 'slab':
      return { kind, thickness_mm: 12, piece_cm2: 12, air_frac: 0 }
    case 'balls':
      return { kind, piece_g: 25, air_frac: 0 }
    case 'pieces':
      return { kind, piece_g: 30 }
    case 'spooned':
      return { kind, piece_g: 150 }
    case 'loose':
      return { kind }
  }
}
