/**
 * Answers may overtake each other: one to an older question, or its refusal, never replaces one to a newer. What comes
 * too late is nothing.
 */
export function newest() {
  let asked = 0
  let shown = 0
  async function among<A>(answered: Promise<A>): Promise<{ it: A } | undefined> {
    const mine = ++asked
    const isLate = () => {
      if (mine < shown) return true
      shown = mine
      return false
    }
    try {
      const it = await answered
      return isLate() ? undefined : { it }
    } catch (thrown) {
      if (isLate()) return undefined
      throw thrown
    }
  }
  /** What was told unasked is newer than every question before it. */
  const now = () => void (shown = ++asked)
  return Object.assign(among, { now })
}
