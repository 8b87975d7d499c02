import type { Api } from '@/api/client'
import { count, hasScale, weighsPan } from '@/units/measures'
import {
  about,
  aString,
  LONG_STRING_CM,
  celsius,
  degreeUnit,
  gramUnit,
  grams,
} from '@/units/format'

export interface Said {
  /** What to do now, a few words. */
  headline: string
  /** What to look at or why. */
  detail: string
  /** Whether it cannot wait. */
  urgent: boolean
}

/** Water as she takes it: grams, or where there is no scale teaspoons of 5 ml, from 15 ml on tablespoons. */
export function poured(water_g: number, has_scale: boolean): string {
  if (has_scale) return `${grams(water_g)} ${gramUnit()}`
  const [name, holds_g] = water_g < 15 ? ['teaspoon', 5] : ['tablespoon', 15]
  const spoons = Math.max(0.5, Math.round((2 * water_g) / holds_g) / 2)
  return `${count(spoons)} ${name}${spoons > 1 ? 's' : ''}`
}

/** What a cooled drop should show now: a string where there is one to pull, else what water and fingers show. */
const shows = (syrup: Api<'SyrupState'>) =>
  syrup.drop_test || syrup.string_cm >= LONG_STRING_CM
    ? `a drop in cold water shows: ${syrup.sign}`
    : `it pulls ${aString(syrup.string_cm)}`

/** The advice of the core, in kitchen words. */
export function sayAdvice(
  state: Api<'BatchState'>,
  setup: Api<'BatchSetup'>,
  stageName: (key: string) => string,
  step_key = state.current_step,
): Said {
  const { advice, syrup } = state
  const step = setup.steps.find((s) => s.key === step_key)
  const stage = stageName(setup.syrup?.stage ?? '')
  const has_scale = hasScale(setup)
  const pour = advice.kind === 'add_water' ? poured(advice.water_g, has_scale) : ''
  const weighs = weighsPan(setup)
  const instruments = syrup
    ? [
        weighs && syrup.turn_off_gross_g != null
          ? `${grams(syrup.turn_off_gross_g)} ${gramUnit()} on the scale`
          : undefined,
        setup.thermometer
          ? `${celsius(syrup.turn_off_shown_c)} ${degreeUnit()} on the thermometer`
          : undefined,
      ].filter(Boolean)
    : []
  const off = instruments.length ? ` Turn off at ${instruments.join(' or ')}.` : ''
  const look = weighs ? 'Weigh it, or pull a cooled drop.' : 'Pull a cooled drop.'
  const tested = syrup?.last_test ? 'Not there yet.' : 'By the clock it is still too weak.'
  const say = (detail: string, headline = state.call.words): Said => ({
    headline,
    detail,
    urgent: state.call.presses != null,
  })
  switch (advice.kind) {
    case 'heat_on':
    case 'keep_boiling':
      return say(step?.text ?? '')
    case 'dissolve':
      return say(step?.cue ?? '')
    case 'read_now':
      return say(`It may be close. ${look}${off}`)
    case 'not_yet':
      return say('Let it boil on, then pull another drop.', `Not yet: ${about(advice.more_s)} more`)
    case 'carries_on':
      return say(
        'Leave it off the flame. Then pull another drop.',
        `Not yet: the hot pan carries it on, ${about(advice.more_s)}`,
      )
    case 'look_now':
      return say(
        `By the clock it is past ${stage}, and nobody has looked. If the flame still burns, turn it off. ${look}`,
      )
    case 'boiled_dry':
      return say(
        'By the clock hardly any water is left in it. Flame off, and look without leaning over it. Brown and smoking: leave it where it stands until it is cold. Still clear: read it, or write what water goes in.',
      )
    case 'that_is_it':
      return say(`It stands at ${stage}. Go on at once: it thickens as it cools.`)
    case 'turn_off_now':
      return say(`The pan will carry it to ${stage}.`)
    case 'test':
      return say(syrup ? `The flame is off. By the clock ${shows(syrup)}.` : '')
    case 'back_on':
      return say(
        `${tested} Then off, and test it.`,
        `Back on ${advice.flame} for ${about(advice.heat_s)}`,
      )
    case 'add_water':
      return say(
        `It went past ${stage}. Hot water, poured slowly down the side: it spits. Then back to the boil.`,
        `Pour in ${pour} of water`,
      )
    case 'do_step':
      return say(step?.text ?? '', step?.title ?? 'Done')
  }
}
