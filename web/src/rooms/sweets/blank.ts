import type { Api } from '@/api/client'

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
          title: 'Begin',
          text: 'Put it together.',
          attention: 'now_and_then',
          event: 'It is together',
          cue: 'Say what shows that it is done',
          reason: 'Say why',
          vessel: 'bowl',
          inputs: [{ ingredient: 'sugar', amount_g: 100, purpose: 'mass' }],
        },
      ],
    },
  ],
})
