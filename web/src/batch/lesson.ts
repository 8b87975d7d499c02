import type { Api } from '@/api/client'
import { aString } from '@/units/format'
import { poured } from './advice'

/** What a verdict teaches, one sentence for now and one for the next time. */
export function sayLesson(
  lesson: Api<'Lesson'>,
  has_scale: boolean,
): { now: string; next: string } {
  const g = (mass_g: number) => poured(mass_g, has_scale)
  const { now, next } = lesson
  const nows = (): string => {
    switch (now.kind) {
      case 'nothing':
        return 'Nothing to mend.'
      case 'back_in_the_pan':
        return `Back into the pan on a low flame, stirring, until it has lost ${g(now.lose_g)} of water and leaves the sides; then set it again.`
      case 'work_in':
        return `Warm it gently with ${g(now.water_g)} of hot milk or water, knead until it holds, and shape it again.`
      case 'dissolve_again':
        return `Dissolve it again with ${g(now.water_g)} of water over a low flame and boil it anew, without stirring once it boils.`
    }
  }
  const nexts = (): string => {
    switch (next.kind) {
      case 'same':
        return 'make it the same way.'
      case 'further':
        return `boil ${g(next.water_g)} more water off, to ${aString(next.string_cm)}.`
      case 'earlier':
        return `turn off ${g(next.water_g)} of water earlier, at ${aString(next.string_cm)}.`
      case 'clearer':
        return 'let no grain be left before it boils, and do not stir the boiling syrup.'
    }
  }
  return { now: nows(), next: nexts() }
}
