import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, reactive, type EffectScope } from 'vue'
import { useKitchen } from '@/live/kitchen'
import { serverOf } from '@/test/server'
import { blank } from '@/rooms/sweets/editor/blank'
import { useSweet } from './useSweet'

const route = reactive<{ query: Record<string, string | undefined> }>({ query: {} })
vi.mock('vue-router', () => ({
  useRoute: () => route,
  useRouter: () => ({
    replace: ({ query }: typeof route) => {
      route.query = Object.fromEntries(
        Object.entries(query).flatMap(([key, value]) =>
          value === undefined ? [] : [[key, String(value)]],
        ),
      )
      return Promise.resolve()
    },
  }),
}))

let scope: EffectScope
async function opened(query: Record<string, string>) {
  route.query = query
  const sweet = { ...blank(), key: 'own-1' }
  const server = serverOf({
    'GET /sweets/own-1': {
      body: {
        sweet,
        version: 1,
        methods: [
          {
            key: 'mine',
            base: { ingredient: 'cashew', name: 'Cashew nuts', mass_g: 400 },
            offers: [
              { key: 'swap.ghee.oil.fat', name: 'Oil instead of ghee', changes: [{ kind: 'fat' }] },
            ],
          },
        ],
      },
    },
    'POST /sweets/own-1/formula': () => ({
      body: { method: { key: 'mine', steps: [] }, asked: true },
    }),
  })
  scope = effectScope()
  const view = scope.run(() => useSweet(() => 'own-1'))
  if (!view) throw new Error('no scope')
  await flushPromises()
  const sizes = () =>
    server.to('POST /sweets/own-1/formula').map((c) => (c.body as { size: object }).size)
  return { server, view, sizes }
}

describe('a sweet as its address tells it', () => {
  beforeEach(() => {
    setActivePinia(createPinia())
    const kitchen = useKitchen()
    kitchen.view = {
      kitchen: {
        trays: [{ id: 2, tray: { name: 'Tray', length_cm: 20, width_cm: 20, height_cm: 2 } }],
        pans: [{ id: 7, pan: { name: 'Kadai' } }],
        rings: [{ id: 3, ring: {} }],
        measures: [
          { id: 1, measure: { name: 'Spoon', volume_ml: 15 } },
          { id: 4, measure: { name: 'Katori', volume_ml: 180 } },
        ],
      },
      known_rings: [{ id: 3, ring: {} }],
      capacities_ml: [2500],
      is_cup: [false, true],
      stages: [],
    } as never
  })
  afterEach(() => scope.stop())

  it.each([
    [{}, { kind: 'times', factor: 1 }],
    [
      { by: 'pieces', n: '24' },
      { kind: 'pieces', count: 24 },
    ],
    [
      { by: 'mass', n: '800' },
      { kind: 'mass', finished_g: 800 },
    ],
    [
      { by: 'ingredient', n: '250' },
      { kind: 'ingredient', ingredient: 'cashew', amount_g: 250 },
    ],
    [
      { by: 'tray', tray: '2', n: '12' },
      { kind: 'tray', length_cm: 20, width_cm: 20, height_cm: 2, thickness_mm: 12 },
    ],
    [
      { by: 'pan', pan: '7' },
      { kind: 'pan', capacity_ml: 2500 },
    ],
    [
      { by: 'cups', n: '2', cup: '4' },
      { kind: 'cups', cup_ml: 180, count: 2 },
    ],
    [
      { by: 'stock', have: 'cashew:300,ghee:50' },
      { kind: 'stock', have_g: { cashew: 300, ghee: 50 } },
    ],
    [
      { by: 'stock', have: 'cashew:lots,:5,ghee:-1,sugar:20' },
      { kind: 'stock', have_g: { sugar: 20 } },
    ],
  ])('%o asks for %o', async (query, size) => {
    const { sizes } = await opened(query as Record<string, string>)
    expect(sizes()).toEqual([size])
  })

  it.each([{ by: 'pieces' }, { by: 'pieces', n: 'many' }, { by: 'stock' }])(
    '%o is no question yet',
    async (query) => {
      const { sizes } = await opened(query as Record<string, string>)
      expect(sizes()).toEqual([])
    },
  )

  it('keeps what there is in the address', async () => {
    const { view, sizes } = await opened({ by: 'stock', have: 'cashew:300' })
    view.setHave('ghee', 40)
    await flushPromises()
    expect(route.query['have']).toBe('cashew:300,ghee:40')
    expect(sizes().at(-1)).toEqual({ kind: 'stock', have_g: { cashew: 300, ghee: 40 } })
    view.setHave('cashew', undefined)
    expect(route.query['have']).toBe('ghee:40')
    view.setHave('ghee', undefined)
    expect(route.query['have']).toBeUndefined()
  })

  it('takes an offered change and leaves it again', async () => {
    const { view, server } = await opened({})
    view.toggle('swap.ghee.oil.fat')
    await flushPromises()
    expect(route.query['with']).toBe('swap.ghee.oil.fat')
    const asked = server.to('POST /sweets/own-1/formula').at(-1)?.body
    expect(asked).toMatchObject({ variation: [{ kind: 'fat' }], cup_id: 4, pan_id: 7, ring_id: 3 })
    view.toggle('swap.ghee.oil.fat')
    await nextTick()
    expect(view.taken.value).toEqual([])
  })

  it('shows a refusal and the last plan that held', async () => {
    const { view, server } = await opened({})
    expect(view.plan.value).toMatchObject({ asked: true })
    vi.mocked(fetch).mockImplementationOnce(() =>
      Promise.resolve(
        new Response(JSON.stringify({ code: 'does-not-fit', detail: 'Too many pieces.' }), {
          status: 422,
          headers: { 'Content-Type': 'application/json' },
        }),
      ),
    )
    view.set({ by: 'pieces', n: 9e9 })
    await flushPromises()
    expect(view.refused.value).toBe('Too many pieces.')
    expect(view.plan.value).toMatchObject({ asked: true })
    expect(server.calls.length).toBeGreaterThan(1)
  })
})
