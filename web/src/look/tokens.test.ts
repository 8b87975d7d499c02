import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

const tokens = readFileSync('src/look/tokens.css', 'utf8')

/** What Vuetify's parts read, and the token of ours that it is. */
const SAME: Record<string, string> = {
  background: 'ground',
  surface: 'sheet',
  'surface-light': 'well',
  'surface-variant': 'ink-soft',
  'on-background': 'ink',
  'on-surface': 'ink',
  'on-surface-light': 'ink',
  'on-surface-variant': 'on-ink',
  primary: 'ink',
  'on-primary': 'on-ink',
  error: 'ink',
}
const triple = (hex: string) =>
  [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16)).join(', ')

describe('the one table of colours', () => {
  it.each(['enamel', 'slate'])('says the same to Vuetify by the light of %s', (light) => {
    const table = new RegExp(`\\.v-theme--${light} \\{([^}]*)\\}`).exec(tokens)?.[1] ?? ''
    const say = (name: string) => new RegExp(`--${name}: ([^;]+);`).exec(table)?.[1] ?? ''
    for (const [theirs, ours] of Object.entries(SAME))
      expect(say(`v-theme-${theirs}`), theirs).toBe(triple(say(ours)))
  })
  it('is what the page is drawn in before its styles have come', () => {
    const colours = readFileSync('index.html', 'utf8').match(/(?<=: |solid )#[0-9a-f]{6}/g) ?? []
    expect(colours.length).toBeGreaterThan(5)
    for (const colour of colours) expect(tokens).toContain(`: ${colour};`)
  })
})
