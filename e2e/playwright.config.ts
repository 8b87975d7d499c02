import { defineConfig } from '@playwright/test'
import { CHROMIUM, FLAGS } from './chromium.mjs'
import { PORT } from './program'

export default defineConfig({
  testDir: './tests',
  workers: 2,
  fullyParallel: false,
  forbidOnly: Boolean(process.env['CI']),
  // What passes only at the second try is not right yet.
  retries: 0,
  reporter: [['list']],
  // A busy machine may be three times slower than a quiet one; nothing here is about how fast it is.
  timeout: 240_000,
  expect: { timeout: 15_000 },
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    locale: 'en-GB',
    timezoneId: 'UTC',
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: CHROMIUM,
      args: FLAGS,
    },
  },
  projects: [
    { name: 'table' },
    {
      name: 'phone',
      testMatch: /(bench|kitchen|read-in)\.spec\.ts/,
      use: { viewport: { width: 390, height: 844 } },
    },
  ],
  webServer: {
    command: `exec ../target/release/unctum demo --simulated-clock --port ${PORT}`,
    url: `http://127.0.0.1:${PORT}/api/v1/health`,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 },
    reuseExistingServer: false,
  },
})
