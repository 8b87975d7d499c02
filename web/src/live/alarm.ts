import { useEventListener, useIntervalFn, useLocalStorage } from '@vueuse/core'
import { watch } from 'vue'
import { useVolume } from './comfort'
import { actOf, forgotten, useGoing } from './going'

/** Sounds and shakes when a pan has to be read or turned off, in whatever room the cook is. */

type Call = 'near' | 'now'
/** How often a pan that has to go off is called again. */
const AGAIN_MS = 6000

export const useSound = () => useLocalStorage('unctum.sound', true)

let context: AudioContext | undefined
const volume = useVolume()

/** Strikes once, so that she hears how loud it is. */
export function ring(): void {
  if (context) strike(context, context.currentTime, 520)
}

/** Turns the screen over for a moment: seen where it is not heard. */
function flash(): void {
  const root = document.documentElement
  root.classList.remove('flash')
  requestAnimationFrame(() => root.classList.add('flash'))
}

/** A struck bowl: one partial above another, dying away. */
function strike(at: AudioContext, when: number, pitch_hz: number): void {
  for (const [times, loud] of [
    [1, 0.5],
    [2.76, 0.18],
  ] as const) {
    const tone = at.createOscillator()
    const gain = at.createGain()
    tone.frequency.value = pitch_hz * times
    gain.gain.setValueAtTime(loud * volume.value, when)
    gain.gain.exponentialRampToValueAtTime(0.001, when + 1.2)
    tone.connect(gain).connect(at.destination)
    tone.start(when)
    tone.stop(when + 1.25)
  }
}

function call(kind: Call, loud: boolean): void {
  const strikes = kind === 'now' ? [0, 0.35, 0.7] : [0, 0.6]
  if (kind === 'now') flash()
  if (loud && context) {
    for (const after of strikes)
      strike(context, context.currentTime + after, kind === 'now' ? 740 : 520)
  }
  // A page that was never touched may not shake.
  if ('vibrate' in navigator && navigator.userActivation?.hasBeenActive)
    navigator.vibrate(kind === 'now' ? [400, 150, 400, 150, 400] : [200, 150, 200])
}

/** Watches the pans while the calling component lives. */
export function useAlarm(): void {
  const going = useGoing()
  const sound = useSound()
  // A browser lets a page sound only after it was touched once.
  const wake = () => {
    if (typeof AudioContext === 'undefined') return
    context ??= new AudioContext()
    void context.resume()
  }
  useEventListener('pointerdown', wake, { passive: true })
  useEventListener('keydown', wake, { passive: true })

  const told = new Map<number, string>()
  watch(
    () => going.calling,
    (lines) => {
      for (const line of lines) {
        const kind = line.state?.advice.kind
        const act = actOf(line)
        // What rests, soaks or sets is called once when its time has come.
        const ready = act?.class === 'due' && !act.of_syrup
        const cries = line.state?.call.again || forgotten(line)
        const what = `${kind}${ready || cries ? ` ${act?.step} ${act?.load} ${act?.class}` : ''}`
        if (!kind || told.get(line.id) === what) continue
        told.set(line.id, what)
        if (cries) call('now', sound.value)
        else if (kind === 'read_now' || ready) call('near', sound.value)
      }
      for (const id of told.keys()) if (!lines.some((l) => l.id === id)) told.delete(id)
    },
  )
  useIntervalFn(() => {
    if (going.calling.some((l) => l.state?.call.again || forgotten(l))) call('now', sound.value)
  }, AGAIN_MS)
}
