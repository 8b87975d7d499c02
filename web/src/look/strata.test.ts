import { describe, expect, it } from 'vitest'
import { handLine, handRing, smooth } from './hand'
import { height, strengthAt } from './strata'

describe('strata', () => {
  it('are stacked in the order of strength, and can be read back', () => {
    const strengths = [0, 0.2, 0.5, 0.73, 0.785, 0.9, 0.98]
    const heights = strengths.map(height)
    expect([...heights].sort((a, b) => a - b)).toEqual(heights)
    strengths.forEach((w, i) => expect(strengthAt(heights[i] ?? 0)).toBeCloseTo(w, 9))
  })
  it('give a gram of water more room the stronger the syrup', () => {
    expect(height(0.785) - height(0.73)).toBeGreaterThan(height(0.555) - height(0.5))
  })
})

describe('a hand', () => {
  it('draws the same line twice, from end to end, without a number missing', () => {
    const line = handLine({ x: 0, y: 0 }, { x: 300, y: 40 }, 4)
    expect(line).toBe(handLine({ x: 0, y: 0 }, { x: 300, y: 40 }, 4))
    expect(line.startsWith('M0.00 0.00')).toBe(true)
    expect(line.endsWith('300.00 40.00')).toBe(true)
    for (const path of [line, handRing({ x: 5, y: 5 }, 3), smooth([{ x: 1, y: 1 }])]) {
      expect(path).not.toMatch(/NaN|undefined/)
    }
  })
})
