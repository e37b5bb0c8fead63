import { defineConfig } from '@playwright/test'
import { ACTION_TIMEOUT_MS, contextOptions, launchOptions } from './browser.ts'

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  globalSetup: './globalSetup.ts',
  fullyParallel: false,
  workers: 2,
  // No bound on how fast anything is: on a busy machine a book takes a minute to come. What takes longer hangs.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  outputDir: '../test-results',
  use: { actionTimeout: ACTION_TIMEOUT_MS, ...contextOptions, launchOptions },
})
