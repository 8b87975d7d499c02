/** Where the clock on this wall goes. */
export const zoneHere = () => Intl.DateTimeFormat().resolvedOptions().timeZone
