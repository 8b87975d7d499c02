import { vi } from 'vitest'

// The test page has no server behind it: nothing may really connect.
class SilentStream {
  onmessage = null
  onerror = null
  onopen = null
  close(): void {
    /* nothing was opened */
  }
}
vi.stubGlobal('EventSource', SilentStream)
vi.stubGlobal(
  'fetch',
  vi.fn(() => Promise.reject(new TypeError('no network in tests'))),
)
