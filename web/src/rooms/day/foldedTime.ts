/** Minutes along a line, with the hours in which nothing is done folded small. */
export interface Fold {
  from: number
  to: number
  /** Where it begins, px. */
  x: number
  /** px a minute. */
  rate: number
}

/** What is done within so long of each other is drawn without a fold between. */
const APART_MIN = 75
const MARGIN_MIN = 12
/** Share of its length that a folded hour keeps, and the least a fold takes, px. */
const FOLDED = 0.05
const LEAST_PX = 34

/** Stretches of time in which something is done, with the folds between them, and one for what waits longer. */
export function foldTime(
  busy: readonly (readonly [number, number])[],
  [begins, ends]: readonly [number, number],
  rate: number,
  waits_until = 0,
): Fold[] {
  const merged: [number, number][] = []
  for (const [from, to] of [...busy].sort((a, b) => a[0] - b[0])) {
    const last = merged.at(-1)
    if (last && from - last[1] < APART_MIN) last[1] = Math.max(last[1], to)
    else merged.push([Math.max(begins, from - MARGIN_MIN), to])
  }
  const folds: Fold[] = []
  let x = 0
  const add = (from: number, to: number, r: number) => {
    if (to <= from) return
    folds.push({ from, to, x, rate: r })
    x += (to - from) * r
  }
  let at = merged[0]?.[0] ?? begins
  for (const [from, to] of merged) {
    const gap = from - at
    add(at, from, Math.max(FOLDED * rate, LEAST_PX / Math.max(1, gap)))
    add(from, Math.min(ends, to + MARGIN_MIN), rate)
    at = Math.min(ends, to + MARGIN_MIN)
  }
  const rest = Math.min(ends, waits_until) - at
  add(at, at + rest, Math.max(FOLDED * rate, LEAST_PX / Math.max(1, rest)))
  return folds
}

/** Where a minute lies, px. */
export function xOf(folds: readonly Fold[], minute: number): number {
  const first = folds[0]
  const fold = folds.findLast((f) => f.from <= minute) ?? first
  if (!fold) return 0
  return fold.x + (Math.min(Math.max(minute, fold.from), fold.to) - fold.from) * fold.rate
}

/** The minute at a place. */
export function minuteAt(folds: readonly Fold[], x: number): number {
  const fold = folds.findLast((f) => f.x <= x) ?? folds[0]
  return fold ? Math.min(fold.to, fold.from + (x - fold.x) / fold.rate) : 0
}

export const widthOf = (folds: readonly Fold[]) => {
  const last = folds.at(-1)
  return last ? last.x + (last.to - last.from) * last.rate : 0
}
