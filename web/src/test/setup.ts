import { config } from '@vue/test-utils'
import { afterEach, vi } from 'vitest'
import { queryClient } from '@/live/useAsked'
import { vuetify } from '@/look/vuetify'
import { TestStream } from './stream'

config.global.plugins = [vuetify]

// The test page has no server behind it: nothing may really connect.
vi.stubGlobal('EventSource', TestStream)
vi.stubGlobal(
  'fetch',
  vi.fn(() => Promise.reject(new TypeError('no network in tests'))),
)

// Each test asks for itself.
afterEach(() => queryClient.clear())
