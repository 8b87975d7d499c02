import type { Api } from '@/api/client'

/** What a cooled drop can do between the fingers, in the cook's words, weakest syrup first. */
export const PULLS: readonly { key: Api<'Pull'>; name: string }[] = [
  { key: 'none', name: 'none' },
  { key: 'snaps', name: 'snaps at once' },
  { key: 'short', name: 'half a centimetre' },
  { key: 'centimetre', name: 'about a centimetre' },
  { key: 'long', name: 'long' },
  { key: 'two', name: 'two' },
  { key: 'holds', name: 'holds' },
]

export const pullName = (key: Api<'Pull'>) => PULLS.find((p) => p.key === key)?.name ?? key
