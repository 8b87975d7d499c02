import { watch } from 'vue'
import type { Api } from '@/api/client'
import { speak, useVoice } from './comfort'
import { actOf, doesOf, useGoing } from './going'

/** So long before a flame goes off it is announced, s. */
const AHEAD_S = [120, 60, 30]

/** How long until the flame goes off, where that is known. */
const left = (line: Api<'BatchLine'>) => line.state?.syrup?.turn_off_in_s?.mid

const MINUTES: Record<number, string> = {
  120: 'Two minutes',
  60: 'One minute',
  30: 'Half a minute',
}

/** What is said of a batch between two looks at it; nothing if nothing new has come. */
export function prompt(before: Api<'BatchLine'> | undefined, now: Api<'BatchLine'>): string {
  const [was, is] = [before && left(before), left(now)]
  const calls = now.state?.call.presses != null || actOf(now)?.class === 'due'
  if (calls && (!before || doesOf(before) !== doesOf(now))) return `${now.title}. ${doesOf(now)}.`
  const passed = AHEAD_S.find((s) => was !== undefined && is !== undefined && was > s && is <= s)
  return passed === undefined ? '' : `${now.title}. ${MINUTES[passed]} to turn off.`
}

/** Speaks while the calling component lives, if the cook wants it. */
export function usePrompts(): void {
  const going = useGoing()
  const voice = useVoice()
  const known = new Map<number, Api<'BatchLine'>>()
  watch(
    () => going.calling,
    (lines) => {
      for (const line of lines) {
        const words = prompt(known.get(line.id), line)
        if (words && voice.value) speak(words)
        known.set(line.id, line)
      }
    },
  )
}
