import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { spawn } from 'node:child_process'
import { chmodSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { buildAll } from './build.mjs'
import { debianPackage, installPackages, root } from './steps.mjs'

/** `npm run shots`: pictures of the main views, from the demo book, into docs/screenshots. */
await installPackages()
debianPackage('chromium', '/usr/bin/chromium')
await buildAll()

const folder = mkdtempSync(join(tmpdir(), 'jot-shots-'))
chmodSync(folder, 0o755)
const server = spawn(process.execPath, [join(root, 'packages/server/dist/main.js')], {
  env: { ...process.env, PORT: '0', JOT_DATA_DIR: folder, DATABASE_URL: '' },
  stdio: ['ignore', 'pipe', 'inherit'],
})
const url = await new Promise((ready) => server.stdout.on('data', (text) => /ready at (\S+)/.exec(text)?.[1] && ready(/ready at (\S+)/.exec(text)[1])))

const { chromium } = await import('@playwright/test')
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
})
const out = join(root, 'docs/screenshots')
mkdirSync(out, { recursive: true })

const question = '/findings?by=lure&where=temp_band%3D45..50F%3Bclarity_band%3Dstained'
const VIEWS = [
  ['trips', '/trips', 1280],
  ['trip', 'trip', 1280],
  ['board', question, 1280],
  ['dock', 'edit', 1280],
  ['book', '/book', 1280],
  ['start', '/start', 1280],
  ['board-night', question, 1280, 'dark'],
  ['board-phone', question, 390],
  ['trip-phone', 'trip', 390],
  ['dock-phone', 'edit', 390],
]

for (const [name, path, width, colorScheme = 'light'] of VIEWS) {
  const context = await browser.newContext({
    viewport: { width, height: width === 390 ? 844 : 800 },
    colorScheme,
    timezoneId: 'America/Chicago',
    reducedMotion: 'reduce',
  })
  const page = await context.newPage()
  await page.goto(`${url}/trips`)
  const link = page.getByRole('link', { name: 'Mar 14, 2026' })
  await link.waitFor()
  if (path === 'trip' || path === 'edit') {
    await link.click()
    await page.waitForURL(/trips\/.+/)
    if (path === 'edit') await page.getByRole('link', { name: 'Mend this trip' }).click()
  } else if (path !== '/trips') await page.goto(url + path)
  await page.waitForTimeout(1500)
  await page.screenshot({ path: join(out, `${name}.png`) })
  await context.close()
}
await browser.close()
server.kill('SIGTERM')
await new Promise((done) => server.on('exit', done))
rmSync(folder, { recursive: true, force: true })
console.log(`Wrote ${VIEWS.length} pictures to docs/screenshots.`)
