import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { buildAll } from './build.mjs'
import { checkKernel } from './kernel.mjs'
import { CHROMIUM, TSC, debianPackage, installPackages, root, run } from './steps.mjs'
import { withTestDatabase } from './testDatabase.mjs'

/** `npm test`: everything, from nothing. Ends with one line over all runners. `npm run unit` and `npm run e2e` run one of them, the files named after `--` only. */
const [only, ...chosen] = process.argv.slice(2)
const bin = (name) => join(root, 'node_modules/.bin', name)
const reports = mkdtempSync(join(tmpdir(), 'jot-reports-'))
const counts = { passed: 0, failed: 0 }

async function step(name, work) {
  console.log(`\n── ${name}`)
  try {
    await work()
    return true
  } catch (error) {
    console.error(error.message)
    return false
  }
}

async function checked(name, work) {
  if (await step(name, work)) counts.passed++
  else counts.failed++
}

/** A runner counts its own tests in its report; one that leaves none has failed. */
async function runner(name, report, work, read) {
  await step(name, work)
  try {
    const { passed, failed } = read(JSON.parse(readFileSync(report, 'utf8')))
    if (passed + failed === 0) throw new Error('it ran no test')
    counts.passed += passed
    counts.failed += failed
  } catch (error) {
    console.error(`${name} left no report: ${error.message}`)
    counts.failed++
  }
}

const unitReport = join(reports, 'unit.json')
const browserReport = join(reports, 'browser.json')

try {
  await installPackages()
  // Reading for habits takes one processor for minutes: the build and the first tests have the other meanwhile.
  let lint
  if (!only) {
    const others = async () => {
      await checked('format', () => run(bin('prettier'), ['--check', '--log-level', 'warn', '.']))
      await checked('import directions', () =>
        run(bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'packages', 'demo', 'e2e']),
      )
      // By projects: core and contract see neither Node nor the browser, the pages see no Node.
      await checked('types', () => run(TSC, ['-b', '.', 'packages/web']))
      await checked('kernel', checkKernel)
    }
    lint = checked('lint', () => run(bin('eslint'), ['.']))
    await others()
  }
  // First of all: the browser tests need the pages, and the command starts faster when it is built.
  await checked('build', buildAll)
  await withTestDatabase(async (env) => {
    const options = { env: { ...process.env, ...env } }
    if (only !== 'e2e') {
      await runner(
        'unit and API tests',
        unitReport,
        () =>
          run(
            bin('vitest'),
            ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`, ...chosen],
            options,
          ),
        (report) => ({ passed: report.numPassedTests, failed: report.numFailedTests || Number(!report.success) }),
      )
    }
    await lint
    if (only !== 'unit') {
      debianPackage('chromium-headless-shell', CHROMIUM)
      const browser = { env: { ...options.env, PLAYWRIGHT_JSON_OUTPUT_FILE: browserReport } }
      await runner(
        'browser tests',
        browserReport,
        () =>
          run(
            bin('playwright'),
            ['test', '--config', 'e2e/playwright.config.ts', '--reporter=list,json', ...chosen],
            browser,
          ),
        (report) => ({
          passed: report.stats.expected,
          failed: report.stats.unexpected + report.stats.flaky + (report.errors?.length ?? 0),
        }),
      )
    }
  })
} catch (error) {
  console.error(error.message)
  counts.failed++
} finally {
  rmSync(reports, { recursive: true, force: true })
}

console.log(`\n${counts.passed} passed, ${counts.failed} failed`)
process.exitCode = counts.failed > 0 ? 1 : 0
