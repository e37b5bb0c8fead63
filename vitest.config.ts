import { defineConfig } from 'vitest/config'

/** No bound on how fast anything is: the slowest test takes a minute alone, and several on a busy machine. What takes longer hangs. */
const HANGS_MS = 300_000

/** They give the modules of a device store an IndexedDB, or stand in for a module: what they load must be loaded for them. */
const OWN_MODULES = [
  'packages/web/src/{state/{standing,preferences},offline/room,workers/afterChanges}.test.ts',
  'packages/web/src/features/{deck/deckSession,patterns/*}.test.ts',
]

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
          name: 'web',
          sequence: { groupOrder: 0 },
          include: ['packages/web/src/**/*.test.{ts,tsx}'],
          exclude: OWN_MODULES,
          isolate: false,
          testTimeout: HANGS_MS,
        },
      },
      {
        test: {
          name: 'web, modules of their own',
          sequence: { groupOrder: 0 },
          include: OWN_MODULES,
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
          // What the server’s modules keep is the same for every test: all that lasts of a book is made by `createApp`.
          isolate: false,
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
