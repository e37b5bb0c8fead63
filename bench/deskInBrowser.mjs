/* global document, history, localStorage, window, dispatchEvent, PerformanceObserver, PopStateEvent */
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { parse } from 'csv-parse/sync'
import { stringify } from 'csv-stringify/sync'
import { strToU8, zipSync } from 'fflate'
import { CHROMIUM, debianPackage, root } from '../tools/steps.mjs'
import { withServer } from './server.mjs'

/**
 * The desk in the browser, on the demo six times over (960 trips, 9,966 stints): each view from a filter to another sentence; what takes
 * seconds from the press of the button to the first cards, and to all. Chromium and the server share the machine's processors. `node bench/deskInBrowser.mjs`
 */
const TIMES = 6
const SPAN_MS = 3 * 365.25 * 24 * 3_600_000
const WHEN = ['start', 'end', 'time', 'weigh_in']
const IDS = ['id', 'trip', 'stint', 'strike', 'reading']

/** The demo's trips again and again, three years later each time. */
function longBook() {
  const folder = join(root, 'demo/bundle')
  const files = {}
  for (const name of readdirSync(folder).filter((one) => one.endsWith('.csv'))) {
    const rows = parse(readFileSync(join(folder, name), 'utf8'), { columns: true, bom: true })
    const repeated = ['trips.csv', 'stints.csv', 'readings.csv', 'strikes.csv'].includes(name)
    const laid = repeated ? Array.from({ length: TIMES }, (_, k) => rows.map((row) => later(row, k))).flat() : rows
    files[name] = strToU8(stringify(laid, { header: true }))
  }
  return zipSync(files)
}

const later = (row, k) =>
  k === 0
    ? row
    : Object.fromEntries(
        Object.entries(row).map(([field, value]) => {
          if (value === '') return [field, value]
          if (IDS.includes(field)) return [field, `${value} ${k}`]
          return [field, WHEN.includes(field) ? new Date(Date.parse(value) + k * SPAN_MS).toISOString() : value]
        }),
      )

debianPackage('chromium-headless-shell', CHROMIUM)
await withServer(async ({ url, makeBook }) => {
  const book = await makeBook('Long')
  const imported = await fetch(`${url}/api/books/${book}/imports?namespace=bench`, {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: longBook(),
  })
  if (!imported.ok) throw new Error(`the book was not imported: ${imported.status} ${await imported.text()}`)
  await imported.text()
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', '--disable-gpu'] })
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  await context.addInitScript((id) => {
    localStorage.setItem(
      'jot-session',
      JSON.stringify({ books: [{ id, name: 'Long', demo: false, role: 'owner' }], book: id }),
    )
  }, book)
  await context.addInitScript(() => {
    window.blocks = []
    new PerformanceObserver((list) => window.blocks.push(...list.getEntries().map(({ duration }) => duration))).observe(
      { entryTypes: ['longtask'] },
    )
  })
  const page = await context.newPage()
  await page.goto(`${url}/findings`)
  await page.getByText('Synced').first().waitFor({ timeout: 300_000 })
  await page.getByTestId('answer').first().waitFor({ timeout: 120_000 })
  // By frame: a locator looks twice a second.
  const shown = (id) =>
    page.waitForFunction((of) => document.querySelector(`[data-testid=${of}]`) !== null, id, { timeout: 300_000 })
  const asked = async (name, press) => {
    await page.evaluate(() => (window.blocks.length = 0))
    const from = Date.now()
    await press()
    await shown('so-far')
    const first = Date.now() - from
    await shown('answer')
    const all = Date.now() - from
    const blocks = await page.evaluate(() => window.blocks)
    const sum = Math.round(blocks.reduce((total, one) => total + one, 0))
    console.log(
      `${name}: first cards after ${first} ms, all after ${all} ms; the page held up ${blocks.length} times over 50 ms, ${sum} ms in all, at most ${Math.round(Math.max(0, ...blocks))} ms`,
    )
  }
  // By the link, as a filter writes it: from the change to another answer on the screen.
  const go = (to) =>
    page.evaluate((url) => {
      history.pushState({}, '', url)
      dispatchEvent(new PopStateEvent('popstate', { state: {} }))
    }, to)
  const filters = ['', ...['Immerlow Reservoir', 'Quennor Reach', 'Pellock Mill Pond'].map((name) => `water=${name}`)]
  for (const view of ['', '/when', '/size', '/bite', '/changes', '/where', '/seasons', '/who']) {
    const times = []
    for (const where of filters) {
      const before = await page.evaluate(() => document.querySelector('[data-testid=answer]')?.textContent ?? '')
      const from = Date.now()
      await go(`/findings${view}?where=${encodeURIComponent(where)}`)
      const other = await page
        .waitForFunction(
          (text) => ![text, null, undefined].includes(document.querySelector('[data-testid=answer]')?.textContent),
          before,
          { timeout: 5000 },
        )
        .then(
          () => true,
          () => false,
        )
      times.push(other ? Date.now() - from : 'the same sentence')
      await page.waitForTimeout(700)
    }
    console.log(`view ${view || '(board)'}: ${times.join(', ')} (ms), opened on all waters, then of three`)
  }
  for (const place of ['search', 'trial']) {
    await page
      .getByRole('navigation')
      .getByRole('link', { name: place === 'search' ? /stands out/ : /rules right/ })
      .click()
    await page.waitForURL(/findings/)
    await page.waitForTimeout(5000)
    const button = page
      .locator('main')
      .getByRole('button', { name: place === 'search' ? /^Search/ : /^Test the/ })
      .first()
    if (place === 'trial') await asked('rules', () => button.click())
    else
      for (const water of await page.getByLabel('Water').locator('option').allTextContents()) {
        await page.getByLabel('Water').selectOption({ label: water })
        await page.waitForTimeout(500)
        await asked(`search of ${water}`, () => button.click())
      }
  }
  await browser.close()
})
