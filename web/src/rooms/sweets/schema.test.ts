import { readdirSync, readFileSync } from 'node:fs'
import Ajv2020 from 'ajv/dist/2020'
import { parse } from 'smol-toml'
import { describe, expect, it } from 'vitest'

const CATALOGUE = '../catalogue'
const schema = JSON.parse(readFileSync(`${CATALOGUE}/sweet.schema.json`, 'utf8')) as object
const ajv = new Ajv2020({ strict: false, validateFormats: false, allErrors: true })
const valid = ajv.compile(schema)
const files = readdirSync(`${CATALOGUE}/sweets`)
const sweet = (file: string) => parse(readFileSync(`${CATALOGUE}/sweets/${file}`, 'utf8'))

describe('the published schema', () => {
  it('takes every sweet of the catalogue', () => {
    expect(files.length).toBeGreaterThanOrEqual(34)
    for (const file of files) {
      valid(sweet(file))
      expect(valid.errors ?? [], file).toEqual([])
    }
  })
  it('refuses what is no sweet', () => {
    expect(valid({ name: 'Half a sweet' })).toBe(false)
    const blue = sweet('cashew-sheet.toml') as { methods: { steps: Record<string, unknown>[] }[] }
    const step = blue.methods[0]?.steps[0]
    if (step) step['colour_of_the_spoon'] = 'blue'
    expect(valid(blue)).toBe(false)
  })
})
