import { flushPromises, mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { serverOf } from '@/test/server'
import ReadIn from './ReadIn.vue'

const push = vi.fn(() => Promise.resolve())
vi.mock('vue-router', () => ({ useRouter: () => ({ push }) }))

const sweet = {
  name: 'Round things',
  methods: [{ steps: [{ key: 'one', text: 'Roast it.', cue: 'It smells' }] }],
}
const doubt = {
  line: 1,
  kind: 'weight_against_volume',
  words: '1 cup of ghee is about 218 g, not 400 g.',
  ways: [
    { words: 'By the cup', mass_g: 218.42, share_frac: 0.2 },
    { words: 'By the weight', mass_g: 400, share_frac: 0.32 },
  ],
}
const lines = [
  {
    text: '4 cups besan',
    ingredient: 'gram-flour',
    name: 'Gram flour',
    mass_g: 360,
    settled: false,
  },
  { text: '1 cup ghee (400 g)', ingredient: 'ghee', name: 'Ghee', mass_g: null, settled: false },
]
const parts = [
  { text: 'Round things', taken: { kind: 'title' } },
  { text: '4 cups besan', taken: { kind: 'ingredient', line: 0 } },
  { text: '1 cup ghee (400 g)', taken: { kind: 'ingredient', line: 1 } },
  { text: 'Roast it.', taken: { kind: 'step', step: 0 } },
]
const understood = (more: object) => ({
  sweet,
  parts,
  lines,
  doubts: [],
  faults: [],
  notes: [],
  ...more,
})

function opened() {
  const server = serverOf({
    'GET /ingredients': { body: [{ key: 'ghee', ingredient: { name: 'Ghee' } }] },
    'POST /sweets/import': (call) => {
      const ask = call.body as { settled: unknown[]; commit: boolean }
      if (ask.commit) return { body: understood({ stored_key: 'own-5' }) }
      return { body: understood({ doubts: ask.settled.length ? [] : [doubt] }) }
    },
  })
  const page = mount(ReadIn)
  const button = (words: string | RegExp) => {
    const found = page.findAll('button').find((b) => b.text().match(words))
    if (!found) throw new Error(`no button says ${String(words)}`)
    return found
  }
  const read = async (text: string) => {
    await page.get('textarea').setValue(text)
    await page.get('form').trigger('submit')
    await flushPromises()
  }
  const asked = () => server.to('POST /sweets/import').map((c) => c.body as Record<string, unknown>)
  return { page, button, read, asked }
}

describe('reading a recipe in', () => {
  it.each([
    ['Ladoo\n4 cups besan', 'text'],
    ['  {"@type": "Recipe", "name": "format"}', 'json_ld'],
    ['[{"@type": "Recipe"}]', 'json_ld'],
    ['{"format": "unctum-sweet", "version": 1}', 'unctum'],
  ])('%j is sent as %s', async (text, format) => {
    const { read, asked } = opened()
    await read(text)
    expect(asked()[0]).toMatchObject({ format, commit: false, settled: [] })
  })

  it('asks about what is doubtful, and keeps it only once that is settled', async () => {
    const { page, button, read, asked } = opened()
    await read('Ladoo')
    expect(page.text()).toContain('1 to settle')
    expect(page.text()).toContain('unknown')
    const rows = page.findAll('.lines > li').map((row) => row.text())
    expect(rows).toHaveLength(4)
    expect(rows[0], 'the title beside what it was taken for').toContain('the name')
    expect(rows[2], 'the doubt in its place').toContain('not 400 g')
    expect(page.findAll('button').some((b) => b.text() === 'Keep it')).toBe(false)
    await button(/^By the cup/).trigger('click')
    await flushPromises()
    expect(asked().at(-1)).toMatchObject({
      settled: [{ line: 1, mass_g: 218.4, leave_out: false }],
      commit: false,
    })
    expect(page.text()).toContain('All settled')
    expect(page.text(), 'an answer can still be changed').toContain('not 400 g')
    await button('Keep it').trigger('click')
    await flushPromises()
    expect(asked().at(-1)).toMatchObject({ commit: true })
    expect(push).toHaveBeenCalledWith('/sweets/own-5')
  })

  it('shows the later of two quick answers, whichever comes back first', async () => {
    const { page, button, read } = opened()
    await read('Ladoo')
    const late: (() => void)[] = []
    serverOf({
      'GET /ingredients': { body: [] },
      'POST /sweets/import': (call) => {
        const { settled } = call.body as { settled: { mass_g: number }[] }
        const body = understood({ doubts: settled[0]?.mass_g === 400 ? [] : [doubt] })
        return settled[0]?.mass_g === 400
          ? { body }
          : new Promise((answer) => late.push(() => answer({ body })))
      },
    })
    await button(/^By the cup/).trigger('click')
    await button(/^By the weight/).trigger('click')
    await flushPromises()
    expect(page.text()).toContain('All settled')
    expect(late).toHaveLength(1)
    late.forEach((answer) => answer())
    await flushPromises()
    expect(page.text(), 'the first answer came last').toContain('All settled')
  })

  it('shows notes and faults, and does not offer to keep what is wrong', async () => {
    const { page, read } = opened()
    serverOf({
      'GET /ingredients': { body: [] },
      'POST /sweets/import': {
        body: understood({
          notes: ['Amounts were changed after this file was written.'],
          faults: [{ step: 'one', field: 'cue', words: 'Say what shows that it is done.' }],
        }),
      },
    })
    await read('{}')
    expect(page.text()).toContain('Amounts were changed after this file was written.')
    expect(page.text()).toContain('one: Say what shows that it is done.')
    expect(page.findAll('button').some((b) => b.text() === 'Keep it')).toBe(false)
  })

  it('says a refusal in its own words', async () => {
    const { page, read } = opened()
    serverOf({
      'GET /ingredients': { body: [] },
      'POST /sweets/import': {
        status: 422,
        body: { code: 'no-recipe', detail: 'There is no recipe in that.' },
      },
    })
    await read('{}')
    expect(page.text()).toContain('There is no recipe in that.')
  })

  it('does not even send a file that is no recipe by its size', async () => {
    const { page, asked } = opened()
    const input = page.get('input[type=file]')
    Object.defineProperty(input.element, 'files', { value: [{ size: 20_000_000 }] })
    await input.trigger('change')
    expect(page.text()).toContain('larger than any recipe')
    expect(asked()).toEqual([])
  })
})
