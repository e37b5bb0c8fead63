/* global document, navigator, crypto, requestAnimationFrame */
import { performance } from 'node:perf_hooks'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { build } from 'esbuild'
import { CHROMIUM, debianPackage, root } from '../tools/steps.mjs'
import { withServer } from './server.mjs'

/**
 * The deck on a phone-sized Chromium: a tap until it is on the disk against a bare strict put in the same run, the script of a first
 * load, the load from the service worker with the server gone, and a long trip opened.
 */
const quantile = (values, share) => [...values].sort((a, b) => a - b)[Math.floor(share * (values.length - 1))]
const text = (ms) => `${ms.toFixed(1)} ms`

debianPackage('chromium-headless-shell', CHROMIUM)
const { outputFiles } = await build({
  entryPoints: [join(root, 'bench/tapPage.ts')],
  bundle: true,
  write: false,
  format: 'iife',
  tsconfig: join(root, 'tsconfig.json'),
  logLevel: 'error',
})
const script = outputFiles[0].text

await withServer(
  async ({ url, stop }) => {
    const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', '--disable-gpu'] })
    const context = await browser.newContext({
      viewport: { width: 390, height: 844 },
      bypassCSP: true,
      serviceWorkers: 'allow',
    })
    const page = await context.newPage()

    await page.goto(`${url}/deck`)
    await page.locator('.launch').waitFor({ timeout: 60_000 })
    const bytes = await page.evaluate(() =>
      performance
        .getEntriesByType('resource')
        .filter(({ name }) => name.endsWith('.js') && !/worker/i.test(name))
        .reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0),
    )
    console.log(`first load of the deck: ${(bytes / 1000).toFixed(0)} kB of script as sent (brotli), aim 250`)

    await page.goto(`${url}/today`)
    await page.getByText('Synced').waitFor({ timeout: 60_000 })
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => true))
    await page.addScriptTag({ content: script })
    const ids = await page.evaluate(async () => {
      const { store } = globalThis.jotBench
      const [meta] = await store.books.toArray()
      const [water, lure] = await Promise.all(
        ['water', 'lure'].map((kind) => store.records.where({ book: meta.book, kind }).first()),
      )
      return { book: meta.book, water: water.id, lure: lure.id }
    })
    const trip = await page.evaluate(({ book, water, lure }) => globalThis.jotBench.longTrip(book, water, lure), ids)
    // On the deck, where taps are made, and once everything else has come to rest.
    await page.goto(`${url}/deck`)
    await page.addScriptTag({ content: script })
    await page.waitForTimeout(5000)
    const { taps, puts } = await page.evaluate(({ book, trip }) => globalThis.jotBench.measure(book, trip), {
      book: ids.book,
      trip: crypto.randomUUID(),
    })
    const [tap95, put95] = [quantile(taps, 0.95), quantile(puts, 0.95)]
    console.log(
      `tap to durable, 95th percentile: ${text(tap95)}, a bare strict put ${text(put95)}: ${(tap95 / put95).toFixed(2)} times, aim 1.5 (medians ${text(quantile(taps, 0.5))} and ${text(quantile(puts, 0.5))})`,
    )

    const opened = []
    for (let i = 0; i < 5; i++) {
      await page.goto(`${url}/trips`)
      const link = page.locator(`a[href="/trips/${trip}"]`).first()
      await link.waitFor()
      await page.waitForTimeout(3000)
      // From the press until the strip stands, in the page's own time.
      opened.push(
        await link.evaluate(
          (element) =>
            new Promise((done) => {
              const from = performance.now()
              const look = () =>
                document.querySelector('svg[role=img] title')
                  ? done(performance.now() - from)
                  : requestAnimationFrame(look)
              element.click()
              look()
            }),
        ),
      )
    }
    console.log(
      `a trip of 40 stints and 120 strikes opens in ${text(quantile(opened, 0.5))}, aim 100 ms (first ${text(opened[0])})`,
    )

    await stop()
    const offline = []
    for (let i = 0; i < 5; i++) {
      const from = performance.now()
      await page.goto(`${url}/deck`)
      await page.locator('.launch').waitFor()
      offline.push(performance.now() - from)
    }
    console.log(`the deck from the service worker, server gone: ${text(quantile(offline, 0.5))}, aim 1000 ms`)
    await browser.close()
  },
  { options: [] },
)
