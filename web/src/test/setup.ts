import { vi } from 'vitest'
import { TestStream } from './stream'

// The test page has no server behind it: nothing may really connect.
vi.stubGlobal('EventSource', TestStream)
vi.stubGlobal(
  'fetch',
  vi.fn(() => Promise.reject(new TypeError('no network in tests'))),
)
