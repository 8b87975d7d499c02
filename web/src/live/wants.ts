import type { Api } from '@/api/client'

/** What a pan wants of the cook, by the core's advice: in a few words, and how much it presses. */
export type Want = Api<'Advice'>['kind']

export const DOES: Record<Want, string> = {
  do_step: 'Go on with the step at hand',
  heat_on: 'Heat on',
  dissolve: 'Stir until no grain is left',
  keep_boiling: 'Let it boil',
  not_yet: 'Not yet, let it boil',
  read_now: 'Read the pan now',
  turn_off_now: 'Turn off now',
  look_now: 'Look now',
  test: 'Test a cooled drop',
  that_is_it: 'That is it',
  back_on: 'Back on the heat',
  add_water: 'Pour water in',
}

/** What cannot wait, most pressing first. */
export const PRESSING: readonly Want[] = [
  'turn_off_now',
  'look_now',
  'add_water',
  'that_is_it',
  'read_now',
  'test',
  'back_on',
]

/** What is called again and again until it is done. */
export const NOW: readonly Want[] = ['turn_off_now', 'look_now']
