/** Lines as a hand draws them: a small, always equal irregularity along a path. */

export interface Dot {
  x: number
  y: number
}

/** A repeatable wander between −1 and 1. */
function wander(i: number, seed: number): number {
  const s = Math.sin(i * 12.9898 + seed * 78.233) * 43758.5453
  return 2 * (s - Math.floor(s)) - 1
}

const f = (n: number) => n.toFixed(2)

/** A straight line from a to b that is not quite straight. */
export function handLine(a: Dot, b: Dot, seed = 1, sway = 0.8): string {
  const pieces = Math.max(2, Math.round(Math.hypot(b.x - a.x, b.y - a.y) / 70))
  const length = Math.hypot(b.x - a.x, b.y - a.y) || 1
  const normal = { x: -(b.y - a.y) / length, y: (b.x - a.x) / length }
  const dots = Array.from({ length: pieces + 1 }, (_, i) => {
    const off = i === 0 || i === pieces ? 0 : sway * wander(i, seed)
    const along = i / pieces
    return {
      x: a.x + along * (b.x - a.x) + off * normal.x,
      y: a.y + along * (b.y - a.y) + off * normal.y,
    }
  })
  return smooth(dots)
}

/** A round or oval outline drawn in one go, its end overshooting its start a little. */
export function handRing(centre: Dot, rx: number, ry = rx, seed = 1, sway = 0.004): string {
  const pieces = 14
  const dots = Array.from({ length: pieces + 2 }, (_, i) => {
    const angle = -1.9 + (i / pieces) * 2 * Math.PI
    const stretch = 1 + sway * wander(i % pieces, seed) + (i > pieces - 1 ? 0.006 : 0)
    return {
      x: centre.x + rx * stretch * Math.cos(angle),
      y: centre.y + ry * stretch * Math.sin(angle),
    }
  })
  return smooth(dots)
}

/** A smooth path through dots. */
export function smooth(dots: readonly Dot[]): string {
  const [first, ...rest] = dots
  if (!first) return ''
  let path = `M${f(first.x)} ${f(first.y)}`
  rest.forEach((to, i) => {
    const from = dots[i] ?? first
    const before = dots[i - 1] ?? from
    const after = dots[i + 2] ?? to
    path += `C${f(from.x + (to.x - before.x) / 6)} ${f(from.y + (to.y - before.y) / 6)} ${f(to.x - (after.x - from.x) / 6)} ${f(to.y - (after.y - from.y) / 6)} ${f(to.x)} ${f(to.y)}`
  })
  return path
}

/** A path straight from dot to dot, for curves that are dense already. */
export function polyline(dots: readonly Dot[]): string {
  return dots.map((d, i) => `${i ? 'L' : 'M'}${f(d.x)} ${f(d.y)}`).join('')
}
