import { useLocalStorage } from '@vueuse/core'
import type { Api } from '@/api/client'

/** How this device speaks to the cook; kept on the device. */
export const useVolume = () => useLocalStorage('unctum.volume', 0.8)
export const useVoice = () => useLocalStorage('unctum.voice', false)
export const useLeftHand = () => useLocalStorage('unctum.left-hand', false)

/** How many cook, and what this device's cook does where there are two. */
export const useHands = () =>
  useLocalStorage('unctum.hands', { two: false, role: 'either' as Api<'Role'> })

/** Whether this browser can speak at all. */
export const canSpeak = () => 'speechSynthesis' in window

/** Says something once; what was being said before is not finished. */
export function speak(words: string): void {
  if (!canSpeak()) return
  window.speechSynthesis.cancel()
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(words))
}
