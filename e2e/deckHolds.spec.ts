import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { Phone, rodsOutOfSight } from './deckDay.ts'

/** The last trip begun on a deck. */
const STRIKES = `select count(*)::int as n from strikes where trip = (select id from trips where deck is not null order by start desc limit 1)`

test('what showed feedback is kept: the page crashes, two tabs tap, the device is full', async ({ app }) => {
  const phone = await Phone.start(app)
  await phone.launch('Quennor Reach', 'Just me')
  await phone.rod(0)
  await phone.strike()
  const { page } = phone
  const context = page.context()
  const other = await context.newPage()
  await other.goto(`${app.url}/deck`)
  await expect(other.locator('.rod .strokes path')).toHaveCount(1)
  phone.page = other
  await phone.strike()
  await page.goto('chrome://crash').catch(() => undefined)
  await page.close()
  await phone.strike()
  await expect(other.locator('.rod .strokes path')).toHaveCount(3)

  const devtools = await context.newCDPSession(other)
  // Chromium tells pages of the same room whatever there is: what it would tell of a full disk is put in its mouth.
  await other.addInitScript(() => {
    navigator.storage.estimate = () => Promise.resolve({ usage: 30 * 2 ** 20, quota: 70 * 2 ** 20 })
  })
  await other.reload()
  await expect(other.getByRole('alert')).toContainText('Little room left: 40 MB free. The book takes 30 MB.')
  await devtools.send('Storage.overrideQuotaForOrigin', { origin: app.url, quotaSize: 1024 })
  await phone.later(0.05)
  await phone.tap('Strike')
  // Either the reserve made room for it, or it says that it was not kept: it is never shown and lost.
  await expect
    .poll(
      async () =>
        (await other.getByTestId('said').textContent())?.startsWith('Strike 4') ||
        (await other.getByText(/was not kept/).count()) > 0,
    )
    .toBe(true)
  await devtools.send('Storage.overrideQuotaForOrigin', { origin: app.url })
  await other.reload()
  await expect(other.locator('.rod').first()).toBeVisible()
  const shown = await other.locator('.rod .strokes path').count()
  await phone.strike()
  await phone.synced()
  expect((await app.query<{ n: number }>(STRIKES))[0]?.n).toBe(shown + 1)
  await phone.close()
})

test('a clock set back in mid-trip does not tear the trip, and a wrong one is put right afterwards', async ({
  app,
}) => {
  const startMs = Date.now() - 6 * 3_600_000
  const phone = await Phone.start(app, { startMs })
  await phone.launch('Quennor Reach', 'Just me')
  await phone.rod(0)
  await phone.later(20)
  await phone.strike('landed')
  await phone.page.clock.setSystemTime(startMs - 86_400_000)
  await phone.later(10)
  await phone.rod(1)
  await phone.later(10)
  await phone.strike('missed')
  await phone.later(5)
  await phone.tap('Day')
  await phone.tap('End trip')
  await expect(phone.page.getByRole('heading', { name: 'Quennor Reach' })).toBeVisible()
  await phone.synced()
  const spans = `select round(extract(epoch from "end" - start) / 60)::int as minutes from stints where trip = (select id from trips where deck is not null) order by start`
  expect(await app.query(spans)).toEqual([{ minutes: 30 }, { minutes: 15 }])
  const clock = phone.page.getByRole('region', { name: 'This device’s clock' })
  await expect(clock).toContainText(/was [56] h \d\d behind/)
  await clock.getByRole('button', { name: /^Move what it logged/ }).click()
  await expect(clock).toContainText('was moved')
  const header = phone.page.getByRole('heading', { name: 'Things to fix' })
  await expect(header).toHaveCount(0)
  await phone.close()
})

const SIZES = [
  { width: 390, height: 844 },
  { width: 360, height: 640 },
  { width: 844, height: 390 },
  { width: 820, height: 1180 },
]

/** What is too small, too near to its neighbour, or off the screen. */
const misfits = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const rods = document.querySelector('.rods')?.getBoundingClientRect()
    // Rods further down are scrolled to; what of them is cut off is not there to be hit.
    const cut = (box: DOMRect, element: Element): boolean =>
      element.matches('.rod') && rods !== undefined && box.bottom > rods.bottom + 1
    const shown = [...document.querySelectorAll<HTMLElement>('.target')]
      .filter((element) => element.checkVisibility())
      .map((element) => ({ element, box: element.getBoundingClientRect() }))
      .filter(({ element, box }) => !cut(box, element))
    const name = (element: HTMLElement): string => element.getAttribute('aria-label') ?? element.textContent
    const found: string[] = []
    for (const { element, box } of shown) {
      if (box.width < 63.5 || box.height < 63.5) found.push(`${name(element)} is ${box.width} × ${box.height}`)
      if (box.left < 0 || box.right > innerWidth + 0.5) found.push(`${name(element)} is cut at the side`)
    }
    shown.forEach(({ element: a, box: p }, i) => {
      for (const { element: b, box: q } of shown.slice(i + 1)) {
        const dx = Math.max(q.left - p.right, p.left - q.right)
        const dy = Math.max(q.top - p.bottom, p.top - q.bottom)
        if (Math.max(dx, dy) < 7.5) found.push(`${name(a)} and ${name(b)} are ${Math.max(dx, dy)} apart`)
      }
    })
    const strike = document.querySelector('.strike .target')?.getBoundingClientRect()
    if (strike && shown.some(({ box }) => box.width * box.height > strike.width * strike.height + 1))
      found.push('Strike is not the largest')
    return found
  })

test('targets are large and apart on every screen, a wet one asks to be held, themes keep their contrast', async ({
  app,
}) => {
  const phone = await Phone.start(app)
  const { page } = phone
  expect(await misfits(page)).toEqual([])
  await phone.launch('Quennor Reach', 'Just me')
  await phone.rod(0)
  for (const size of SIZES) {
    await page.setViewportSize(size)
    expect(await misfits(page), JSON.stringify(size)).toEqual([])
  }
  // With nothing asked, every rod is to be seen without scrolling, on the smallest screen too.
  await phone.tap('plan', 'Why: plan')
  await expect(page.getByRole('button', { name: 'plan', exact: true })).toHaveCount(0)
  for (const size of SIZES) {
    await page.setViewportSize(size)
    expect([size, await rodsOutOfSight(page)]).toEqual([size, 0])
  }
  await page.setViewportSize(SIZES[0]!)
  for (const theme of ['Sun', 'Night', 'Day']) {
    await phone.tap('Day')
    await phone.tap(theme)
    if (theme === 'Day') await page.getByRole('switch', { name: /^Wet screen/ }).tap()
    const rules = theme === 'Sun' ? ['color-contrast-enhanced', 'color-contrast'] : ['color-contrast']
    for (const where of ['Day', 'deck', 'nothing in hand'] as const) {
      if (where === 'deck') await page.getByRole('button', { name: 'Done' }).press('Enter')
      if (where === 'nothing in hand') await page.getByRole('button', { name: 'Break', exact: true }).press('Enter')
      const { violations } = await new AxeBuilder({ page }).withRules(rules).analyze()
      expect(
        violations.flatMap(({ id, nodes }) => nodes.map(({ target }) => `${theme} ${where} ${id} ${target.join()}`)),
      ).toEqual([])
    }
    await page.getByRole('button', { name: 'Resume', exact: true }).press('Enter')
  }
  await page.getByRole('button', { name: 'Day', exact: true }).press('Enter')
  for (const name of ['Large text', 'Left hand']) await page.getByRole('switch', { name }).press('Enter')
  await page.getByRole('button', { name: 'Done' }).press('Enter')
  expect(await misfits(page)).toEqual([])
  await page.getByRole('button', { name: 'Day', exact: true }).press('Enter')
  for (const name of ['Large text', 'Left hand']) await page.getByRole('switch', { name }).press('Enter')
  await page.getByRole('button', { name: 'Done' }).press('Enter')
  const said = page.getByTestId('said')
  const before = await said.textContent()
  await page.getByRole('button', { name: 'Strike', exact: true }).tap()
  await phone.later(1)
  expect(await said.textContent()).toBe(before)
  const box = (await page.getByRole('button', { name: 'Strike', exact: true }).boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.waitForTimeout(500)
  await page.mouse.up()
  await expect(said).toHaveText(/^Strike 1, /)
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map(({ id, nodes }) => `${id} ${nodes[0]?.target.join()}`)).toEqual([])
  await phone.close()
})
