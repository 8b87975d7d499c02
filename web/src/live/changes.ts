import { onScopeDispose } from 'vue'
import type { Api } from '@/api/client'

type Change = Api<'Change'>
type Push = Api<'Push'>
type Told = Change | 'reconnected' | { push: Push }
type Listener = (change: Change | 'reconnected') => void
type PushListener = (push: Push) => void

/**
 * Changes as they happen, and what stands then: one stream for all tabs of a browser. The tab that holds the lock listens and passes
 * on what it hears; when it goes, the next one takes over. Where a browser has no locks (a page that is not behind
 * the certificate), a tab listens for itself while it is looked at.
 */

const LISTENER = 'unctum-listener'
const AGAIN_MS = 3000
/** Who gets to listen within so long of opening has missed nothing: it has just looked at everything. */
const AT_ONCE_MS = 1000

const listeners = new Set<Listener>()
const pushListeners = new Set<PushListener>()
function hear(told: Told): void {
  if (told !== 'reconnected' && 'push' in told) {
    pushListeners.forEach((listener) => listener(told.push))
    return
  }
  const change = told !== 'reconnected' && told.kind === 'look_anew' ? 'reconnected' : told
  listeners.forEach((listener) => listener(change))
}

/** Opens the stream, and again whenever it ends for good; `tell` hears what comes. Returns how to end it. */
function listen(tell: (told: Told) => void): () => void {
  let source: EventSource
  let again: ReturnType<typeof setTimeout> | undefined
  let lost = false
  const open = () => {
    source = new EventSource('/api/v1/live')
    source.onmessage = (event: MessageEvent<string>) => tell(JSON.parse(event.data) as Change)
    source.addEventListener('push', (event: MessageEvent<string>) =>
      tell({ push: JSON.parse(event.data) as Push }),
    )
    source.onerror = () => {
      lost = true
      if (source.readyState === EventSource.CLOSED) again = setTimeout(open, AGAIN_MS)
    }
    // A stream that was opened anew does not know what it missed; one that went on is told.
    source.onopen = () => {
      if (lost) tell('reconnected')
      lost = false
    }
  }
  open()
  return () => {
    clearTimeout(again)
    source.close()
  }
}

function share(locks: LockManager): () => void {
  const channel = new BroadcastChannel(LISTENER)
  channel.onmessage = (event: MessageEvent<Told>) => hear(event.data)
  const waiting = new AbortController()
  let stop: (() => void) | undefined
  let release: (() => void) | undefined
  const asked_ms = Date.now()
  void locks
    .request(LISTENER, { signal: waiting.signal }, () => {
      const tell = (told: Told) => {
        hear(told)
        channel.postMessage(told)
      }
      stop = listen(tell)
      // Between the last listener and this one something may have been missed.
      if (Date.now() - asked_ms > AT_ONCE_MS) tell('reconnected')
      return new Promise<void>((done) => (release = done))
    })
    .catch(() => undefined)
  return () => {
    waiting.abort()
    stop?.()
    release?.()
    channel.close()
  }
}

function alone(): () => void {
  let stop: (() => void) | undefined
  const look = () => {
    const seen = document.visibilityState === 'visible'
    if (seen && !stop) {
      stop = listen(hear)
      hear('reconnected')
    } else if (!seen) {
      stop?.()
      stop = undefined
    }
  }
  stop = listen(hear)
  document.addEventListener('visibilitychange', look)
  return () => {
    document.removeEventListener('visibilitychange', look)
    stop?.()
  }
}

let end: (() => void) | undefined

function among<L>(all: Set<L>, listener: L): void {
  all.add(listener)
  const locks = (navigator as Partial<Navigator>).locks
  end ??= locks && typeof BroadcastChannel !== 'undefined' ? share(locks) : alone()
  onScopeDispose(() => {
    all.delete(listener)
    if (listeners.size + pushListeners.size === 0) {
      end?.()
      end = undefined
    }
  })
}

/** Hears of changes while the calling component lives. */
export const useChanges = (listener: Listener) => among(listeners, listener)
/** Hears what stands now, as the program pushes it. */
export const usePushes = (listener: PushListener) => among(pushListeners, listener)

/** Everything is to be looked at anew. */
export const lookAnew = () => hear('reconnected')
