import { defineConfig } from '@playwright/test'
import { launchOptions } from './e2e/chromium.mjs'

export default defineConfig({
  testDir: 'e2e',
  testMatch: '*.e2e.ts',
  timeout: 180_000,
  // The browser core boots in a second or two; on a busy machine in more.
  expect: { timeout: 20_000 },
  workers: 1,
  forbidOnly: true,
  globalSetup: './e2e/startServer.ts',
  reporter: process.env.KALPA_RESULTS ? [['list'], ['json', { outputFile: process.env.KALPA_RESULTS }]] : 'list',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions,
  },
})
