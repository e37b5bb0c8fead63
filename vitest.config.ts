import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['packages/{core,contract,simulators,web}/src/**/*.test.{ts,tsx}', 'demo/**/*.test.ts'],
          // No test here touches what another could see, so that files share their modules: loading them anew for each took a quarter of the time.
          isolate: false,
          testTimeout: 30_000,
        },
      },
      {
        test: {
          name: 'api',
          include: ['packages/{server,cli}/src/**/*.test.ts', 'e2e/**/*.test.ts'],
          globalSetup: ['packages/server/src/test/globalSetup.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
})
