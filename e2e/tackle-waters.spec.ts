import { expect, test } from './app.ts'

test('a lure is made by the colours of its zones, gets a version with its day, and hangs beside the colours of its body', async ({
  app,
  page,
}) => {
  await page.goto(`${app.url}/tackle`)
  await page.getByRole('link', { name: 'New lure' }).click()
  await page.getByLabel('Name').fill('Jerkbait, dusk')
  await page.locator('[data-field="class"]').fill('suspending jerkbait')
  await page.locator('[data-field="body"]').fill('jerkbait 105')
  await page.getByRole('group', { name: 'Back' }).getByRole('button', { name: 'olive', exact: true }).click()
  await page.getByRole('button', { name: /^Belly/ }).click()
  await page.getByLabel('Belly: any colour').fill('#d8c9a0')
  await page.locator('[data-field="lengthMm"]').fill('far too long')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'far too long' })).toBeVisible()
  await page.locator('[data-field="lengthMm"]').fill('11 cm')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name: 'Jerkbait, dusk' })).toBeVisible()
  const same = page.getByRole('region', { name: 'Same body, other colours' })
  await expect(same.getByRole('row')).toHaveCount(4)

  await same.getByRole('link', { name: 'Add a version' }).click()
  // The lure's own page has the same fields: type only once the new one stands.
  await expect(page.getByRole('heading', { name: 'New lure' })).toBeVisible()
  await page.locator('[data-field="version"]').fill('heavier hooks')
  await page.locator('[data-field="versionFrom"]').fill('2026-11-20')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(same.getByRole('row').filter({ hasText: 'heavier hooks, from' })).toBeVisible()
  await expect
    .poll(() =>
      app.query(
        `select back, belly, length_mm::float as mm, version, version_from::text as "from" from lures where name = 'Jerkbait, dusk' order by version nulls first`,
      ),
    )
    .toEqual([
      { back: 'olive', belly: '#d8c9a0', mm: 110, version: null, from: null },
      { back: 'olive', belly: '#d8c9a0', mm: 110, version: 'heavier hooks', from: '2026-11-20' },
    ])

  await page.getByRole('navigation').getByRole('link', { name: 'Tackle' }).click()
  const body = page.getByRole('region', { name: 'suspending jerkbait', exact: true })
  await expect(body.getByRole('listitem')).toHaveCount(5)
  await page.goto(`${app.url}/tackle/classes`)
  await expect(page.getByRole('listitem').filter({ hasText: 'Texas rig' })).toBeVisible()
  const outlines = await page.locator('li svg').evaluateAll((drawn) => drawn.map((svg) => svg.innerHTML))
  expect(outlines.length).toBeGreaterThanOrEqual(35)
  expect(new Set(outlines).size).toBe(outlines.length)
})

const SHORE = JSON.stringify({
  type: 'FeatureCollection',
  features: [
    {
      type: 'Feature',
      properties: { name: 'Long Mere' },
      geometry: {
        type: 'Polygon',
        coordinates: [
          [
            [-85.3, 37],
            [-85.28, 37],
            [-85.28, 37.03],
            [-85.3, 37.03],
            [-85.3, 37],
          ],
        ],
      },
    },
    { type: 'Feature', properties: { name: 'Old ford' }, geometry: { type: 'Point', coordinates: [-85.29, 37.01] } },
  ],
})
const TRACKS = `<?xml version="1.0"?><gpx version="1.1" creator="a device" xmlns="http://www.topografix.com/GPX/1/1">
  <wpt lat="37.02" lon="-85.295"><name>Reed corner</name></wpt></gpx>`

test('a water is placed by coordinates, takes its zone from them, and its shore and spots from files', async ({
  app,
  page,
}) => {
  await page.goto(`${app.url}/waters`)
  await page.getByRole('button', { name: 'New water' }).click()
  await page.getByLabel('Name of the water').fill('Long Mere')
  await page.getByRole('button', { name: 'Save water' }).click()
  await expect(page.getByRole('heading', { name: 'Long Mere' })).toBeVisible()
  await expect(page.getByText('No position yet')).toBeVisible()

  const file = (name: string, text: string) => ({
    name,
    mimeType: 'application/octet-stream',
    buffer: Buffer.from(text),
  })
  const choose = page.getByLabel('Import shoreline and spots (GeoJSON or GPX)')
  await choose.setInputFiles(file('broken.geojson', '{"type":'))
  await expect(page.getByRole('alert')).toContainText('broken.geojson')
  await choose.setInputFiles(file('mere.geojson', SHORE))
  await page.getByRole('button', { name: 'Use as shoreline' }).click()
  await page.getByRole('button', { name: 'Import as spots' }).click()
  await choose.setInputFiles(file('walk.gpx', TRACKS))
  await page.getByRole('button', { name: 'Import as spots' }).click()
  const spots = page.getByRole('region', { name: 'Spots' })
  await expect(spots.getByText('Old ford')).toBeVisible()
  await expect(spots.getByText('Reed corner')).toBeVisible()

  await page.getByLabel('Latitude').last().fill('48.2')
  await page.getByLabel('Longitude').last().fill('16.4')
  await page.getByRole('button', { name: /Europe\/Vienna/ }).click()
  // What the fish eat in spring, the second moved up.
  const spring = page.getByRole('group', { name: 'Spring' })
  for (const prey of ['crawfish', 'perch']) await spring.getByRole('combobox').selectOption(prey)
  await spring.getByRole('button', { name: /perch/ }).first().click()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect
    .poll(() =>
      app.query(
        `select time_zone, latitude::float, forage_spring, outline is not null as shore, (select count(*)::int from spots s where s.water = w.id) as spots from waters w where name = 'Long Mere'`,
      ),
    )
    .toEqual([
      { time_zone: 'Europe/Vienna', latitude: 48.2, forage_spring: ['perch', 'crawfish'], shore: true, spots: 2 },
    ])

  // A spot is made by pressing the chart.
  await spots.getByRole('button', { name: 'New spot' }).click()
  await spots.getByLabel('Name').fill('Mid mere')
  await page.getByRole('img', { name: /Chart of Long Mere/ }).click()
  await expect(spots.getByLabel('Latitude')).toHaveValue(/^\d+\.\d+$/)
  await spots.getByRole('button', { name: 'Save spot' }).click()
  await expect(spots.getByText('Mid mere')).toBeVisible()
})
