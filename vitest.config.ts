import { defineConfig } from 'vitest/config'

/** No bound on how fast anything is: the slowest test takes a minute alone, and several on a busy machine. What takes longer hangs. */
const HANGS_MS = 300_000

export default defineConfig({
  test: {
    // Two on a machine of two: the one that starts them sleeps meanwhile.
    maxWorkers: '100%',
    projects: [
      {
        test: {
          name: 'unit',
          sequence: { groupOrder: 0 },
          include: ['packages/{core,contract,simulators}/src/**/*.test.ts', 'demo/**/*.test.ts'],
          // No test here touches what another could see, so that files share their modules: loading them anew for each took a quarter of the time.
          isolate: false,
          testTimeout: HANGS_MS,
        },
      },
      {
        test: {
          // A store is made, and the browser's globals are set up, as its module is read: each file has modules of its own.
          name: 'web',
          sequence: { groupOrder: 0 },
          include: ['packages/web/src/**/*.test.{ts,tsx}'],
          testTimeout: HANGS_MS,
        },
      },
      {
        test: {
          name: 'api',
          include: ['packages/{server,cli}/src/**/*.test.ts', 'e2e/*.test.ts'],
          exclude: ['e2e/pointInTime.test.ts'],
          sequence: { groupOrder: 0 },
          globalSetup: ['packages/server/src/test/globalSetup.ts'],
          testTimeout: HANGS_MS,
          hookTimeout: HANGS_MS,
        },
      },
      {
        test: {
          // They end processes and fill disks, all of them their own: they wait more than they work, and the others work meanwhile.
          name: 'machine',
          include: ['e2e/chaos/chaos.test.ts', 'e2e/pointInTime.test.ts'],
          sequence: { groupOrder: 0 },
        },
      },
      {
        test: {
          // It times answers: after the others.
          name: 'alone',
          include: ['e2e/chaos/underAttack.test.ts'],
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
})
