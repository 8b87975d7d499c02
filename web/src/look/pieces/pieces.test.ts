import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import CupsDrawing from '../drawings/CupsDrawing.vue'
import EventButton from './EventButton.vue'
import FigureValue from './FigureValue.vue'
import AmountField from './AmountField.vue'
import StageLadder from './StageLadder.vue'

const ladder = [
  { key: 'coating', name: 'coating', local_name: '', sign: '', low_frac: 0.65, high_frac: 0.73 },
  {
    key: 'one-string',
    name: 'one string',
    local_name: '',
    sign: '',
    low_frac: 0.73,
    high_frac: 0.785,
  },
] as const

describe('base pieces', () => {
  it('a figure shows unit and spread, or the note in its place', () => {
    const figure = mount(FigureValue, {
      props: { label: 'to go', value: '14', unit: 'g', low: '11', high: '17' },
    })
    expect(figure.text().replace(/\s+/g, ' ')).toContain('11 – 17 g')
    const noted = mount(FigureValue, { props: { label: 'x', value: '1', note: 'lands on 75.7 %' } })
    expect(noted.text()).toContain('lands on 75.7 %')
  })

  it('a ladder says in words where the syrup stands', () => {
    const piece = mount(StageLadder, {
      props: { stages: ladder, now: { mid: 0.705, low: 0.69, high: 0.72 }, target: 0.7575 },
    })
    expect(piece.attributes('aria-label')).toBe('Now 70.5 %, between 69.0 and 72.0 %.')
    expect(piece.findAll('.rung').map((r) => r.text())).toEqual(['one string', 'coating'])
  })

  it('an amount says what it does not understand, and tells nothing of it', async () => {
    const field = mount(AmountField, {
      props: { label: 'How much', kind: 'mass', modelValue: 250 },
    })
    await field.get('input').setValue('2 katori')
    expect(field.get('[role=alert]').text()).toContain('Only a number here')
    expect(field.emitted('unclear')).toEqual([[true]])
    expect(field.emitted('update:modelValue')).toBeUndefined()
    await field.get('input').setValue('300 g')
    expect(field.emitted('update:modelValue')).toEqual([[300]])
    expect(field.emitted('unclear')).toEqual([[true], [false]])
    expect(field.find('.v-messages__message').exists()).toBe(false)
  })

  it('an event button tells once, and not while it is busy', async () => {
    const button = mount(EventButton, { props: { words: 'It boils' } })
    await button.trigger('click')
    await button.setProps({ busy: true })
    await button.trigger('click')
    expect(button.emitted('happened')).toHaveLength(1)
  })

  it('cups are drawn as many as there are, or not at all', () => {
    const drawn = (count: number) =>
      mount(CupsDrawing, {
        props: { measured: { count, of: 'Katori', mass_g: { low: 1, mid: 1, high: 1 } } },
      }).findAll('.wall').length
    expect(drawn(5.25)).toBe(6)
    expect(drawn(1 + 2 / 3)).toBe(2)
    expect(drawn(8)).toBe(0)
  })
  it('a field takes a comma for a point and keeps quiet about what is no amount', async () => {
    const field = mount(AmountField, {
      props: { label: 'Sugar', kind: 'mass', modelValue: 300 },
    })
    const input = field.get('input')
    for (const entry of ['', '-3', 'much', '250,5']) await input.setValue(entry)
    expect(field.emitted('update:modelValue')).toEqual([[250.5]])
  })
})
