import { describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import { rowsOf, stepsOf, stripsOf } from './clockLine'

const step = (
  id: string,
  from_min: number,
  to_min: number,
  of: Partial<Api<'DayStepTold'>> = {},
) => ({
  id,
  title: id,
  from_min,
  to_min,
  takes: [],
  ...of,
})

/** A pan that boils while she grates, then stands by itself while she shapes; something lies in the cold meanwhile. */
const told = {
  now_min: 0,
  orders: [{ id: 7, who: 'A neighbour', due_min: 40, late_min: 0 }],
  batches: [
    {
      key: 'a',
      steps: [
        step('boil', 10, 20, { cook: 'Cook', ring_name: 'Left ring', pan_name: 'Kadai' }),
        step('soak', 20, 60),
        step('serve', 60, 65, { cook: 'Cook' }),
      ],
    },
    {
      key: 'b',
      kept: { from_min: 12, to_min: 40, cold: true, words: 'Cover it' },
      steps: [step('grate', 12, 15, { cook: 'Cook' }), step('shape', 30, 40, { cook: 'Cook' })],
    },
  ],
} as unknown as Api<'DaysTold'>

describe('the clock line', () => {
  const steps = stepsOf(told)
  const rows = steps.filter((s) => s.cook)
  const strips = stripsOf(rows, steps, told)
  const of = (id: string) => strips.find((s) => s.id === id)

  it('sets her hands in the order of the clock', () => {
    expect(rows.map((r) => r.id)).toEqual(['boil', 'grate', 'shape', 'serve'])
    expect(rows[0]?.where).toBe('Kadai, Left ring')
  })

  it('draws what burns and what stands from the row at which it begins to the one at which it ends', () => {
    expect(of('boil')).toMatchObject({ kind: 'ring', from: 1, to: 3 })
    expect(of('soak')).toMatchObject({ kind: 'waits', from: 3, to: 4 })
    expect(of('b/kept')).toMatchObject({ kind: 'cold', step: undefined, from: 2, to: 4 })
  })

  it('says who fetches where the clock says so, and leaves out what is over', () => {
    expect(rowsOf(told).map((r) => r.id)).toEqual(['boil', 'grate', 'shape', 'due/7', 'serve'])
    expect(rowsOf({ ...told, now_min: 40 }).map((r) => r.id)).toEqual(['serve'])
  })

  it('lets no two stand in one place', () => {
    for (const one of strips)
      for (const other of strips.filter((s) => s !== one && s.column === one.column))
        expect(one.to <= other.from || other.to <= one.from).toBe(true)
  })
})
