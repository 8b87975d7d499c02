/** The program's time on this device: entries carry the moment they speak of by the one clock all share. */

let ahead_ms = 0

/** The program said what time it is. */
export function heard(now_ms: number): void {
  if (Number.isFinite(now_ms)) ahead_ms = now_ms - Date.now()
}

/** The program's time now, ms since 1970. */
export const serverNow = () => Math.round(Date.now() + ahead_ms)

/** A moment of the program's time by this device's clock. */
export const localOf = (at_ms: number) => at_ms - ahead_ms
