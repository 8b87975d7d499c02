import { describe, expect, it } from 'vitest'

const RAW = /<(button|input|select|textarea|details|dialog|table)\b/g
const sources = import.meta.glob<string>('../**/*.vue', {
  query: '?raw',
  import: 'default',
  eager: true,
})
const templates = Object.entries(sources).map(([path, source]) => ({
  path,
  text: source.replace(/<script[\s\S]*?<\/script>|<style[\s\S]*?<\/style>/g, ''),
}))

describe('controls', () => {
  it('come in many kinds, each of Vuetify where it has one', () => {
    // Parts that stand only within another are no kind of their own.
    const PART = /-(item|title|text|panel)$|^v-radio$/
    const tags = templates.flatMap(({ text }) => text.match(/(?<=<)v-[a-z-]+/g) ?? [])
    const kinds = new Set(tags.filter((tag) => !PART.test(tag)))
    expect([...kinds].sort().length).toBeGreaterThanOrEqual(25)
  })

  it('are Vuetify\u2019s; what is not has its reason beside it', () => {
    const raw = templates.flatMap(({ path, text }) =>
      [...text.matchAll(RAW)].map((m) => ({ path, before: text.slice(0, m.index).trimEnd() })),
    )
    expect(raw.length).toBeLessThanOrEqual(15)
    expect(raw.filter((r) => !/<!-- Raw: [^>]+\. -->$/.test(r.before)).map((r) => r.path)).toEqual(
      [],
    )
  })
})
