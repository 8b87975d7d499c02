import type { Api } from '@/api/client'

type View = Api<'BatchView'>
/** A batch with its setup: what was left out of a later answer is known from the first. */
export type WholeBatch = View & { setup: Api<'BatchSetup'> }

const inOrder = <T extends { at_ms: number; seq: number }>(all: T[]) =>
  all.sort((a, b) => a.at_ms - b.at_ms || a.seq - b.seq)

/** What is known of a batch, with what an answer says is new. None if the two do not fit together. */
export function merged(known: WholeBatch | undefined, told: View): WholeBatch | undefined {
  // What a pan weighs may be new, with the last entries only.
  if (told.setup && !told.after_seq) return { ...told, setup: told.setup }
  const gap = !known || told.id !== known.id || known.last_seq < told.after_seq
  if (gap || told.last_seq < known.last_seq) return undefined
  const both = <T extends { at_ms: number; seq: number }>(old: T[], fresh: T[]) => {
    const there = new Set(fresh.map((f) => f.seq))
    return inOrder([...old.filter((o) => !there.has(o.seq)), ...fresh])
  }
  const undone = new Set(told.state.undone)
  const readings = both(known.readings, told.readings).filter((r) => !undone.has(r.seq))
  const setup = told.setup ?? known.setup
  return { ...told, after_seq: 0, setup, log: both(known.log, told.log), readings }
}
