import { chromium } from '@playwright/test'
import lighthouse from 'lighthouse'
import { expect, freePort, test } from './app.ts'
import { launchOptions } from './browser.ts'

const PAGES = ['/findings/when', '/findings?by=lure'] as const
const LEAST = 0.95

/** The outer standard for pages: its audits of accessibility and of best practice, on the views of the desk that hold most. */
test('Lighthouse finds the desk’s pages good to use and well made', async ({ app }) => {
  const port = await freePort()
  const browser = await chromium.launch({
    ...launchOptions,
    args: [...(launchOptions.args ?? []), `--remote-debugging-port=${port}`],
  })
  try {
    for (const path of PAGES) {
      const run = await lighthouse(
        `${app.url}${path}`,
        { port, output: 'json', logLevel: 'error', onlyCategories: ['accessibility', 'best-practices'] },
        {
          extends: 'lighthouse:default',
          settings: { formFactor: 'desktop', screenEmulation: { disabled: true }, throttlingMethod: 'provided' },
        },
      )
      const failed = Object.values(run!.lhr.audits)
        .filter(({ score, scoreDisplayMode }) => scoreDisplayMode === 'binary' && score === 0)
        .map(({ id, title }) => `${id}: ${title}`)
      for (const [name, { score }] of Object.entries(run!.lhr.categories))
        expect(score, `${path} ${name}: ${failed.join('; ')}`).toBeGreaterThanOrEqual(LEAST)
    }
  } finally {
    await browser.close()
  }
})
