import { Typist } from './angler.ts'
import { expect, test } from './app.ts'

/** A page of an old notebook: the day, when it began and ended, and what was jotted down, some of it without a time. */
const PAGE: readonly (readonly [string, string, string, readonly string[]])[] = [
  ['2019-03-02', '7', '12', ['8:10 la 15in', 'missed', '11 lo']],
  ['2019-03-03', '730', '1130', ['la 14.5 2-1', '1015 mi tick']],
  ['2019-03-09', '630', '13', ['9.40 la 16,5 2-8 on the pause', '942 mi', 'la']],
  ['2019-03-10', '8', '11', []],
  ['2019-03-16', '7', '14', ['725 lo', '8 la 13in', '1240 la 17in 3-2', 'raised']],
  ['2019-03-23', '1530', '19', ['17 la spotted 12in']],
  ['2019-03-24', '7', '12', ['730 mi', '735 mi', '1120 la 15in']],
  ['2019-03-30', '6', '11', ['615 swirl', '8 la', '9 la 42cm']],
  ['2019-04-06', '630', '12', ['la 14in kept', '10 lost']],
  ['2019-04-07', '7', '10', ['9 la 15in "by the old stump"']],
]
/** A quarter of an hour at one action a second. */
const QUARTER_HOUR_OF_ACTIONS = 900

test('a notebook page of ten trips is typed with fewer actions than a quarter of an hour has seconds', async ({
  app,
  desk,
  page,
}) => {
  await page.goto(app.url)
  const keys = new Typist(app, page)
  await keys.click(page.getByRole('link', { name: 'Log a trip' }).first())
  await desk.choose('Hours known', { label: 'only the whole trip' })
  keys.presses += 2
  const cell = (name: string) => page.locator(`[data-cell="trip:${name}"]`)
  const lines = page.getByLabel('Strikes, one a line')
  await keys.click(cell('date'))
  for (const [i, [date, start, end, strikes]] of PAGE.entries()) {
    await expect(cell('date')).toBeFocused()
    await keys.hit('Control+a')
    await keys.type(date)
    await keys.hit('Tab')
    await keys.type(start)
    await keys.hit('Tab')
    await keys.type(end)
    if (strikes.length > 0) {
      await keys.click(lines)
      await keys.type(strikes.join('\n'))
      await expect(page.getByTestId('echo')).toHaveCount(strikes.length)
    }
    if (i === PAGE.length - 1) break
    await keys.click(page.getByRole('button', { name: 'Save and add another' }))
    await expect(page.getByRole('status').filter({ hasText: 'Saved:' })).toBeVisible()
  }
  await keys.click(page.getByRole('button', { name: 'Save trip' }))
  await desk.sees('Only the hours of this trip are known')
  expect(keys.presses).toBeLessThanOrEqual(QUARTER_HOUR_OF_ACTIONS)
  test.info().annotations.push({ type: 'actions', description: String(keys.presses) })

  await desk.synced()
  const [{ trips, hours } = { trips: 0, hours: 0 }] = await app.query<{ trips: number; hours: number }>(
    `select count(*)::int as trips, (extract(epoch from sum("end" - start)) / 3600)::float as hours from trips where start < '2020-01-01' and effort_known = 'trip'`,
  )
  expect({ trips, hours }).toEqual({ trips: 10, hours: 47.5 })
  const strikes = await app.query<{ outcome: string; n: number; untimed: number }>(
    `select outcome, count(*)::int as n, count(*) filter (where time_unknown)::int as untimed
     from strikes s join trips t on t.id = s.trip where t.start < '2020-01-01' group by outcome order by outcome`,
  )
  expect(strikes).toEqual([
    { outcome: 'landed', n: 12, untimed: 3 },
    { outcome: 'lost', n: 3, untimed: 0 },
    { outcome: 'missed', n: 5, untimed: 1 },
    { outcome: 'raised', n: 2, untimed: 1 },
  ])

  // Such trips serve rates by season and never by lure, and each board says so.
  await desk.go('/findings?by=season&where=year%3D2019')
  await expect(page.getByText('20 strikes in 47.5 hours on 10 trips').first()).toBeVisible()
  await desk.go('/findings?by=lure&where=year%3D2019')
  await desk.sees('No hours logged for this question.')
})

test('what a line does not say stays in it, underlined, and the trip is not saved until it is fixed', async ({
  desk,
  page,
}) => {
  await desk.go('/trips/new')
  await desk.choose('Hours known', { label: 'only the whole trip' })
  await page.locator('[data-cell="trip:start"]').fill('6')
  await page.locator('[data-cell="trip:end"]').fill('11')
  const lines = page.getByLabel('Strikes, one a line')
  await lines.fill('9:42 landed 16.5in 2-8 on the pause\n7.20 gone')
  await expect(page.getByTestId('echo').first()).toContainText('length 16.5 in · weight 2 lb 8 oz')
  await expect(page.getByTestId('echo').nth(1).locator('u')).toHaveText('gone')
  await desk.press('Save trip')
  await expect(page.getByRole('alert').filter({ hasText: 'Fix 1 cell to save the trip.' })).toBeVisible()
  await expect(lines).toHaveValue(/7\.20 gone$/)
  await expect(page).toHaveURL(/trips\/new/)

  // The page of the notebook stands beside the rows, on this device only, also after a reload.
  const photo = await page.screenshot()
  await desk.give(/Show a photo of the page beside the rows/, {
    name: 'page.png',
    mimeType: 'image/png',
    buffer: photo,
  })
  await expect(page.getByAltText('Photographed page')).toBeVisible()
  await page.reload()
  await expect(page.getByAltText('Photographed page')).toBeVisible()
  await expect(page.getByLabel('Strikes, one a line')).toHaveValue(/7\.20 gone$/)
  await desk.press('Remove')
  await expect(page.getByAltText('Photographed page')).toHaveCount(0)
})

const LOG = `Date;Time;Lake;Fish length (cm);Bait used;Remarks
03/04/2018;9:42;Dunmarrow Lake;41,5;Popper, frog;by the reeds
05/04/2018;18:05;Dunmarrow Lake;38;Tube, smoke;
`

test('a log of other origin comes in once its dates are told, and is read the same way the next time', async ({
  app,
  desk,
  page,
}) => {
  await desk.go('/book')
  await desk.synced()
  await desk.follow('Import a spreadsheet')
  const file = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })
  await desk.give(/CSV file/, file('old log.csv', LOG))
  await desk.sees('2 rows, separated by semicolons, UTF-8.')
  await expect(page.getByLabel('Fish length (cm) means')).toHaveValue('strike.lengthMm')
  await expect(page.getByLabel('Fish length (cm) in')).toHaveValue('cm')

  // 03/04 is the third of April or the fourth of March: nobody guesses.
  const look = page.getByRole('button', { name: 'Check' })
  await expect(look).toBeDisabled()
  await desk.choose('Dates are read as', { label: 'day, month, year' })
  await look.click()
  await expect(page.getByTestId('import-report')).toContainText(/Ready to import: [4-9] new/)
  expect(await app.query(`select 1 from trips where start < '2019-01-01'`)).toEqual([])
  await desk.press('Import all')
  await expect(page.getByTestId('import-report')).toContainText(/Imported [4-9] new/)
  // The zone of the water, daylight time in April; the comma is a decimal sign here.
  const strikes = await app.query<{ at: string; mm: number; note: string | null }>(
    `select to_char(s."time" at time zone 'utc', 'YYYY-MM-DD HH24:MI') as at, s.length_mm::float as mm, s.note from strikes s join trips t on t.id = s.trip
     where t.start < '2019-01-01' order by s."time"`,
  )
  expect(strikes.map(({ at, mm }) => [at, mm])).toEqual([
    ['2018-04-03 14:42', 415],
    ['2018-04-05 23:05', 380],
  ])
  expect(strikes[0]?.note).toContain('by the reeds')

  await desk.synced()
  await page.reload()
  await desk.give(/CSV file/, file('newer log.csv', LOG.replace('41,5', 'forty').replace('05/04', '06/04')))
  await desk.sees('Using your choices from the last file with these columns.')
  await expect(page.getByLabel('Dates are read as')).toHaveValue('dmy')
  await look.click()
  await expect(page.getByRole('alert')).toContainText('line 2')
  await expect(page.getByRole('alert')).toContainText('forty')
  await expect(page.getByRole('button', { name: 'Import all' })).toHaveCount(0)
})
