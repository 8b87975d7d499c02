/** A name for an entry or a start that nothing else carries: sent twice under it, it is one. */
export function entryName(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  return [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('')
}
