/** Debian's Chromium as every check and measurement starts it: without a look at its maker's hosts. */
export const CHROMIUM = '/usr/bin/chromium'
export const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]
