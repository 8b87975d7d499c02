import base from './playwright.config'
import { PORT } from './program'

/** `make pictures`: the screenshots of docs/, from the demo at a fixed hour. */
export default {
  ...base,
  projects: [{ name: 'table' }],
  testDir: './pictures',
  workers: 1,
  webServer: {
    ...base.webServer,
    command: `exec ../target/release/unctum demo --simulated-clock=1795190400000 --port ${PORT}`,
  },
}
