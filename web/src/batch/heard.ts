import type { Api } from '@/api/client'
import { sayEvent } from './sayEvent'
import type { WholeBatch } from './merged'
import { serverNow } from '@/live/serverTime'
import { hourOrDay } from '@/units/format'

/** What instruments wrote by themselves, each in one line: how often, and what it said last. */
export function heardInBrief(batch: WholeBatch, stageName: (key: string) => string): string[] {
  return batch.heard.map(({ times, last }: Api<'HeardInBrief'>) => {
    const said = sayEvent(last, batch.setup, stageName)
    const often = times === 1 ? 'once' : `${times} times`
    return `${last.by ?? 'An instrument'} ${often}, last at ${hourOrDay(last.at_ms, serverNow())}: ${said.charAt(0).toLowerCase()}${said.slice(1)}`
  })
}
