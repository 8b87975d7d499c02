import type { Api } from '@/api/client'
import { celsius, clock, degreeUnit, gramUnit, grams, stringLength } from '@/units/format'

export interface Said {
  /** What to do now, a few words. */
  headline: string
  /** What to look at or why. */
  detail: string
  /** Whether it cannot wait. */
  urgent: boolean
}

/** The advice of the core, in kitchen words. */
export function sayAdvice(
  state: Api<'BatchState'>,
  setup: Api<'BatchSetup'>,
  stageName: (key: string) => string,
): Said {
  const { advice, syrup } = state
  const step = setup.steps.find((s) => s.key === state.current_step)
  const stage = stageName(setup.stage)
  const off = syrup
    ? `${grams(syrup.turn_off_gross_g)} ${gramUnit()} on the scale or ${celsius(syrup.turn_off_shown_c)} ${degreeUnit()} on the thermometer`
    : ''
  switch (advice.kind) {
    case 'heat_on':
      return { headline: 'Heat on', detail: step?.text ?? '', urgent: false }
    case 'dissolve':
      return {
        headline: 'Stir until no grain is left',
        detail: step?.cue ?? '',
        urgent: false,
      }
    case 'keep_boiling':
      return { headline: 'Let it boil', detail: step?.text ?? '', urgent: false }
    case 'read_now':
      return {
        headline: 'Read the pan now',
        detail: `It is close. Weigh it, or pull a cooled drop. Turn off at ${off}.`,
        urgent: true,
      }
    case 'turn_off_now':
      return {
        headline: 'Turn off now',
        detail: `The pan will carry it to ${stage}.`,
        urgent: true,
      }
    case 'test':
      return {
        headline: 'Test a cooled drop',
        detail: syrup
          ? `The flame is off. It should pull a string of about ${stringLength(syrup.string_cm)}.`
          : '',
        urgent: true,
      }
    case 'back_on':
      return {
        headline: `Back on for ${clock(advice.heat_s)}`,
        detail: 'Not there yet. Then off, and test again.',
        urgent: true,
      }
    case 'add_water':
      return {
        headline: `Pour in ${grams(advice.water_g)} ${gramUnit()} of water`,
        detail: `It went past ${stage}. Hot water, poured slowly down the side: it spits. Then back to the boil.`,
        urgent: true,
      }
    case 'do_step':
      return { headline: step?.title ?? 'Done', detail: step?.text ?? '', urgent: false }
  }
}
