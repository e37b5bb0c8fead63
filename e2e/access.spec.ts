import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import type { App } from './app.ts'

/** Every screen, with records of the demo book in their addresses. */
async function screens(app: App): Promise<string[]> {
  const one = async (sql: string): Promise<string> => (await app.query<{ id: string }>(sql))[0]!.id
  const trip = await one(`select id from trips order by start desc limit 1`)
  const lure = await one(`select id from lures where name = 'Jerkbait, grey shad'`)
  const water = await one(`select id from waters where name = 'Quennor Reach'`)
  const trips = [
    '/trips',
    '/trips?as=calendar',
    '/trips/new',
    `/trips/${trip}`,
    `/trips/${trip}?as=rows`,
    `/trips/${trip}/edit`,
  ]
  const findings = [
    '/findings?by=lure',
    '/findings?by=class&split=water',
    '/findings?by=lure&where=year%3D1999',
    '/findings/search',
    '/findings/trial',
    '/findings/trial/cards',
    '/findings/when',
    '/findings/when?along=wind_mps&and=cloud_pct',
    '/findings/when?beside=%2Fwhere%3Fwhere%3Dwater%253DQuennor%2520Reach',
    '/findings/compare',
    '/findings/size',
    '/findings/bite',
    '/findings/changes',
    '/findings/where?where=water%3DQuennor%20Reach',
    '/findings/seasons?where=water%3DImmerlow%20Reservoir',
    '/findings/who',
    '/findings/patterns?where=water%3DDunmarrow%20Lake',
  ]
  return [
    '/today',
    ...trips,
    ...findings,
    '/waters',
    `/waters/${water}`,
    '/tackle/new',
    '/tackle',
    `/tackle/${lure}`,
    '/tackle/classes',
    '/book',
    '/book/bands',
    '/plan',
    '/bench',
    '/book/import',
    '/start',
    `/trips/${trip}?closed=1`,
  ]
}

/** Screens without the frame around them. */
const BARE = ['/deck', '/sign-in', '/join']

async function settled(page: Page): Promise<void> {
  await expect(page.getByTestId('sync-state')).toHaveText(/Synced/)
  await expect(page.getByRole('heading').first()).toBeVisible()
  // What holds the room of an answer is gone once the answer is there; the plan reads every hour of the book for it.
  await expect(page.locator('[aria-busy=true], .unknown')).toHaveCount(0, { timeout: 90_000 })
  await drawn(page)
}

/** Nothing glides where the system asks for calm: what was decided is drawn with the frame after the next. */
const drawn = (page: Page): Promise<void> =>
  page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done()))))

/** Rows of a long list and years of days are drawn alike: the check of all of them takes five times as long and finds nothing else. */
const ALIKE = ['tbody tr:nth-child(n+25)', 'section[aria-label$="day by day"] ~ section']

/** What the check finds on a page, of the kinds that keep somebody out. */
async function faults(page: Page): Promise<string[]> {
  // The app has no frames: without a second page to gather their findings in, the check takes less than half the time.
  const check = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] })
  const { violations } = await ALIKE.reduce((rest, rows) => rest.exclude(rows), check).analyze()
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')
  return serious.map(({ id, nodes }) => `${id} ${nodes[0]?.html}`)
}

const overflow = (page: Page): Promise<number> => page.evaluate(() => document.documentElement.scrollWidth - innerWidth)

/** With letters twice as large, which the page follows. */
async function overflowOfLarge(page: Page): Promise<number> {
  const sizeOf = (): Promise<number> => page.evaluate(() => parseFloat(getComputedStyle(document.body).fontSize))
  const before = await sizeOf()
  await page.evaluate(() => document.documentElement.style.setProperty('font-size', '200%'))
  await expect.poll(sizeOf, { intervals: [20] }).toBe(before * 2)
  await drawn(page)
  const over = await overflow(page)
  await page.evaluate(() => document.documentElement.style.removeProperty('font-size'))
  return over
}

/** A desk by day, a phone at night. */
const SEEN = [
  { colorScheme: 'light', width: 1280 },
  { colorScheme: 'dark', width: 390 },
] as const

const isNight = (page: Page): Promise<boolean> =>
  page.evaluate(() => document.documentElement.classList.contains('dark'))

/** Each screen as it is seen: the system's night comes over an open page, as it does at dusk. */
async function eachSeen(page: Page, look: (seen: (typeof SEEN)[number]) => Promise<void>): Promise<void> {
  for (const seen of SEEN) {
    await page.emulateMedia({ colorScheme: seen.colorScheme, reducedMotion: 'reduce' })
    await page.setViewportSize({ width: seen.width, height: 800 })
    await expect.poll(() => isNight(page), { intervals: [20] }).toBe(seen.colorScheme === 'dark')
    await look(seen)
  }
}

test('no screen has a serious accessibility fault or scrolls sideways, by day at 1280 and at night at 390', async ({
  app,
  desk,
  page,
}) => {
  test.setTimeout(900_000)
  for (const path of await screens(app)) {
    await desk.go(path)
    await eachSeen(page, async ({ colorScheme, width }) => {
      await settled(page)
      expect(await faults(page), `${path} ${colorScheme}`).toEqual([])
      expect(await overflow(page), `${path} does not scroll sideways at ${width}`).toBeLessThanOrEqual(0)
      if (width < 400) expect(await overflowOfLarge(page), `${path} with letters twice as large`).toBeLessThanOrEqual(0)
    })
  }
  for (const path of BARE) {
    await desk.open(path)
    await expect(page.getByRole('heading').first()).toBeVisible()
    await eachSeen(page, async ({ colorScheme }) => {
      const { violations } = await new AxeBuilder({ page }).analyze()
      expect(violations.map(({ id, nodes }) => `${path} ${colorScheme}: ${id} ${nodes[0]?.html}`)).toEqual([])
      expect(await overflow(page), path).toBeLessThanOrEqual(0)
    })
  }
})

test('by keyboard alone from the page one opens to a lure’s answer on the board', async ({ desk, page }) => {
  await desk.open('/today')
  await settled(page)
  const tabTo = async (name: RegExp): Promise<void> => {
    for (let presses = 0; presses < 120; presses++) {
      await page.keyboard.press('Tab')
      const focused = await page.evaluate(() => {
        const element = document.activeElement as HTMLElement
        return {
          said: element.getAttribute('aria-label') ?? element.innerText,
          outline: getComputedStyle(element).outlineStyle,
        }
      })
      if (!name.test(focused.said)) continue
      // What has the focus shows it.
      expect(focused.outline).not.toBe('none')
      return
    }
    throw new Error(`no Tab leads to ${name}`)
  }
  await tabTo(/^Findings$/)
  await page.keyboard.press('Enter')
  await tabTo(/^Add filter$/)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'Add filter' })).toBeVisible()
  // The focus goes into what opened.
  await expect(page.getByRole('button', { name: 'Water temperature', exact: true })).toBeFocused()
  await page.keyboard.press('Enter')
  await tabTo(/^45 to 50 °F/)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await expect(page).toHaveURL(/45..50F/)
  await tabTo(/^Jerkbait, grey shad/)
  await page.keyboard.press('Enter')
  await expect(desk.answer).toContainText('Jerkbait, grey shad, 45 to 50 °F')
})
