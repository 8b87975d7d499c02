import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

/** A type of the API's description by its name. */
export type Api<Name extends keyof components['schemas']> = components['schemas'][Name]

/** What the server refused, in its own words, with its stable code. */
export class Refusal extends Error {
  constructor(
    readonly code: string,
    words: string,
  ) {
    super(words)
    this.name = 'Refusal'
  }
}

export const OUT_OF_REACH = 'out-of-reach'
const outOfReach = () =>
  new Refusal(
    OUT_OF_REACH,
    'Unctum does not answer. Check that the program still runs on its machine; what you logged is safe.',
  )

/** No answer is waited for longer than this. */
const PATIENCE_MS = 12_000

/** Whoever wants to know that a call went unanswered, or was not let in. */
type Hearer = (code: string) => void
const hearers = new Set<Hearer>()
export const onRefusal = (hearer: Hearer) => void hearers.add(hearer)

function patient(request: Request): Promise<Response> {
  const signal = AbortSignal.any([request.signal, AbortSignal.timeout(PATIENCE_MS)])
  return fetch(request, { signal })
}

export const api = createClient<paths>({ baseUrl: location.origin, fetch: patient })

interface Reply<T> {
  data?: T
  error?: unknown
}

/** Awaits a call; what the server refuses, and what never arrives, is thrown as a Refusal. */
export async function answer<T>(call: Promise<Reply<T>>): Promise<T> {
  let reply: Reply<T>
  try {
    reply = await call
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === 'AbortError') throw cause
    hearers.forEach((hear) => hear(OUT_OF_REACH))
    throw outOfReach()
  }
  if (reply.data !== undefined) return reply.data
  const problem = reply.error as Partial<Api<'Problem'>> | undefined
  if (!problem?.code || !problem.detail)
    throw new Refusal('unknown', 'That did not work. Please try once more.')
  const { code, detail } = problem
  hearers.forEach((hear) => hear(code))
  throw new Refusal(code, detail)
}

/** The words to show for anything thrown. */
export function wordsOf(thrown: unknown): string {
  return thrown instanceof Error ? thrown.message : 'That did not work. Please try once more.'
}

/** Sends a file as it is; what the server refuses is thrown as a Refusal. */
export async function sendFile<T>(
  path: `/api/v1/${string}`,
  file: File,
  signal?: AbortSignal,
): Promise<T> {
  const type = file.type || 'application/octet-stream'
  const headers = { 'Content-Type': type }
  const sent = fetch(path, { method: 'POST', body: file, headers, signal: signal ?? null })
  const reply = sent.then(async (r) => {
    const told: unknown = await r.json().catch(() => ({}))
    return r.ok ? { data: told as T } : { error: told }
  })
  return answer<T>(reply)
}
