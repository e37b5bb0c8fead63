import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { TSC, root, run } from './steps.mjs'

/** `npm run quick`: types, and lint, format and unit tests of what differs from the last commit, or from the one named: `npm run quick -- HEAD~3`. No database, no browser. */
const [base = 'HEAD'] = process.argv.slice(2)
const bin = (name) => join(root, 'node_modules/.bin', name)
const git = (...args) => execFileSync('git', args, { cwd: root, encoding: 'utf8' }).split('\n').filter(Boolean)
const changed = [
  ...new Set([...git('diff', '--name-only', base), ...git('ls-files', '--others', '--exclude-standard')]),
].filter((file) => existsSync(join(root, file)))
const code = changed.filter((file) => /\.(ts|tsx|mjs|cjs|js)$/.test(file))

await run(TSC, ['-b', '.', 'packages/web'])
if (code.length > 0) await run(bin('eslint'), ['--cache', '--cache-location', 'node_modules/.cache/eslint', ...code])
if (changed.length > 0) await run(bin('prettier'), ['--check', '--ignore-unknown', '--log-level', 'warn', ...changed])
// The studies of whole methods take minutes: `npm test` has them.
const tested = code.filter((file) => file.startsWith('packages/') || file.startsWith('demo/'))
if (tested.length > 0)
  await run(bin('vitest'), [
    'related',
    '--run',
    '--project',
    'unit',
    '--project',
    'web*',
    '--exclude',
    '**/calibration.test.ts',
    '--passWithNoTests',
    ...tested,
  ])
