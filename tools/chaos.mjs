import { join } from 'node:path'
import { buildAll } from './build.mjs'
import { installPackages, root, run } from './steps.mjs'
import { withTestDatabase } from './testDatabase.mjs'

/** `npm run chaos -- --minutes 60 [--seed 7]`: what the tests do for a minute and a half, for longer. */
const args = process.argv.slice(2)
const option = (name, otherwise) => (args.includes(name) ? Number(args[args.indexOf(name) + 1]) : otherwise)
const [minutes, seed] = [option('--minutes', 10), option('--seed', 20_261_127)]
if (!(minutes > 0) || !Number.isInteger(seed)) {
  console.error('npm run chaos -- --minutes 60 --seed 7: minutes above 0, and a whole number as seed.')
  process.exit(2)
}
await installPackages()
await buildAll()
await withTestDatabase((env) =>
  run(join(root, 'node_modules/.bin/vitest'), ['run', '--project', 'machine', 'e2e/chaos/chaos.test.ts'], {
    env: { ...process.env, ...env, CHAOS_MINUTES: String(minutes), CHAOS_SEED: String(seed) },
  }),
).catch((error) => {
  console.error(error.message)
  process.exitCode = 1
})
