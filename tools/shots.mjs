/* global localStorage */
import { Buffer } from 'node:buffer'
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
const url = await new Promise((ready) =>
  server.stdout.on('data', (text) => /ready at (\S+)/.exec(text)?.[1] && ready(/ready at (\S+)/.exec(text)[1])),
)

const { chromium } = await import('@playwright/test')
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
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
/** A day of two on the river, and what an old log looks like. */
const TRIP = 'Nov 15, 2026'
const OLD_LOG = `Date;Time;Lake;Fish length (cm);Bait used;Remarks
03/04/2018;9:42;Dunmarrow Lake;41,5;Popper, frog;by the reeds
05/04/2018;18:05;Dunmarrow Lake;38;Tube, smoke;
11/04/2018;7:15;Dunmarrow Lake;44;Walker, bone;two swirls before it`

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

const VIEWS = {
  today: { open: at('/today') },
  trips: { open: at('/trips') },
  trip: { open: onTrip },
  'trip-phone': { open: onTrip, width: 390 },
  board: { open: at(question) },
  plan: {
    open: async (page) => {
      await page.goto(`${url}/plan?temp=66&wind=3&windLater=14&sky=overcast&date=2026-11-29`)
      await page.getByText(/^Over your last/).waitFor({ timeout: 120_000 })
    },
    whole: true,
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
  'lure-classes': { open: at('/tackle/classes'), whole: true },
  water: {
    open: async (page) => {
      await page.goto(`${url}/waters`)
      await page.getByRole('link', { name: 'Quennor Reach' }).click()
    },
  },
  import: {
    open: async (page) => {
      await page.goto(`${url}/book/import`)
      await page
        .getByLabel(/CSV file/)
        .setInputFiles({ name: 'old log.csv', mimeType: 'text/csv', buffer: Buffer.from(OLD_LOG) })
    },
  },
  book: { open: at('/book') },
  launch: { open: at('/deck'), width: 390 },
  deck: { open: (page) => fishing(page, 'day'), width: 390 },
  'deck-night': { open: (page) => fishing(page, 'night'), width: 390 },
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
  await page.screenshot({ path: join(out, `${name}.png`), fullPage: whole })
  await context.close()
}
await browser.close()
server.kill('SIGTERM')
await new Promise((done) => server.on('exit', done))
rmSync(folder, { recursive: true, force: true })
console.log(`Wrote ${wanted.length || Object.keys(VIEWS).length} pictures to docs/screenshots.`)
