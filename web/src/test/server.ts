import { vi } from 'vitest'

interface Call {
  method: string
  path: string
  query: URLSearchParams
  headers: Headers
  body: unknown
}
interface Reply {
  status?: number
  body: unknown
}

/** A server for a test: answers by method and path, and keeps what it was asked. */
export function serverOf(
  replies: Record<string, Reply | ((call: Call) => Reply | Promise<Reply>)>,
) {
  const calls: Call[] = []
  vi.mocked(fetch).mockImplementation(async (input) => {
    const request =
      input instanceof Request ? input : new Request(new URL(String(input), location.origin))
    const { pathname, searchParams } = new URL(request.url, location.origin)
    const text = await request.text()
    const call = {
      method: request.method,
      path: pathname.replace('/api/v1', ''),
      query: searchParams,
      headers: request.headers,
      body: text ? (JSON.parse(text) as unknown) : undefined,
    }
    calls.push(call)
    const found = replies[`${call.method} ${call.path}`]
    if (!found) throw new TypeError(`nobody answers ${call.method} ${call.path}`)
    const { status = 200, body } = await (typeof found === 'function' ? found(call) : found)
    return new Response(JSON.stringify(body), {
      status,
      headers: { 'Content-Type': 'application/json' },
    })
  })
  return { calls, to: (asked: string) => calls.filter((c) => `${c.method} ${c.path}` === asked) }
}
