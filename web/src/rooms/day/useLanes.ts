import { computed, type Ref } from 'vue'
import type { Api } from '@/api/client'
import { dayAt, wall } from './clockWords'
import { foldTime, widthOf, xOf } from './foldedTime'

const HEIGHTS: Record<string, number> = { hands: 50, ring: 28, vessel: 28, tray: 24, cold: 24 }

/** Where everything lies in the drawing of the lanes: the hours folded, each lane's height, each bar's place. */
export function useLanes(told: () => Api<'DaysTold'>, zoom: () => number, width: Ref<number>) {
  const steps = computed(
    () => new Map(told().batches.flatMap((b) => b.steps.map((s) => [s.id, s] as const))),
  )
  const busy = computed(() => {
    const bars = told()
      .lanes.filter((l) => l.kind === 'hands')
      .flatMap((l) => l.bars)
    const now = told().now_min
    const around: [number, number][] = now >= 0 && now < told().horizon_min ? [[now, now + 1]] : []
    return [...bars.map((b) => [b.from_min, b.to_min] as [number, number]), ...around]
  })
  /** px a minute: by default all that is busy fits. */
  const rate = computed(() => {
    const room = Math.max(320, width.value - 130)
    const folds = foldTime(busy.value, [0, told().horizon_min], 1)
    const minutes = widthOf(folds)
    return Math.max(1.1, room / Math.max(60, minutes)) * zoom()
  })
  const waits = computed(() =>
    Math.max(0, ...told().lanes.flatMap((l) => l.bars.map((b) => b.to_min))),
  )
  const folds = computed(() =>
    foldTime(busy.value, [0, told().horizon_min], rate.value, waits.value),
  )
  const full = computed(() => Math.max(width.value - 2, widthOf(folds.value)))
  const x = (minute: number) => xOf(folds.value, minute)

  const lanes = computed(() => {
    let y = 34
    return told()
      .lanes.filter((l) => l.kind === 'hands' || l.bars.length)
      .map((lane) => {
        const height = HEIGHTS[lane.kind] ?? 24
        const top = y
        y += height + (lane.kind === 'hands' ? 8 : 4)
        return { ...lane, top, height }
      })
  })
  const tall = computed(
    () => (lanes.value.at(-1)?.top ?? 0) + (lanes.value.at(-1)?.height ?? 0) + 8,
  )

  /** What takes all of the cook stands in the upper part of her lane, what wants a look now and then in the lower. */
  function shape(lane: (typeof lanes.value)[number], bar: Api<'LaneBar'>) {
    const left = x(bar.from_min)
    const wide = Math.max(2, x(bar.to_min) - left)
    if (lane.kind !== 'hands') return { left, wide, top: lane.top + 4, high: lane.height - 8 }
    return bar.full
      ? { left, wide, top: lane.top + 2, high: 30 }
      : { left, wide, top: lane.top + 35, high: 13 }
  }
  const title = (bar: Api<'LaneBar'>) => {
    const of = told().batches[bar.batch]?.title ?? ''
    const step = bar.step ? steps.value.get(bar.step) : undefined
    const when = `${wall(told(), bar.from_min)}–${wall(told(), bar.to_min)}`
    return step ? `${step.title}, ${of}, ${when}` : `${of}, ${when}`
  }
  const hours = computed(() => {
    const marks: { x: number; words: string; day: string | undefined; folded: boolean }[] = []
    const every = rate.value > 4 ? 15 : rate.value > 2.2 ? 30 : 60
    for (const fold of folds.value) {
      const folded = fold.rate < 0.5 * rate.value
      if (folded) {
        marks.push({
          x: fold.x + ((fold.to - fold.from) * fold.rate) / 2,
          words: '',
          day: undefined,
          folded,
        })
        continue
      }
      const first = Math.ceil(fold.from / every) * every
      for (let m = first; m <= fold.to; m += every) {
        const day = m - every < fold.from ? dayAt(told(), m)?.words.split(' ')[0] : undefined
        marks.push({ x: x(m), words: wall(told(), m), day, folded })
      }
    }
    return marks
  })
  /** When nobody is in the kitchen. */
  const shut = computed(() => {
    const edges = [0, ...told().hours.flatMap((h) => [h.from_min, h.to_min]), told().horizon_min]
    const gaps: { x: number; wide: number }[] = []
    for (let i = 0; i + 1 < edges.length; i += 2) {
      const [from, to] = [edges[i] ?? 0, edges[i + 1] ?? 0]
      if (to > from) gaps.push({ x: x(from), wide: x(to) - x(from) })
    }
    return gaps.filter((g) => g.wide > 1)
  })
  const nowX = computed(() => {
    const first = folds.value[0]
    const now = told().now_min
    return first && now >= first.from && now <= told().horizon_min ? x(now) : undefined
  })
  return { steps, lanes, full, tall, folds, x, shape, title, hours, shut, nowX }
}
