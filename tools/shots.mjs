/* global localStorage */
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { spawn } from 'node:child_process'
import { chmodSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { buildAll } from './build.mjs'
import { CHROMIUM, debianPackage, installPackages, root } from './steps.mjs'

/** `npm run shots`: pictures of the main views, from the demo book, into docs/screenshots. */
await installPackages()
debianPackage('chromium-headless-shell', CHROMIUM)
await buildAll()

const folder = mkdtempSync(join(tmpdir(), 'jot-shots-'))
chmodSync(folder, 0o755)
const server = spawn(process.execPath, [join(root, 'packages/server/dist/main.js')], {
  env: { ...process.env, PORT: '0', JOT_DATA_DIR: folder, DATABASE_URL: '' },
  stdio: ['ignore', 'pipe', 'inherit'],
})
const url = await new Promise((ready) =>
  server.stdout.on('data', (text) => /ready at (\S+)/.exec(text)?.[1] && ready(/ready at (\S+)/.exec(text)[1])),
)

const { chromium, expect } = await import('@playwright/test')
const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
})
const out = join(root, 'docs/screenshots')
mkdirSync(out, { recursive: true })

const question = '/findings?by=lure&where=temp_band%3D45..50F%3Bsky_band%3Dmostly%2Covercast'
/** A day of two on the river. */
const TRIP = 'Nov 15, 2026'

const onTrip = async (page) => {
  await page.goto(`${url}/trips`)
  await page.getByRole('link', { name: TRIP }).click()
  await page.waitForURL(/trips\/.+/)
}
const mending = async (page) => {
  await onTrip(page)
  await page.getByRole('link', { name: 'Edit trip' }).click()
}
const at = (path) => (page) => page.goto(url + path)

/** Two people on the river, an hour in. */
const fishing = async (page, theme) => {
  await page.evaluate((chosen) => localStorage.setItem('jot-deck', JSON.stringify({ theme: chosen })), theme)
  await page.goto(`${url}/deck`)
  await page.locator('.launch, .rod').first().waitFor()
  const tap = (name) => page.getByRole('button', { name }).first().click()
  if (await page.locator('.launch').count()) {
    await tap(/^Quennor Reach/)
    await tap('Rowan and Tilda')
    await tap(/Last rods used here/)
    for (const name of ['Water: more', 'Visibility: more', 'Wind: more', 'overcast']) await tap(name)
    await tap(/launch$/)
    await page.locator('.rod').nth(1).click()
    await tap('Strike: Rowan')
    await tap('landed')
    await tap('just now')
    await tap('Tilda')
    await page.locator('.rod').nth(3).click()
    await tap('Strike: Tilda')
    await tap('missed')
    await tap('Rowan')
  }
}

/** A question that takes seconds, and its answer. */
const asked = (place, button, water) => async (page) => {
  await page.goto(`${url}/findings/${place}`)
  await page.getByText(/Synced/).waitFor()
  if (water) await page.getByLabel('Water', { exact: true }).selectOption(water)
  await page.getByRole('button', { name: button }).click()
  await page.getByTestId('answer').waitFor({ timeout: 60_000 })
}

/** A plan is for a day ahead; on one that is past it says so. */
const tomorrow = new Date(Date.now() + 24 * 3_600_000).toISOString().slice(0, 10)

const VIEWS = {
  today: { open: at('/today') },
  trips: { open: at('/trips') },
  trip: { open: onTrip },
  board: { open: at(question) },
  plan: {
    open: async (page) => {
      await page.goto(`${url}/plan?temp=66&wind=7:1.5,14:6.5&cloud=7:80&date=${tomorrow}`)
      await page.getByText(/^Over your last/).waitFor({ timeout: 120_000 })
    },
    whole: true,
  },
  bench: { open: at('/bench') },
  when: { open: at('/findings/when?where=water%3DImmerlow%20Reservoir') },
  compare: {
    open: async (page) => {
      await page.goto(`${url}/findings/compare?where=water%3DQuennor%20Reach`)
      await page.getByTestId('answer').waitFor()
      for (const [side, lure] of [
        ['First', 'Lipless, chrome'],
        ['Second', 'Finesse jig, green pumpkin'],
      ]) {
        await page.getByRole('button', { name: new RegExp(`^${side}:`) }).click()
        await page.getByRole('dialog').getByRole('button', { name: lure, exact: true }).click()
        await page.keyboard.press('Escape')
      }
    },
  },
  size: { open: at('/findings/size?where=water%3DImmerlow%20Reservoir') },
  seasons: { open: at('/findings/seasons?where=water%3DImmerlow%20Reservoir') },
  patterns: {
    open: async (page) => {
      await page.goto(`${url}/findings/patterns?where=water%3DPellock%20Mill%20Pond`)
      await page.getByTestId('answer').waitFor({ timeout: 120_000 })
    },
  },
  search: { open: asked('search', 'Search this water', 'Pellock Mill Pond') },
  trial: { open: asked('trial', 'Test the rules') },
  dock: { open: mending },
  notebook: {
    open: async (page) => {
      await page.goto(`${url}/trips/new`)
      await page.getByLabel('Hours known').selectOption('trip')
      await page.locator('[data-cell="trip:date"]').fill('2019-03-09')
      await page.locator('[data-cell="trip:start"]').fill('6:30')
      await page.locator('[data-cell="trip:end"]').fill('1 pm')
      await page
        .getByLabel('Strikes, one a line')
        .fill('9:42 landed 16.5in 2-8 on the pause\n1015 missed tick\nla 14 kept "by the stump"\n7.20 gone')
    },
  },
  tackle: { open: at('/tackle') },
  lure: {
    open: async (page) => {
      await page.goto(`${url}/tackle`)
      await page.getByRole('link', { name: 'Jerkbait, grey shad' }).click()
    },
  },
  water: {
    open: async (page) => {
      await page.goto(`${url}/waters`)
      await page.getByRole('link', { name: 'Quennor Reach' }).click()
    },
  },
  deck: { open: (page) => fishing(page, 'day'), width: 390 },
}

const wanted = process.argv.slice(2)
for (const [name, { open, width = 1280, night = false, whole = false }] of Object.entries(VIEWS)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue
  const context = await browser.newContext({
    viewport: { width, height: width === 390 ? 844 : 800 },
    colorScheme: night ? 'dark' : 'light',
    timezoneId: 'America/Chicago',
    locale: 'en-US',
    reducedMotion: 'reduce',
  })
  const page = await context.newPage()
  await page.goto(`${url}/today`)
  await page.getByText('Synced').waitFor({ timeout: 60_000 })
  await open(page)
  await page.waitForTimeout(2500)
  // On a slow machine an answer takes longer than that.
  await expect(page.locator('[aria-busy=true], .unknown')).toHaveCount(0, { timeout: 60_000 })
  await page.screenshot({ path: join(out, `${name}.png`), fullPage: whole })
  await context.close()
}
await browser.close()
server.kill('SIGTERM')
await new Promise((done) => server.on('exit', done))
rmSync(folder, { recursive: true, force: true })
console.log(`Wrote ${wanted.length || Object.keys(VIEWS).length} pictures to docs/screenshots.`)
