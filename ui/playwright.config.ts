import { defineConfig } from '@playwright/test'
import { launchOptions } from './e2e/chromium.mjs'
import { WORKERS } from './e2e/workers'

export default defineConfig({
  testDir: 'e2e',
  testMatch: '*.e2e.ts',
  timeout: 180_000,
  // The browser core boots in a second or two and judges in tenths; with two browsers and two servers on two busy cores it was over twenty.
  expect: { timeout: 60_000 },
  workers: WORKERS,
  // Once in thousands of taps headless Chromium draws no more frames on a busy machine. A test that fails is tried once more on a fresh page and named at the
  // end as having wavered; one that fails twice has failed.
  retries: 1,
  forbidOnly: true,
  globalSetup: './e2e/startServer.ts',
  reporter: process.env.KALPA_RESULTS ? [['list'], ['json', { outputFile: process.env.KALPA_RESULTS }]] : 'list',
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    launchOptions,
  },
})
