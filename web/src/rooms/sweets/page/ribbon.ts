import type { Api } from '@/api/client'

/** One step on the ribbon. */
export interface Stretch {
  key: string
  number: number
  x: number
  width: number
  lane: number
  hands: Api<'Attention'>
  stage: Api<'StageKey'> | undefined
}

export interface Ribbon {
  stretches: Stretch[]
  lanes: number
  /** Where the marks of time stand. */
  ticks: { x: number; minutes: number }[]
}

/**
 * Steps side by side along the time. Long waits are drawn shorter than they are: each stretch between
 * two events takes the root of its minutes, so that a minute that decides and a night that waits can
 * both be seen.
 */
export function ribbon(
  method: Api<'Method'>,
  times: readonly Api<'StepTime'>[],
  width: number,
): Ribbon {
  const least = 0.5
  const spans = times.map((t) => ({
    time: t,
    from: t.begins_min,
    to: t.begins_min + Math.max(t.minutes.mid, least),
  }))
  const events = [...new Set(spans.flatMap((s) => [s.from, s.to]))].sort((a, b) => a - b)
  const along = new Map<number, number>()
  let total = 0
  events.forEach((at, i) => {
    const before = events[i - 1]
    if (before !== undefined) total += Math.sqrt(at - before)
    along.set(at, total)
  })
  const x = (at: number) => (total > 0 ? ((along.get(at) ?? 0) / total) * width : 0)

  const laneEnds: number[] = []
  const stretches = spans.map(({ time, from, to }, i) => {
    const step = method.steps.find((s) => s.key === time.step)
    let lane = laneEnds.findIndex((end) => end <= from + 1e-9)
    if (lane < 0) lane = laneEnds.length
    laneEnds[lane] = to
    const effect = step?.effects?.find((e) => e.kind === 'boil_to_stage')
    return {
      key: time.step,
      number: i + 1,
      x: x(from),
      width: x(to) - x(from),
      lane,
      hands: step?.attention ?? ('none' as const),
      stage: effect?.kind === 'boil_to_stage' ? effect.stage : undefined,
    }
  })
  const ticks: Ribbon['ticks'] = []
  for (const at of events) {
    const last = ticks.at(-1)
    if (!last || x(at) - last.x > 58) ticks.push({ x: x(at), minutes: at })
  }
  return { stretches, lanes: Math.max(1, laneEnds.length), ticks }
}
