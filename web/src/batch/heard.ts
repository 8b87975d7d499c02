import type { Api } from '@/api/client'
import { sayEvent } from './sayEvent'
import { serverNow } from '@/live/serverTime'
import { hourOrDay } from '@/units/format'

type Logged = Api<'Logged'>

/** What instruments wrote by themselves, each in one line: how often, and what it said last. */
export function heardInBrief(
  log: readonly Logged[],
  setup: Api<'BatchSetup'>,
  stageName: (key: string) => string,
): string[] {
  const by = new Map<string, Logged[]>()
  for (const entry of log) {
    if (entry.event !== 'heard') continue
    const name = entry.by ?? 'An instrument'
    by.set(name, [...(by.get(name) ?? []), entry])
  }
  return [...by].map(([name, entries]) => {
    const last = entries.reduce((a, b) => (b.at_ms >= a.at_ms ? b : a))
    const said = sayEvent(last, setup, stageName)
    const often = entries.length === 1 ? 'once' : `${entries.length} times`
    return `${name} ${often}, last at ${hourOrDay(last.at_ms, serverNow())}: ${said.charAt(0).toLowerCase()}${said.slice(1)}`
  })
}
