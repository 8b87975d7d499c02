import type { Api } from '@/api/client'

type Told = Api<'DaysTold'>

const two = (n: number) => `${n}`.padStart(2, '0')

/** The day in which a minute lies. */
export const dayAt = (told: Told, minute: number) =>
  told.midnights.findLast((m) => m.minute <= minute) ?? told.midnights[0]

const clocks = new Map<string, Intl.DateTimeFormat>()
function clockOf(zone: string): Intl.DateTimeFormat {
  const known = clocks.get(zone)
  if (known) return known
  const made = new Intl.DateTimeFormat('en-GB', {
    timeZone: zone || 'UTC',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  })
  clocks.set(zone, made)
  return made
}

/** What the clock on the wall of the kitchen shows, also on nights on which it is set. */
export const wall = (told: Told, minute: number): string =>
  clockOf(told.zone).format(told.begins_ms + minute * 60_000)

/** The day and the hour: “Saturday 14:05”. */
export const dayAndWall = (told: Told, minute: number): string =>
  `${dayAt(told, minute)?.words.split(' ')[0] ?? ''} ${wall(told, minute)}`

/** “1 h 25”, “12 min”. */
export function lasts(minutes: number): string {
  const whole = Math.round(minutes)
  if (whole < 60) return `${whole} min`
  return whole % 60 ? `${Math.floor(whole / 60)} h ${two(whole % 60)}` : `${whole / 60} h`
}

/** A letter for each batch, the same in every lane. */
export const letter = (batch: number) => String.fromCharCode(65 + (batch % 26))
