import { withTestDatabase } from './testDatabase.mjs'
import { run, root } from './steps.mjs'
await withTestDatabase(async (env) =>
  run(root + '/node_modules/.bin/playwright', ['test', '--config', 'e2e/playwright.config.ts', '--reporter=line', ...process.argv.slice(2)], {
    env: { ...process.env, ...env },
  }).catch(() => {}),
)
