import { flushPromises, shallowMount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Api } from '@/api/client'
import { serverOf } from '@/test/server'
import StartPlan from './StartPlan.vue'

vi.mock('vue-router', () => ({ useRouter: () => ({ push: vi.fn() }) }))

const ask = { sweet_key: 'cashew-sheet' } as Api<'StartAsk'>
const plan = {
  setup: { lines: [], pan: { name: 'kadai' } },
  misfits: [],
  learnt: [],
  last_time: { aim_stages: -0.2 },
}

describe('before the heat', () => {
  beforeEach(() => setActivePinia(createPinia()))
  it('heeds what the last time taught, also where the plan is known from before', async () => {
    serverOf({ 'POST /batches/plan': { body: plan } })
    const first = shallowMount(StartPlan, { props: { ask } })
    await flushPromises()
    await flushPromises()
    expect(first.emitted('aim')).toEqual([[-0.2]])
    first.unmount()

    const again = shallowMount(StartPlan, { props: { ask } })
    await flushPromises()
    expect(again.emitted('aim')).toEqual([[-0.2]])
  })
})
