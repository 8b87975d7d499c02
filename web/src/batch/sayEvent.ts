import type { Api } from '@/api/client'
import { pullName } from './pulls'
import {
  celsius,
  centimetres,
  centimetreUnit,
  degreeUnit,
  gramUnit,
  dose,
  grams,
  number,
} from '@/units/format'

const ofLoad = (load?: number) => (load && load > 1 ? `, load ${load}` : '')

/** An entry of the log, in kitchen words. */
export function sayEvent(
  logged: Api<'Logged'>,
  setup: Api<'BatchSetup'>,
  stageName: (key: string) => string,
): string {
  switch (logged.event) {
    case 'gate': {
      const gate = setup.steps
        .find((s) => s.key === logged.step)
        ?.gates?.find((g) => g.key === logged.gate)
      return `${gate?.text ?? logged.gate}${logged.ticked ? '' : ': not after all'}`
    }
    case 'flame':
      return logged.flame === 'off' ? 'Flame off' : `Flame ${logged.flame}`
    case 'step_began':
      return `Begun: ${setup.steps.find((s) => s.key === logged.step)?.title ?? logged.step}${ofLoad(logged.load)}`
    case 'step_done':
      return `${setup.steps.find((s) => s.key === logged.step)?.event ?? logged.step}${ofLoad(logged.load)}`
    case 'reading':
    case 'heard':
      return sayReading(logged.reading, setup, stageName)
    case 'water_added':
      return `${grams(logged.water_g)} ${gramUnit()} of water poured in`
    case 'sight':
      // The keys of sights are plain words.
      return `Seen${ofLoad(logged.load)}: ${logged.sight}`
    case 'pan_weighed':
      return `The ${logged.full ? 'full, cold' : 'empty'} pan weighed ${grams(logged.gross_g)} ${gramUnit()}`
    case 'whistle':
      return 'A whistle'
    case 'put_in': {
      const name = setup.lines.find((l) => l.ingredient === logged.ingredient)?.name
      return `${dose(logged.amount_g)} ${gramUnit()} of ${(name ?? logged.ingredient).toLowerCase()} put in`
    }
    case 'amended':
      return 'Put right'
    case 'undone':
      return 'Taken back'
    case 'given_up':
      return 'Given up'
    case 'rested':
      return 'Left for later'
  }
}

function sayReading(
  reading: Api<'SeenReading'>,
  setup: Api<'BatchSetup'>,
  stageName: (key: string) => string,
): string {
  switch (reading.kind) {
    case 'weight':
      return `Weighed ${grams(reading.gross_g)} ${gramUnit()}`
    case 'thermometer':
      return `${setup.thermometer?.name ?? 'Thermometer'} showed ${celsius(reading.shown_c)} ${degreeUnit()}`
    case 'probe':
      return `Showed ${celsius(reading.shown_c)} ${degreeUnit()}`
    case 'refractometer':
      return `The refractometer showed ${number(reading.shown_brix, 1)} °Brix`
    case 'string':
      return reading.string_cm < 0.1
        ? 'No string'
        : `String of ${centimetres(reading.string_cm, 1)} ${centimetreUnit()}`
    case 'seen':
      return `Looked like ${stageName(reading.stage)}`
    case 'pull':
      return `String: ${pullName(reading.pull)}`
    case 'not_yet':
      return 'Tested: not yet'
  }
}
