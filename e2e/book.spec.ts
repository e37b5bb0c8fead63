import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { unzipSync } from 'fflate'
import { DEMO_TRIPS, expect, root, test } from './app.ts'

const FILES = ['waters', 'spots', 'lures', 'setups', 'trips', 'stints', 'readings', 'strikes']
  .map((name) => `${name}.csv`)
  .concat('outlines.geojson')

test('a book of one’s own is started, takes a bundle in, and gives the same bytes out', async ({ app, desk, page }) => {
  await desk.go('/trips')
  await desk.follow('Start my own')
  await desk.press('Start the book')
  await desk.sees('Give the book a name.')
  await desk.write('Name of your book', 'Tilda')
  await desk.write('Name of the water', 'Long Pond')
  await desk.press('Start the book')
  await desk.follow('Log a trip')
  await expect(page.getByRole('heading', { name: 'Log a trip' })).toBeVisible()
  await expect(page.locator('[data-cell="trip:water"]')).toContainText('Long Pond')

  // A lure made in place: typed, not found, made.
  const cell = page.locator('[data-cell$=":lure"]').first()
  await cell.click()
  await page.keyboard.type('White tail')
  await page.getByRole('option', { name: 'New lure “White tail”…' }).click()
  await desk.choose('Class', 'bladed jig', { exact: true })
  await desk.press('Save lure')
  await expect(cell).toHaveValue('White tail')

  // What it cannot answer yet is no fault.
  await desk.go('/plan')
  await expect(desk.answer).toContainText('The book has no strike yet: nothing can be foretold.')
  await expect(page.getByRole('alert')).toHaveCount(0)

  await desk.go('/book')
  await desk.synced()
  const folder = join(root, 'demo/bundle')
  await page.locator('#bundle-zip').setInputFiles(FILES.map((name) => join(folder, name)))
  await expect(page.getByTestId('import-report')).toContainText(/Ready to import: 5,4\d\d new/)
  await desk.press('Import all')
  await expect(page.getByTestId('import-report')).toContainText(/Imported 5,4\d\d new/)
  await page.getByRole('navigation').getByRole('link', { name: 'Trips' }).click()
  await expect(page.locator('tbody tr')).toHaveCount(DEMO_TRIPS)

  const [book] = await app.query<{ book_id: string }>(`select book_id from book_settings where name = 'Tilda'`)
  const exported = await page.request.get(`${app.url}/api/books/${book!.book_id}/export`)
  const files = unzipSync(new Uint8Array(await exported.body()))
  // The water and the lure made above are in these, too.
  const own = ['waters.csv', 'lures.csv']
  for (const name of FILES.filter((file) => !own.includes(file)))
    expect(Buffer.from(files[name]!).toString(), name).toBe(readFileSync(join(folder, name), 'utf8'))
  expect(exported.headers()['content-type']).toContain('application/zip')
})

test('a file with faults is listed by file, line and column, and nothing comes in', async ({ desk, page }) => {
  await desk.go('/book')
  await page.locator('#bundle-zip').setInputFiles([
    { name: 'waters.csv', mimeType: 'text/csv', buffer: Buffer.from('water\nA\n') },
    { name: 'trips.csv', mimeType: 'text/csv', buffer: Buffer.from('trip,water,start\nT1,B,2026-03-14T06:30:00\n') },
  ])
  await expect(page.getByTestId('import-report')).toContainText('then import again')
  await expect(page.getByTestId('import-report')).toContainText('trips.csv, line 2, start')
  await expect(page.getByRole('button', { name: 'Import all' })).toHaveCount(0)
})

test('the bands of a book are set where its hours can be seen to fall, and every board goes by them', async ({
  desk,
  page,
}) => {
  await desk.go('/book')
  await desk.follow(/the bands of this book/)
  const temperature = page.getByRole('region', { name: 'Water temperature' })
  const edges = temperature.getByLabel('Edges, °F, with a space between')
  await expect(edges).toHaveValue(/^35 40 45 .* 90$/)
  await edges.fill('45 60 50')
  await expect(temperature.getByText('each larger than the one before')).toBeVisible()
  await expect(temperature.getByRole('button', { name: 'Use these' })).toBeDisabled()
  await edges.fill('45 60')
  // The hours fall into them before they are used.
  const hours = temperature.getByText(/^\d+ h$/)
  await expect(hours).toHaveCount(3)
  const fallen = await hours.allTextContents()
  await desk.press('Use these', { in: temperature })
  await desk.sees('Bands of water temperature changed.')

  await desk.go('/findings?by=temp_band')
  const rows = page.getByRole('list').first().getByRole('listitem')
  await expect(rows).toHaveCount(3)
  await expect(rows.filter({ hasText: 'under 45 °F' })).toHaveCount(1)
  for (const [i, name] of ['45 to 60 °F', '60 °F and up'].entries()) {
    const [, hours] = /in ([\d.,]+) h/.exec(await rows.filter({ hasText: name }).innerText()) ?? []
    expect(`${Math.round(Number(hours))} h`).toBe(fallen[i + 1])
  }

  await desk.go('/book/bands')
  await desk.press('Back to the usual', { in: temperature })
  await expect(edges).toHaveValue(/^35 40 45 .* 90$/)
})
