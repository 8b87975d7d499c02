import { createStore, del, entries as keptEntries, set } from 'idb-keyval'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { answer, api, OUT_OF_REACH, Refusal, wordsOf, type Api } from '@/api/client'
import { entryName } from './entryName'
import { useReach } from './reach'
import { serverNow } from './serverTime'

/** Something that happened at a pan, with a name of its own and the moment it speaks of. */
export interface Entry {
  entry_id: string
  batch_id: number
  at_ms: number
  /** The last number of the log that was seen when it was pressed. */
  seen_seq: number
  event: Api<'BatchEvent'>
  /** The entry that this one takes back; its number is known once that one is written. */
  undoes?: string
}
export interface Refused {
  entry: Entry
  words: string
}
type Sent = (view: Api<'BatchView'>) => void

/** Codes after which sending the same again may work. */
const TRY_AGAIN = [OUT_OF_REACH, 'busy', 'not-let-in', 'disk-full', 'read-only', 'internal']
const AGAIN_MS = 2000

/** On this device, across reloads; a browser without a place to keep things keeps them while the page lives. */
const kept = () => (typeof indexedDB === 'undefined' ? undefined : createStore('unctum', 'entries'))

/** What was pressed and is not written down yet: kept on the device, sent one after the other, each once. */
export const useOutbox = defineStore('outbox', () => {
  const waiting = shallowRef<Entry[]>([])
  const refused = shallowRef<Refused[]>([])
  const sent = new Map<number, Set<Sent>>()
  const done = new Map<string, (written: boolean) => void>()
  /** Sent at least once, perhaps without an answer: these may be written already. */
  const tried = new Set<string>()
  const place = kept()
  const reach = useReach()

  const of = (batch_id: number) => waiting.value.filter((e) => e.batch_id === batch_id)
  const inOrder = (all: Entry[]) => [...all].sort((a, b) => a.at_ms - b.at_ms)

  /** Takes over what an earlier page of this device could not send. */
  async function load(): Promise<void> {
    if (!place) return
    const there = await keptEntries<string, Entry>(place).catch(() => [])
    const known = new Set(waiting.value.map((e) => e.entry_id))
    const more = there.map(([, entry]) => entry).filter((e) => !known.has(e.entry_id))
    more.forEach((e) => tried.add(e.entry_id))
    if (more.length) waiting.value = inOrder([...waiting.value, ...more])
    void send()
  }

  /** Takes an entry in; the same one again while it is still under way is none. Tells whether it was written. */
  function add(
    batch_id: number,
    event: Api<'BatchEvent'>,
    seen_seq: number,
    undoes?: string,
  ): Promise<boolean> {
    const last = of(batch_id).at(-1)
    const same = JSON.stringify(last?.event) === JSON.stringify(event)
    if (same && last?.undoes === undoes) return Promise.resolve(false)
    const entry: Entry = { entry_id: entryName(), batch_id, at_ms: serverNow(), seen_seq, event }
    if (undoes) entry.undoes = undoes
    waiting.value = [...waiting.value, entry]
    if (place) void set(entry.entry_id, entry, place).catch(() => undefined)
    const written = new Promise<boolean>((tell) => done.set(entry.entry_id, tell))
    void send()
    return written
  }

  function drop(entry: Entry, written: boolean): void {
    waiting.value = waiting.value.filter((e) => e.entry_id !== entry.entry_id)
    if (place) void del(entry.entry_id, place).catch(() => undefined)
    tried.delete(entry.entry_id)
    done.get(entry.entry_id)?.(written)
    done.delete(entry.entry_id)
  }

  /** An entry was written: what takes it back learns its number. */
  function number(written: Entry, view: Api<'BatchView'>): void {
    const is = (l: Api<'Logged'>) =>
      Object.entries(written.event).every(
        ([key, value]) =>
          JSON.stringify((l as unknown as Record<string, unknown>)[key]) === JSON.stringify(value),
      )
    const undone_seq = Math.max(0, ...view.log.filter(is).map((l) => l.seq))
    waiting.value = waiting.value.map((e) =>
      e.undoes === written.entry_id ? { ...e, event: { event: 'undone', undone_seq } } : e,
    )
  }

  let sending = false
  async function send(): Promise<void> {
    if (sending) return
    sending = true
    try {
      for (let next = waiting.value[0]; next; next = waiting.value[0]) {
        const { entry_id, batch_id, at_ms, seen_seq, event } = next
        tried.add(entry_id)
        try {
          const view = await answer(
            api.POST('/api/v1/batches/{id}/events', {
              params: {
                path: { id: batch_id },
                query: { entry_id, at_ms, seen_seq, after_seq: seen_seq },
              },
              body: event,
            }),
          )
          number(next, view)
          drop(next, true)
          sent.get(batch_id)?.forEach((hear) => hear(view))
        } catch (thrown) {
          if (thrown instanceof Refusal && !TRY_AGAIN.includes(thrown.code)) {
            refused.value = [...refused.value, { entry: next, words: wordsOf(thrown) }]
            const after = waiting.value.filter((e) => e.undoes === next?.entry_id)
            ;[next, ...after].forEach((e) => drop(e, false))
          } else {
            setTimeout(() => void send(), AGAIN_MS)
            return
          }
        }
      }
    } finally {
      sending = false
    }
  }

  /** Takes the last entry that waits for a batch back. Tells whether there was one. */
  function takeBack(batch_id: number): boolean {
    const last = of(batch_id).at(-1)
    if (!last) return false
    // Unanswered it may be written all the same: then it is taken back there.
    if (tried.has(last.entry_id))
      void add(batch_id, { event: 'undone', undone_seq: 0 }, last.seen_seq, last.entry_id)
    else drop(last, false)
    return true
  }
  const forget = (entry_id: string) =>
    (refused.value = refused.value.filter((r) => r.entry.entry_id !== entry_id))

  /** Hears the answers to the entries of a batch. Returns how to stop. */
  function onSent(batch_id: number, hear: Sent): () => void {
    const hearers = sent.get(batch_id) ?? new Set<Sent>()
    sent.set(batch_id, hearers.add(hear))
    return () => void hearers.delete(hear)
  }
  reach.onBack(() => void load())

  const waits = computed(() => new Set(waiting.value.map((e) => e.batch_id)))
  return { waiting, refused, waits, of, load, add, takeBack, forget, onSent, send }
})
