import { describe, expect, it } from 'vitest'

/** Each room leans only on those before it. */
const FLOORS = [
  'api',
  'units',
  'look',
  'live',
  'batch',
  'shell',
  'rooms/pieces',
  'rooms/kitchen',
  'rooms/sweets',
  'rooms/bench',
  'rooms/day',
  'rooms/notebook',
  'rooms/stove',
]
const texts = import.meta.glob<string>(['../**/*.{ts,vue}', '!../**/*.test.ts'], {
  query: '?raw',
  import: 'default',
  eager: true,
})
const clean = (path: string) => path.replace(/^\.\.\//, '').replace(/\.(ts|vue)$/, '')
const sources = new Map(Object.entries(texts).map(([path, text]) => [clean(path), text]))

function joined(folder: string, path: string): string {
  const parts = folder.split('/').filter(Boolean)
  for (const part of path.split('/')) {
    if (part === '..') parts.pop()
    else if (part !== '.') parts.push(part)
  }
  return parts.join('/')
}

/** What a file imports of ours. */
function leansOn(file: string, text: string): string[] {
  const folder = file.split('/').slice(0, -1).join('/')
  return [...text.matchAll(/(?:from|import\()\s*'([^']+)'/g)]
    .map((found) => found[1] ?? '')
    .filter((path) => path.startsWith('@/') || path.startsWith('.'))
    .map((path) => clean(path.startsWith('@/') ? path.slice(2) : joined(folder, path)))
    .filter((path) => sources.has(path))
}
const arrows = new Map([...sources].map(([file, text]) => [file, leansOn(file, text)]))

function room(file: string): string {
  const [first = '', second = ''] = file.split('/')
  return first === 'rooms' ? `rooms/${second}` : first
}

/** A way from a file back to itself, if there is one. */
function circle(from: string): string[] | undefined {
  const seen = new Set<string>()
  const walk = (file: string, way: string[]): string[] | undefined => {
    for (const next of arrows.get(file) ?? []) {
      if (next === from) return [...way, next]
      if (seen.has(next)) continue
      seen.add(next)
      const found = walk(next, [...way, next])
      if (found) return found
    }
    return undefined
  }
  return walk(from, [from])
}

describe('the house of the front end', () => {
  it('is read whole', () => {
    expect(sources.size).toBeGreaterThan(150)
    expect(arrows.get('rooms/stove/BatchOver')).toContain('batch/VerdictForm')
  })
  it('leans one way from room to room', () => {
    const wrong: string[] = []
    for (const [file, to] of arrows)
      for (const next of to) {
        const [own, other] = [FLOORS.indexOf(room(file)), FLOORS.indexOf(room(next))]
        if (own >= 0 && room(file) !== room(next) && (other < 0 || other >= own))
          wrong.push(`${file} → ${next}`)
      }
    expect(wrong).toEqual([])
  })
  it('has no circle of files', () => {
    expect([...arrows.keys()].map(circle).filter(Boolean)).toEqual([])
  })
})
