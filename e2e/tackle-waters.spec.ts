import { expect, test } from './app.ts'

test('a lure is made by the colours of its zones, gets a version with its day, and hangs beside the colours of its body', async ({
  app,
  desk,
  page,
}) => {
  await desk.go('/tackle')
  await desk.follow('New lure')
  await desk.write('Name', 'Jerkbait, dusk')
  await page.locator('[data-field="class"]').fill('suspending jerkbait')
  await page.locator('[data-field="body"]').fill('jerkbait 105')
  await page.getByRole('group', { name: 'Back' }).getByRole('button', { name: 'olive', exact: true }).click()
  await desk.press(/^Belly/)
  await desk.write('Belly: any colour', '#d8c9a0')
  await page.locator('[data-field="lengthMm"]').fill('far too long')
  await desk.press('Save')
  await expect(page.getByRole('alert').filter({ hasText: 'far too long' })).toBeVisible()
  await page.locator('[data-field="lengthMm"]').fill('11 cm')
  await desk.press('Save')
  await expect(page.getByRole('heading', { name: 'Jerkbait, dusk' })).toBeVisible()
  const same = page.getByRole('region', { name: 'Same body, other colours' })
  await expect(same.getByRole('row')).toHaveCount(4)

  await same.getByRole('link', { name: 'Add a version' }).click()
  // The lure's own page has the same fields: type only once the new one stands.
  await expect(page.getByRole('heading', { name: 'New lure' })).toBeVisible()
  await page.locator('[data-field="version"]').fill('heavier hooks')
  await page.locator('[data-field="versionFrom"]').fill('2026-11-20')
  await desk.press('Save')
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
  await desk.go('/tackle/classes')
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
  desk,
  page,
}) => {
  await desk.go('/waters')
  await desk.press('New water')
  await desk.write('Name of the water', 'Long Mere')
  await desk.press('Save water')
  await expect(page.getByRole('heading', { name: 'Long Mere' })).toBeVisible()
  await desk.sees('No position yet')

  const file = (name: string, text: string) => ({
    name,
    mimeType: 'application/octet-stream',
    buffer: Buffer.from(text),
  })
  const choose = page.getByLabel('Import shoreline and spots (GeoJSON or GPX)')
  await choose.setInputFiles(file('broken.geojson', '{"type":'))
  await expect(page.getByRole('alert')).toContainText('broken.geojson')
  await choose.setInputFiles(file('mere.geojson', SHORE))
  await desk.press('Use as shoreline')
  await desk.press('Import as spots')
  await choose.setInputFiles(file('walk.gpx', TRACKS))
  await desk.press('Import as spots')
  const spots = page.getByRole('region', { name: 'Spots' })
  await expect(spots.getByText('Old ford')).toBeVisible()
  await expect(spots.getByText('Reed corner')).toBeVisible()

  await page.getByLabel('Latitude').last().fill('48.2')
  await page.getByLabel('Longitude').last().fill('16.4')
  await desk.press(/Europe\/Vienna/)
  // What the fish eat in spring, the second moved up.
  const spring = page.getByRole('group', { name: 'Spring' })
  for (const prey of ['crawfish', 'perch']) await spring.getByRole('combobox').selectOption(prey)
  await spring.getByRole('button', { name: /perch/ }).first().click()
  await desk.press('Save')
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
  await desk.press('New spot', { in: spots })
  await spots.getByLabel('Name').fill('Mid mere')
  await page.getByRole('img', { name: /Chart of Long Mere/ }).click()
  await expect(spots.getByLabel('Latitude')).toHaveValue(/^\d+\.\d+$/)
  await desk.press('Save spot', { in: spots })
  await expect(spots.getByText('Mid mere')).toBeVisible()
})
