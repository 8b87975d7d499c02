import { mount } from '@vue/test-utils'
import { afterEach, describe, expect, it } from 'vitest'
import VerdictForm from '@/batch/VerdictForm.vue'
import { units } from '@/units/format'
import { PULLS } from '@/batch/pulls'
import ReadingKeys from './ReadingKeys.vue'

const ladder = [
  {
    key: 'coating',
    name: 'coating',
    local_name: '',
    sign: 'coats',
    low_frac: 0.65,
    high_frac: 0.73,
  },
] as const

const keys = (more: object = {}) =>
  mount(ReadingKeys, {
    props: {
      ladder,
      thermometer: 'Probe',
      has_scale: true,
      has_refractometer: false,
      gross_g: 2219.4,
      shown_c: 103.26,
      testing: false,
      by_drop: false,
      ...more,
    },
  })
async function press(wrapper: ReturnType<typeof keys>, words: string): Promise<void> {
  const found = wrapper.findAll('button').find((b) => b.text().startsWith(words))
  if (!found) throw new Error(`no key says ${words}`)
  await found.trigger('click')
}
async function enter(wrapper: ReturnType<typeof keys>, key: string, value: string): Promise<void> {
  await wrapper
    .findAll('.kinds button')
    .find((b) => b.text().startsWith(key))
    ?.trigger('click')
  await wrapper.get('input').setValue(value)
  await wrapper.get('form').trigger('submit')
}
afterEach(() => {
  units.mass = 'metric'
  units.temperature = 'celsius'
})

describe('reading keys', () => {
  it('tell each reading as the instrument showed it', async () => {
    const wrapper = keys()
    await enter(wrapper, 'Weigh', '2219,5')
    await enter(wrapper, 'Thermometer', '103.2')
    await press(wrapper, 'String')
    await press(wrapper, 'or measure its length')
    await wrapper.get('input').setValue('1')
    await wrapper.get('form').trigger('submit')
    await press(wrapper, 'String')
    await press(wrapper, 'snaps at once')
    await press(wrapper, 'Spoon or drop')
    const likely = wrapper.findAll('.like')
    expect(likely, 'each stage that the core names').toHaveLength(1)
    await likely[0]?.trigger('click')
    expect(wrapper.emitted('read')?.flat()).toEqual([
      { kind: 'weight', gross_g: 2219.5 },
      { kind: 'thermometer', shown_c: 103.2 },
      { kind: 'string', string_cm: 1 },
      { kind: 'pull', pull: 'snaps' },
      { kind: 'seen', stage: 'coating' },
    ])
  })
  it('show the drawn strings while a test is wanted, and only the instruments there are', async () => {
    const bare = keys({ testing: true, has_scale: false, thermometer: undefined })
    expect(bare.findAll('.kinds button').map((b) => b.text().replace(/ .$/, ''))).toEqual([
      'String',
      'Spoon or drop',
    ])
    expect(bare.findAll('.pulls button').map((b) => b.text())).toEqual(PULLS.map((p) => p.name))
    await press(bare, 'none')
    expect(bare.emitted('read')?.flat()).toEqual([{ kind: 'pull', pull: 'none' }])
    expect(bare.find('.pulls').exists(), 'the next test is at hand').toBe(true)
    await bare.setProps({ testing: false })
    expect(bare.find('.pulls').exists()).toBe(false)
  })
  it('open what a drop in cold water does where the stage is told by that', async () => {
    const ball = keys({ testing: true, by_drop: true })
    expect(ball.findAll('.like').length).toBeGreaterThan(0)
    expect(ball.find('.pulls').exists()).toBe(false)
  })
  it('stay open on what is no number, and close once told', async () => {
    const wrapper = keys()
    await enter(wrapper, 'Weigh', 'heavy')
    expect(wrapper.emitted('read')).toBeUndefined()
    expect(wrapper.get('[role=alert]').text()).toContain('Only a number here')
    await wrapper.get('input').setValue('2200')
    await wrapper.get('form').trigger('submit')
    expect(wrapper.find('form').exists()).toBe(false)
  })
  it('take ounces and °F where she reads them', async () => {
    units.mass = 'us'
    units.temperature = 'fahrenheit'
    const wrapper = keys()
    await enter(wrapper, 'Weigh', '100')
    await enter(wrapper, 'Thermometer', '212')
    const [weight, thermometer] = (wrapper.emitted('read') ?? []).flat() as unknown as [
      { gross_g: number },
      { shown_c: number },
    ]
    expect(weight.gross_g).toBeCloseTo(2834.95, 1)
    expect(thermometer.shown_c).toBeCloseTo(100, 6)
  })
})

describe('the verdict', () => {
  it('is told once a texture is chosen, empty fields as unknown', async () => {
    const form = mount(VerdictForm, {
      props: { verdict: null, has_scale: true },
    })
    await form.get('form').trigger('submit')
    expect(form.emitted('judged')).toBeUndefined()
    await form.findAll('[aria-label="Texture"] button')[0]?.trigger('click')
    await form.findAll('input')[0]?.setValue('43')
    await form.get('form').trigger('submit')
    expect(form.emitted('judged')?.[0]).toEqual([
      {
        texture: 'right',
        taste: null,
        look: null,
        pieces: 43,
        second_grade: null,
        lost: null,
        finished_g: null,
        note: '',
      },
    ])
  })
})
