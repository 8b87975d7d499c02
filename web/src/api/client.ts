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

const OUT_OF_REACH = new Refusal(
  'out-of-reach',
  'Unctum does not answer. Check that the program still runs on this machine; what you logged is safe.',
)

export const api = createClient<paths>({ baseUrl: location.origin })

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
    throw OUT_OF_REACH
  }
  if (reply.data !== undefined) return reply.data
  const problem = reply.error as Partial<Api<'Problem'>> | undefined
  throw problem?.code && problem.detail
    ? new Refusal(problem.code, problem.detail)
    : new Refusal('unknown', 'That did not work. Please try once more.')
}

/** The words to show for anything thrown. */
export function wordsOf(thrown: unknown): string {
  return thrown instanceof Error ? thrown.message : 'That did not work. Please try once more.'
}
