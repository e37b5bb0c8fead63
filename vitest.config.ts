import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          sequence: { groupOrder: 0 },
          include: ['packages/{core,contract,simulators,web}/src/**/*.test.{ts,tsx}', 'demo/**/*.test.ts'],
          // No test here touches what another could see, so that files share their modules: loading them anew for each took a quarter of the time.
          isolate: false,
          testTimeout: 30_000,
        },
      },
      {
        test: {
          name: 'api',
          include: ['packages/{server,cli}/src/**/*.test.ts', 'e2e/*.test.ts'],
          exclude: ['e2e/pointInTime.test.ts'],
          sequence: { groupOrder: 0 },
          globalSetup: ['packages/server/src/test/globalSetup.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'machine',
          include: ['e2e/chaos/*.test.ts', 'e2e/pointInTime.test.ts'],
          // They end processes, fill disks and time answers: after the others, and one file at a time.
          fileParallelism: false,
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
})
