import { mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { afterEach, describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import { units } from '@/units/format'
import AmountList from './AmountList.vue'
import CompositionBar from './CompositionBar.vue'
import StepDetail from './StepDetail.vue'
import VariationList from './VariationList.vue'
import { finished, keeps, roundingWords } from '@/rooms/sweets/words'
import { attentions, kinds, timings, vessels } from '@/rooms/sweets/editor/works'

const spaced = (text: string) => text.replace(/\s+/g, ' ')
const line = (name: string, amount_g: number, more: object = {}) => ({
  ingredient: name.toLowerCase(),
  name,
  amount_g,
  weigh_g: amount_g,
  measured: null,
  uses: [{ step: 'one', title: 'Begin', purpose: 'mass', amount_g, weigh_g: amount_g }],
  allergens: [],
  ...more,
})
const formula = {
  lines: [
    line('Sugar', 260, {
      measured: {
        count: 1.75,
        of: 'Katori',
        state: null,
        mass_g: { low: 246, mid: 267.75, high: 290 },
      },
    }),
    line('Ghee', 18, {
      uses: [
        { step: 'one', title: 'Cook it', purpose: 'mass', amount_g: 14, weigh_g: 14 },
        { step: 'two', title: 'Roll it', purpose: 'greasing', amount_g: 4, weigh_g: 4 },
      ],
    }),
  ],
  rounding: { syrups: [], measured_g: null, weighed_g: 721 },
  pieces: { count: 101 },
  finished_g: 721,
  components: [],
} as unknown as Api<'Formula'>

describe('the list of amounts', () => {
  afterEach(() => (units.mass = 'metric'))
  const text = (cups: boolean) =>
    spaced(
      mount(AmountList, {
        props: { formula, cups },
        global: { plugins: [createPinia()], stubs: { 'router-link': true } },
      }).text(),
    )
  it('tells grams, and her measures with the spread of her hand', () => {
    expect(text(true)).toContain('1¾ Katori')
    expect(text(true)).toContain('246–290 g')
    expect(text(false)).not.toContain('Katori')
  })
  it('parts what goes to several places, and what only greases', () => {
    expect(text(false)).toContain('to grease with')
  })
  it('reads in ounces where she reads ounces', () => {
    units.mass = 'us'
    expect(text(false)).toContain('9.17')
  })
})

describe('the composition bar', () => {
  const c = {
    water_frac: 0.095,
    sucrose_frac: 0.36,
    reducing_frac: 0.01,
    lactose_frac: 0.02,
    fat_frac: 0.24,
    protein_frac: 0.1,
    starch_frac: 0.12,
    fibre_frac: 0.03,
    gums_frac: 0,
    ash_frac: 0.002,
  }
  it('puts the sugars together and leaves out what cannot be seen', () => {
    const text = spaced(mount(CompositionBar, { props: { composition: c } }).text())
    expect(text).toContain('sugars 39 %')
    expect(text).toContain('water 9.5 %')
    expect(text).toContain('starch and fibre 15 %')
    expect(text).not.toContain('minerals')
  })
})

describe('what a change does', () => {
  const offers = [
    { key: 'less.sugar', name: 'Less sugar', structural: true, changes: [] },
    { key: 'swap.ghee.oil.fat', name: 'Oil instead of ghee', structural: false, changes: [] },
  ] as unknown as Api<'Offer'>[]
  const effects = [
    { topic: 'yield', words: 'Makes less.', before: 721, after: 690 },
    { topic: 'left', words: 'Less is left over.', before: 120, after: 80 },
    { topic: 'keeping', words: 'Keeps longer.', before: 0.82, after: 0.8 },
    { topic: 'water', words: 'Less water stays in it.', before: 0.095, after: 0.09 },
    { topic: 'diet', words: 'Now with nothing from animals in it.', before: null, after: null },
  ] as Api<'EffectNote'>[]
  const list = (taken: string[]) => mount(VariationList, { props: { offers, taken, effects } })
  it('is told with its numbers, each in its unit', () => {
    const text = spaced(list(['less.sugar']).text())
    expect(text).toContain('MakesMakes less. 721 → 690 g')
    expect(text).toContain('Left overLess is left over. 120 → 80 g')
    expect(text).toContain('water activity about 0.82 → 0.80')
    expect(text).toContain('9.5 → 9.0 %')
  })
  it('is silent while nothing is taken, and warns of what carries the set', () => {
    expect(list([]).text()).not.toContain('Makes less.')
    expect(list(['less.sugar']).find('.caution').exists()).toBe(true)
    expect(list(['swap.ghee.oil.fat']).find('.caution').exists()).toBe(false)
  })
  it('tells which offer was pressed', async () => {
    const one = list([])
    await one.findAll('button')[1]?.trigger('click')
    expect(one.emitted('toggle')).toEqual([['swap.ghee.oil.fat']])
    expect(list(['swap.ghee.oil.fat']).findAll('button')[1]?.attributes('aria-pressed')).toBe(
      'true',
    )
  })
})

describe('a step in full', () => {
  const step = {
    key: 'one',
    kind: 'boil_to_stage',
    title: 'Boil it',
    text: 'Let it bubble.',
    attention: 'constant',
    event: 'It pulls',
    cue: 'A short thread',
    reason: 'Too early and it weeps.',
    hazards: ['hot-syrup', 'Mind the handle.'],
    gates: [{ key: 'tray', text: 'Tray greased' }],
  } as unknown as Api<'Step'>
  it('says what to do, when it is done, why, and what can hurt', () => {
    const detail = mount(StepDetail, {
      props: {
        step,
        number: 3,
        figures: undefined,
        lines: [],
        cautions: { 'hot-syrup': 'Never test from the pan.' },
        window: '',
      },
      global: { plugins: [createPinia()] },
    })
    const text = spaced(detail.text())
    for (const words of [
      'Boil it',
      'Let it bubble.',
      'A short thread',
      'Too early and it weeps.',
      'Tray greased',
      'Never test from the pan.',
      'Mind the handle.',
    ])
      expect(text).toContain(words)
  })
})

describe('words to choose from', () => {
  it('name each thing once', () => {
    for (const list of [kinds, vessels, timings, attentions])
      expect(new Set(list.map((l) => l.title)).size).toBe(list.length)
  })
  it('tell a batch by pieces, helpings or weight', () => {
    const of = (count: number | null) => ({ ...formula, pieces: { count } }) as Api<'Formula'>
    expect(finished(of(24), { kind: 'balls', piece_g: 30, air_frac: 0 })).toBe('24 pieces, 721 g')
    expect(finished(of(4), { kind: 'spooned', piece_g: 180 })).toBe('4 helpings, 721 g')
    expect(finished(of(null), { kind: 'loose' })).toBe('721 g')
  })
  it('say what rounding does to syrup and yield', () => {
    const rounded = {
      ...formula,
      rounding: {
        syrups: [{ step: 'boil', exact_frac: 0.667, weighed_frac: 0.674, measured_frac: 0.718 }],
        weighed_g: 722.4,
        measured_g: 713.9,
      },
    } as unknown as Api<'Formula'>
    expect(roundingWords(rounded, false)).toBe(
      'Rounded for the scale, the syrup starts at 67.4 % instead of 66.7 % and it gives 1.4 g more.',
    )
    expect(roundingWords(rounded, true)).toContain(
      '71.8 % instead of 66.7 % and it gives 7.1 g less',
    )
    expect(roundingWords(formula, true)).toBe('')
  })
  it('say how long it keeps', () => {
    expect(keeps({ room_days: 1, cold_days: 10 })).toBe('1 day in a cool dry room, 10 days cold.')
    expect(keeps({ room_days: 0, cold_days: 2 })).toBe('only cold: 2 days.')
  })
})
