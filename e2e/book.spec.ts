import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import AxeBuilder from '@axe-core/playwright'
import { unzipSync } from 'fflate'
import { expect, root, test } from './app.ts'

test('a book of one’s own is started, takes a bundle in, and gives the same bytes out', async ({ app, page }) => {
  await page.goto(`${app.url}/trips`)
  await page.getByRole('link', { name: 'Start my own' }).click()
  await page.getByRole('button', { name: 'Start the book' }).click()
  await expect(page.getByText('Give the book a name.')).toBeVisible()
  await page.getByLabel('Whose book is it?').fill('Tilda')
  await page.getByLabel('Name of the water').fill('Long Pond')
  await page.getByRole('button', { name: 'Start the book' }).click()
  await expect(page.getByRole('heading', { name: 'Log a trip' })).toBeVisible()
  await expect(page.locator('[data-cell="trip:water"]')).toContainText('Long Pond')

  // A lure made in place: typed, not found, made.
  const cell = page.locator('[data-cell$=":lure"]').first()
  await cell.click()
  await page.keyboard.type('White tail')
  await page.getByRole('option', { name: 'New lure “White tail”…' }).click()
  await page.getByLabel('Class', { exact: true }).selectOption('bladed jig')
  await page.getByRole('button', { name: 'Make this lure' }).click()
  await expect(cell).toHaveValue('White tail')

  await page.goto(`${app.url}/book`)
  await expect(page.getByTestId('sync-state')).toHaveText(/all in the book/)
  const folder = join(root, 'demo/bundle')
  await page.locator('#bundle-zip').setInputFiles(['waters', 'lures', 'trips', 'stints', 'readings', 'strikes'].map((name) => join(folder, `${name}.csv`)))
  await expect(page.getByTestId('import-report')).toContainText(/Would bring in 2\d\d new/)
  await page.getByRole('button', { name: 'Bring all of it in' }).click()
  await expect(page.getByTestId('import-report')).toContainText(/Brought in 2\d\d new/)
  await page.getByRole('navigation').getByRole('link', { name: 'Trips' }).click()
  await expect(page.locator('tbody tr')).toHaveCount(12)

  const [book] = await app.query<{ book_id: string }>(`select book_id from book_settings where name = 'Tilda'`)
  const exported = await page.request.get(`${app.url}/api/books/${book!.book_id}/export`)
  const files = unzipSync(new Uint8Array(await exported.body()))
  for (const name of ['trips.csv', 'stints.csv', 'readings.csv', 'strikes.csv'])
    expect(Buffer.from(files[name]!).toString(), name).toBe(readFileSync(join(folder, name), 'utf8'))
  expect(exported.headers()['content-type']).toContain('application/zip')
})

test('a file with faults is listed by file, line and column, and nothing comes in', async ({ app, page }) => {
  await page.goto(`${app.url}/book`)
  await page.locator('#bundle-zip').setInputFiles([
    { name: 'waters.csv', mimeType: 'text/csv', buffer: Buffer.from('water\nA\n') },
    { name: 'trips.csv', mimeType: 'text/csv', buffer: Buffer.from('trip,water,start\nT1,B,2026-03-14T06:30:00\n') },
  ])
  await expect(page.getByTestId('import-report')).toContainText('nothing can be brought in')
  await expect(page.getByTestId('import-report')).toContainText('trips.csv, line 2, start')
  await expect(page.getByRole('button', { name: 'Bring all of it in' })).toHaveCount(0)
})

test('the board answers a question that is a link, and says from what', async ({ app, page }) => {
  await page.goto(`${app.url}/findings`)
  await page.getByRole('button', { name: 'Water temperature: water of any warmth' }).click()
  await page.getByRole('button', { name: '45 to 50 °F' }).click()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Clarity: any clarity' }).click()
  await page.getByRole('button', { name: 'stained' }).click()
  await page.keyboard.press('Escape')
  await expect(page).toHaveURL(/temp_band%3D45..50F%3Bclarity_band%3Dstained/)
  await page.getByRole('button', { name: /^Jerkbait, grey shad/ }).click()
  await expect(page.getByTestId('answer')).toHaveText(
    /^Jerkbait, grey shad in 45 to 50 °F, stained: 17 strikes in 21\.6 hours on 6 trips, 0\.79 an hour, 0\.50 to 1\.18 \(exact, 90 %, as if strikes came singly\)\.$/,
  )
  const url = page.url()
  await page.goto('about:blank')
  await page.goto(url)
  await expect(page.getByTestId('answer')).toContainText('17 strikes in 21.6 hours')
  await page.getByRole('button', { name: 'from what?' }).click()
  const rows = page.getByRole('region', { name: 'From what?' }).locator('tbody tr')
  await expect(rows).toHaveCount(6)
  const sum = (await rows.locator('td:nth-child(4)').allTextContents()).reduce((total, text) => total + Number(text), 0)
  expect(sum).toBe(17)
  await rows
    .first()
    .getByRole('link', { name: /^strike 1/ })
    .click()
  await expect(page.locator('tr[id^="strike-"][style*="outline"]')).toHaveCount(1)

  await page.goto(`${app.url}/findings?by=lure&where=water_temp_c%3D60..70`)
  await expect(page.getByText('No hours were fished like that.')).toBeVisible()
})

test('a loose end is closed where it is seen', async ({ app, page }) => {
  const [strike] = await app.query<{ trip: string; id: string }>(`select trip, id from strikes where outcome is null limit 1`)
  await page.goto(`${app.url}/trips/${strike!.trip}`)
  await page.getByRole('region', { name: 'Loose ends' }).getByRole('button', { name: 'missed' }).first().click()
  await expect
    .poll(async () => (await app.query<{ outcome: string }>(`select outcome from strikes where id = $1`, [strike!.id]))[0]?.outcome, { timeout: 20_000 })
    .toBe('missed')
})

test('no screen has a serious accessibility fault, by day or by night, on a desk or a phone', async ({ app, page }) => {
  for (const [scheme, width] of [
    ['light', 1280],
    ['dark', 390],
  ] as const) {
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' })
    await page.setViewportSize({ width, height: 800 })
    const [trip] = await app.query<{ id: string }>(`select id from trips order by start desc limit 1`)
    for (const path of ['/trips', `/trips/${trip!.id}`, '/trips/new', '/findings', '/book', '/start']) {
      await page.goto(app.url + path)
      await expect(page.getByRole('heading').first()).toBeVisible()
      await page.waitForTimeout(600)
      const { violations } = await new AxeBuilder({ page }).analyze()
      const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')
      expect(serious.map(({ id, nodes }) => `${path} ${scheme}: ${id} ${nodes[0]?.html}`)).toEqual([])
      expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth), `${path} does not scroll sideways at ${width}`).toBeLessThanOrEqual(
        0,
      )
    }
  }
})
