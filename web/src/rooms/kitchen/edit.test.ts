import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import { useKitchen } from '@/live/kitchen'
import { serverOf } from '@/test/server'
import { units } from '@/units/format'
import { METALS, RING_KINDS, STEPS, TITLES } from './checks'
import { useKitchenEdit } from './useKitchenEdit'

const view = (altitude_m: number, bench = {}) => ({
  kitchen: { air: { altitude_m }, rings: [], bench },
  stages: [{ key: 'thin', name: 'thin syrup' }],
  capacities_ml: [],
})
const change = (id: number) => ({ id, reason: `Change ${id}`, at_ms: id })

describe('a change to the kitchen', () => {
  let scope: EffectScope
  let kitchen: ReturnType<typeof useKitchen>
  async function opened(replies: Parameters<typeof serverOf>[0]) {
    const server = serverOf({
      'GET /kitchen': { body: view(0) },
      'GET /kitchen/history': { body: [change(2), change(1)] },
      ...replies,
    })
    setActivePinia(createPinia())
    kitchen = useKitchen()
    await kitchen.load()
    scope = effectScope()
    const edit = scope.run(() => useKitchenEdit())
    if (!edit) throw new Error('no scope')
    await flushPromises()
    return { server, edit }
  }
  beforeEach(() => {
    units.temperature = 'celsius'
    units.mass = 'metric'
  })
  afterEach(() => scope.stop())

  it('is saved whole, with its words, and shown as the server has it', async () => {
    const { server, edit } = await opened({
      'PUT /kitchen': (call) => ({
        body: {
          ...view(1480, { temperature_unit: 'fahrenheit', mass_unit: 'us' }),
          asked: call.body,
        },
      }),
    })
    const done = await edit.save('Up the hill', (draft) => Object.assign(draft, { cooks: ['me'] }))
    expect(done).toBe(true)
    const put = server.to('PUT /kitchen')[0]
    expect(put?.body).toMatchObject({ air: { altitude_m: 0 }, cooks: ['me'] })
    expect(kitchen.view?.kitchen).toMatchObject({ air: { altitude_m: 1480 } })
    expect(units).toEqual({ temperature: 'fahrenheit', mass: 'us' })
    expect(server.to('GET /kitchen/history')).toHaveLength(2)
  })
  it('leaves the kitchen as it was when it is refused', async () => {
    const { edit } = await opened({
      'PUT /kitchen': {
        status: 422,
        body: { code: 'out-of-range', detail: 'No kitchen is so high.' },
      },
    })
    const done = await edit.save('Too high', (draft) => Object.assign(draft, { air: {} }))
    expect(done).toBe(false)
    expect(edit.refused.value).toBe('No kitchen is so high.')
    expect(kitchen.view?.kitchen).toMatchObject({ air: { altitude_m: 0 } })
  })
  it('is taken back, the newest first', async () => {
    const { server, edit } = await opened({
      'POST /kitchen/history/2/undo': { body: view(500) },
    })
    expect(await edit.undo()).toBe(true)
    expect(server.to('POST /kitchen/history/2/undo')).toHaveLength(1)
    expect(kitchen.view?.kitchen).toMatchObject({ air: { altitude_m: 500 } })
  })
  it('has nothing to take back at first', async () => {
    const { edit } = await opened({ 'GET /kitchen/history': { body: [] } })
    expect(edit.undo()).toBeUndefined()
  })
  it('finds rings, pans and stages by what the address or the server calls them', async () => {
    await opened({
      'GET /kitchen': {
        body: {
          ...view(0),
          known_thermometers: [{ id: 4, thermometer: { name: 'Probe' } }],
        },
      },
    })
    expect(kitchen.thermometer(undefined)?.id).toBe(4)
    expect(kitchen.thermometer(99)?.id, 'a number nobody has: the first').toBe(4)
    expect(kitchen.thermometer('none')).toBeUndefined()
    expect(kitchen.stageName('thin')).toBe('thin syrup')
    expect(kitchen.stageName('unheard-of')).toBe('unheard-of')
  })
})

describe('the checks', () => {
  it('each have a title and steps, and nothing stands twice in a list', () => {
    expect(Object.keys(TITLES)).toEqual(Object.keys(STEPS))
    for (const steps of Object.values(STEPS)) expect(steps.length).toBeGreaterThanOrEqual(2)
    for (const list of [METALS, RING_KINDS])
      expect(new Set(list.map((l) => l.value)).size).toBe(list.length)
  })
})

describe('two tabs that keep at once', () => {
  it('ask whose change stands, and keep hers where she says so', async () => {
    let refuse = true
    const server = serverOf({
      'GET /kitchen': { body: { ...view(0), version: 5 } },
      'GET /kitchen/history': { body: [] },
      'PUT /kitchen': () =>
        refuse
          ? {
              status: 412,
              body: { code: 'both-changed', detail: 'Somebody changed the cups too.' },
            }
          : { body: { ...view(1480), version: 7 } },
    })
    setActivePinia(createPinia())
    await useKitchen().load()
    const scope = effectScope()
    const edit = scope.run(() => useKitchenEdit())
    if (!edit) throw new Error('no scope')
    expect(await edit.save('Up the hill', () => undefined)).toBe(false)
    expect(server.to('PUT /kitchen')[0]?.headers.get('If-Match')).toBe('"5"')
    expect(edit.question.value?.version).toBe(5)
    expect(edit.refused.value).toBe('Somebody changed the cups too.')
    refuse = false
    expect(await edit.keepMine()).toBe(true)
    expect(edit.question.value).toBeUndefined()
    expect(edit.refused.value).toBe('')
    scope.stop()
  })
})
