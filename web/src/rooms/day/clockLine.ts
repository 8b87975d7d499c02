import type { Api } from '@/api/client'

type Told = Api<'DaysTold'>
type Step = Api<'DayStepTold'> & { batch: Api<'DayBatchTold'>; n: number; where: string }

/** Something that stands or burns beside her hands, from one row of the line to another. */
export interface Strip {
  id: string
  /** Its step, where a tap says more of it. */
  step: string | undefined
  n: number
  words: string
  /** Burns, stands by itself, or lies in the cold. */
  kind: 'ring' | 'waits' | 'cold'
  column: number
  /** The row at which it begins and the one before which it ends, from 1. */
  from: number
  to: number
}

/** All steps of the days in the order of the clock, with where they are done. */
export const stepsOf = (told: Told): Step[] =>
  told.batches
    .flatMap((batch, n) => batch.steps.map((s) => ({ ...s, batch, n })))
    .sort((a, b) => a.from_min - b.from_min || a.to_min - b.to_min)
    .map((s) => ({ ...s, where: [s.pan_name, s.ring_name].filter(Boolean).join(', ') }))

/** An order that is fetched, as a row of the line. */
export interface Due {
  id: string
  order: Api<'OrderTold'>
  from_min: number
  to_min: number
}

/** What of the days is still to come, in the order of the clock: what is done by hand, and what is fetched. */
export function rowsOf(told: Told): (Step | Due)[] {
  const hands = stepsOf(told).filter((s) => s.cook)
  const dues = told.orders.map((order) => ({
    id: `due/${order.id}`,
    order,
    from_min: order.due_min,
    to_min: order.due_min,
  }))
  return [...hands, ...dues]
    .filter((r) => r.to_min > told.now_min)
    .sort((a, b) => a.from_min - b.from_min || a.to_min - b.to_min)
}

/** Beside the rows of what is done by hand: what burns and what stands meanwhile, each in the first column that is free. */
export function stripsOf(
  rows: readonly Pick<Step, 'from_min' | 'to_min'>[],
  steps: readonly Step[],
  told: Told,
): Strip[] {
  const row = (minute: number) => {
    const at = rows.findIndex((r) => r.from_min >= minute)
    return at < 0 ? rows.length + 1 : at + 1
  }
  const first = rows[0]?.from_min ?? 0
  const last = rows.at(-1)?.to_min ?? 0
  const burns = steps
    .filter((s) => s.ring_name)
    .map((s) => ({ ...s, kind: 'ring' as const, step: s.id, words: `${s.title}, ${s.where}` }))
  const waits = steps
    .filter((s) => !s.cook && !s.ring_name)
    .map((s) => ({ ...s, kind: 'waits' as const, step: s.id, words: `${s.title}, by itself` }))
  const cold = told.batches.flatMap((b, n) =>
    b.kept ? [{ ...b.kept, id: `${b.key}/kept`, n, kind: 'cold' as const, step: undefined }] : [],
  )
  const ends: number[] = []
  return [...burns, ...waits, ...cold]
    .filter((s) => s.to_min > first && s.from_min < last)
    .map((s) => ({ ...s, from: row(Math.max(s.from_min, first)), to: row(s.to_min) }))
    .map((s) => ({ ...s, to: Math.max(s.to, s.from + 1) }))
    .sort((a, b) => a.from - b.from || b.to - a.to)
    .map(({ id, step, n, words, kind, from, to }) => {
      const free = ends.findIndex((end) => end <= from)
      const column = free < 0 ? ends.length : free
      ends[column] = to
      return { id, step, n, words, kind, column, from, to }
    })
}
