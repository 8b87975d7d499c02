import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, reactive, ref, type EffectScope } from 'vue'
import type { Api } from '@/api/client'
import { serverOf } from '@/test/server'
import { blank, newEffect, newShape } from './blank'
import EffectList from './EffectList.vue'
import MethodFacts from '@/rooms/sweets/page/MethodFacts.vue'
import { methodBeside } from './rework'
import StepEditor from './StepEditor.vue'
import TakeList from './TakeList.vue'
import { useEditing } from './useEditing'
import { EFFECTS, shapes } from './works'

const stages = [
  {
    key: 'one-string',
    name: 'one string',
    local_name: '',
    sign: '',
    low_frac: 0.73,
    high_frac: 0.785,
  },
] as unknown as Api<'Stage'>[]
const firstStep = () => {
  const step = blank().methods[0]?.steps[0]
  if (!step) throw new Error('a blank sweet has a step')
  return reactive(step)
}
const button = (within: ReturnType<typeof mount>, words: string) => {
  const found = within.findAll('button').find((b) => b.text() === words)
  if (!found) throw new Error(`no button says “${words}”`)
  return found
}
const field = (within: ReturnType<typeof mount>, label: string) => {
  const found = within
    .findAll('.field, .v-input')
    .find((f) => f.findAll('label').some((l) => l.text() === label))
  if (!found) throw new Error(`no field is called “${label}”`)
  return found.get('input')
}

describe('what becomes of the mass', () => {
  it('can be anything the core knows, each with numbers to begin with', () => {
    for (const kind of Object.keys(EFFECTS) as Api<'Effect'>['kind'][])
      expect(newEffect(kind).kind).toBe(kind)
    const parted = newEffect('separate')
    expect(parted.kind === 'separate' && parted.keeps.water_frac).toBe(0)
  })
  it('is entered in per cent and kept as a share', async () => {
    const list = mount(EffectList, {
      props: { modelValue: [newEffect('dry_to')], stages },
    })
    expect(field(list, 'Water at the end').element.value).toBe('12')
    await field(list, 'Water at the end').setValue('9,5')
    const effects = list.props('modelValue')
    expect(effects[0]).toEqual({ kind: 'dry_to', water_frac: 0.095 })
  })
  it('is put on and taken off', async () => {
    const list = mount(EffectList, { props: { modelValue: [], stages } })
    await button(list, 'This happens').trigger('click')
    expect(list.emitted('update:modelValue')?.[0]).toEqual([[newEffect('dry_to')]])
    await list.setProps({ modelValue: [newEffect('lose'), newEffect('press')] })
    await button(list, 'Not this').trigger('click')
    expect(list.emitted('update:modelValue')?.at(-1)).toEqual([[newEffect('press')]])
  })
})

describe('one step under the pen', () => {
  const editor = (step: Api<'Step'>, faults: Api<'Fault'>[] = []) =>
    mount(StepEditor, {
      props: { modelValue: step, number: 1, faults, ingredients: [], others: [], stages },
    })
  it('sets all three times at first, then each by itself', async () => {
    const step = firstStep()
    const card = editor(step)
    await field(card, 'Usually').setValue('10')
    expect(step.minutes).toEqual({ low: 10, mid: 10, high: 10 })
    await field(card, 'At most').setValue('15')
    expect(step.minutes).toEqual({ low: 10, mid: 10, high: 15 })
    await field(card, 'At most').setValue('')
    expect(step.minutes).toBeUndefined()
  })
  it('shows what is wrong beside its field, the rest below', () => {
    const card = editor(firstStep(), [
      { method: 'mine', step: 'step-1', field: 'cue', words: 'Say what shows that it is done.' },
      { method: 'mine', step: 'step-1', field: 'windows', words: 'It ends before it begins.' },
    ])
    expect(card.find('.caution').text()).toBe('It ends before it begins.')
    expect(card.text()).toContain('Say what shows that it is done.')
  })
  it('takes gates and amounts on and off', async () => {
    const step = firstStep()
    const card = editor(step)
    await card.get('.v-expansion-panel-title').trigger('click')
    await button(card, 'Something must be ready before').trigger('click')
    await field(card, 'Must be ready before').setValue('Tray greased')
    expect(step.gates).toEqual([{ key: 'gate-1', text: 'Tray greased' }])
    await button(card, 'Something goes in').trigger('click')
    expect(step.inputs).toHaveLength(2)
  })
})

describe('what a step takes over', () => {
  it('is offered from steps that hand nothing over yet', async () => {
    const step = firstStep()
    const others = [
      { value: 'a', title: '1. A' },
      { value: 'b', title: '2. B' },
    ]
    step.after = ['b']
    const list = mount(TakeList, { props: { modelValue: step, others } })
    await button(list, 'It takes over from another step').trigger('click')
    expect(step.takes).toEqual([{ step: 'a', share_frac: 1, medium: false }])
    await nextTick()
    expect(button(list, 'It takes over from another step').attributes('disabled')).toBeDefined()
    await field(list, 'Of it').setValue('50')
    expect(step.takes?.[0]?.share_frac).toBe(0.5)
    await button(list, 'Not from there').trigger('click')
    expect(step.takes).toEqual([])
  })
})

describe('a stage and a reason', () => {
  it('is picked on the ladder, and an untold cue is an honest answer', async () => {
    const step = firstStep()
    step.effects = [{ kind: 'boil_to_stage', stage: 'two-string' }]
    step.cue = ''
    const card = mount(StepEditor, {
      props: { modelValue: step, number: 1, faults: [], ingredients: [], others: [], stages },
    })
    await button(card, 'one string').trigger('click')
    expect(step.effects).toEqual([{ kind: 'boil_to_stage', stage: 'one-string' }])
    await button(card, 'Not told').trigger('click')
    expect(step.cue).toBe('Not told')
    expect(card.text()).toContain('Why, if you know')
  })
})

describe('a method', () => {
  it('begins beside another as its copy, under a key of its own', () => {
    const sweet = blank()
    const like = sweet.methods[0]
    if (!like) throw new Error('a blank sweet has a method')
    const key = methodBeside(sweet, like)
    expect(sweet.methods.map((m) => m.key)).toEqual(['mine', key])
    const copy = sweet.methods[1]
    if (copy?.steps[0]) copy.steps[0].title = 'Otherwise'
    expect(like.steps[0]?.title).toBe('Put together')
    expect(methodBeside(sweet, like)).not.toBe(key)
  })
  it('can end up as anything the core knows', async () => {
    for (const { value } of shapes) expect(newShape(value as Api<'Shape'>['kind']).kind).toBe(value)
    const method = reactive({ ...blank().methods[0] } as Api<'Method'>)
    method.shape = newShape('slab')
    const facts = mount(MethodFacts, { props: { modelValue: method } })
    await field(facts, 'Thickness').setValue('8')
    await field(facts, 'Air in it').setValue('25')
    expect(method.shape).toEqual({ kind: 'slab', thickness_mm: 8, piece_cm2: 12, air_frac: 0.25 })
    await field(facts, 'Keeps in the cold').setValue('0')
    expect(method.keeping.cold_days).toBe(0)
  })
})

describe('editing', () => {
  let scope: EffectScope
  const sweet = { ...blank(), key: 'own-1', name: 'Mine' }
  const base = {
    'GET /sweets/own-1': { body: { sweet, version: 3 } },
    'GET /sweets/own-1/unfinished': { body: { at_ms: null, sweet: null } },
    'PUT /sweets/own-1/unfinished': { body: {} },
    'GET /sweets/own-1/history': { body: [{ version: 3, reason: 'Made', at_ms: 0 }] },
    'POST /sweets/check': { body: { faults: [], doubts: [], hasty: [] } },
  }
  async function opened(replies: Parameters<typeof serverOf>[0]) {
    const server = serverOf({ ...base, ...replies })
    scope = effectScope()
    const edit = scope.run(() => useEditing(() => 'own-1'))
    if (!edit) throw new Error('no scope')
    await flushPromises()
    return { server, edit }
  }
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => {
    scope.stop()
    vi.useRealTimers()
  })

  it('checks what is written once the pen rests', async () => {
    const fault = { method: null, step: null, field: 'name', words: 'Give it a name.' }
    const { server, edit } = await opened({
      'POST /sweets/check': { body: { faults: [fault], doubts: [], hasty: [] } },
    })
    expect(edit.changed.value).toBe(false)
    if (edit.draft.value) edit.draft.value.name = ''
    await nextTick()
    expect(edit.changed.value).toBe(true)
    await vi.advanceTimersByTimeAsync(300)
    await flushPromises()
    expect(server.to('POST /sweets/check').at(-1)?.body).toMatchObject({ name: '' })
    expect(edit.at(undefined, 'name').map((f) => f.words)).toEqual(['Give it a name.'])
  })
  it('takes back and brings again', async () => {
    const { edit } = await opened({})
    if (edit.draft.value) edit.draft.value.name = 'Other'
    await nextTick()
    edit.undo()
    expect(edit.draft.value?.name).toBe('Mine')
    edit.redo()
    expect(edit.draft.value?.name).toBe('Other')
  })
  it('saves by the version it read, and reads on from the new one', async () => {
    const { server, edit } = await opened({
      'PUT /sweets/own-1': (call) => ({ body: { key: 'own-1', version: 4, sweet: call.body } }),
    })
    if (edit.draft.value) edit.draft.value.name = 'Better'
    expect(await edit.save()).toBe(true)
    expect(server.to('PUT /sweets/own-1')[0]?.headers.get('If-Match')).toBe('"3"')
    expect(edit.version.value).toBe(4)
    await nextTick()
    expect(edit.changed.value).toBe(false)
  })
  it('loses nothing when somebody was faster', async () => {
    const { server, edit } = await opened({
      'PUT /sweets/own-1': {
        status: 412,
        body: { code: 'changed-meanwhile', detail: 'It was changed in the meantime.' },
      },
      'POST /sweets': (call) => ({ body: { key: 'own-2', version: 1, sweet: call.body } }),
    })
    if (edit.draft.value) edit.draft.value.name = 'Mine too'
    expect(await edit.save()).toBe(false)
    expect(edit.overtaken.value).toBe(true)
    expect(edit.draft.value?.name).toBe('Mine too')
    expect(await edit.keepAside()).toBe('own-2')
    expect(server.to('POST /sweets')[0]?.body).toMatchObject({ name: 'Mine too' })
  })
  it('says what keeps it from opening', async () => {
    const { edit } = await opened({
      'GET /sweets/own-1': {
        status: 404,
        body: { code: 'unknown', detail: 'There is no such sweet.' },
      },
    })
    expect(ref(edit.trouble).value).toBe('There is no such sweet.')
    expect(edit.draft.value).toBeNull()
  })
})
