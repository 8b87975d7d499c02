import { onScopeDispose } from 'vue'
import type { Api } from '@/api/client'

type Change = Api<'Change'>
type Listener = (change: Change | 'reconnected') => void

const listeners = new Set<Listener>()
let stream: EventSource | undefined

function open(): EventSource {
  const source = new EventSource('/api/v1/live')
  let lost = false
  source.onmessage = (event: MessageEvent<string>) => {
    const change = JSON.parse(event.data) as Change
    listeners.forEach((listener) => listener(change))
  }
  source.onerror = () => (lost = true)
  // What changed while the line was down is not told again: look at everything anew.
  source.onopen = () => {
    if (lost) listeners.forEach((listener) => listener('reconnected'))
    lost = false
  }
  return source
}

/** Hears of changes while the calling component lives. One stream serves the whole tab. */
export function useChanges(listener: Listener): void {
  listeners.add(listener)
  stream ??= open()
  onScopeDispose(() => {
    listeners.delete(listener)
    if (listeners.size === 0) {
      stream?.close()
      stream = undefined
    }
  })
}
