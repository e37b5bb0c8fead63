/* global navigator */
import { chromium } from '@playwright/test'
import { CHROMIUM, debianPackage } from '../tools/steps.mjs'
import { withServer } from './server.mjs'

/**
 * What the deck takes of a core while nobody taps: processor time of all of the browser's processes over two minutes with a rod in hand on
 * the demo, against the same browser on an empty page in the same run.
 */
const REST_MS = 120_000
/** The pages of the desk, the water's past and the first advice are worked out once. */
const SETTLE_MS = 60_000

debianPackage('chromium-headless-shell', CHROMIUM)
await withServer(
  async ({ url }) => {
    const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox', '--disable-gpu'] })
    const system = await browser.newBrowserCDPSession()
    const cpuSeconds = async () =>
      (await system.send('SystemInfo.getProcessInfo')).processInfo.reduce((sum, { cpuTime }) => sum + cpuTime, 0)
    const shareOver = async (page) => {
      const [from, began] = [await cpuSeconds(), Date.now()]
      await page.waitForTimeout(REST_MS)
      return ((await cpuSeconds()) - from) / ((Date.now() - began) / 1000)
    }
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
    const page = await context.newPage()
    const empty = await shareOver(page)
    await page.goto(`${url}/today`)
    await page.getByText('Synced').waitFor({ timeout: 120_000 })
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => true))
    await page.goto(`${url}/deck`)
    for (const name of [/^Immerlow Reservoir/, 'Just me', /Last rods used here/, /^Launch/])
      await page.getByRole('button', { name }).first().tap()
    await page.locator('.rod').first().tap()
    await page.getByRole('button', { name: 'plan', exact: true }).tap()
    await page.waitForTimeout(SETTLE_MS)
    const deck = await shareOver(page)
    const percent = (share) => `${(100 * share).toFixed(2)} %`
    console.log(
      `the deck at rest: ${percent(deck)} of a core, an empty page ${percent(empty)}; of the deck alone ${percent(deck - empty)}, aim 1 %`,
    )
    await browser.close()
  },
  { options: [] },
)
