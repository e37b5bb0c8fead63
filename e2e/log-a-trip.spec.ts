import type { Page } from '@playwright/test'
import { Typist } from './angler.ts'
import { DEMO_TRIPS, expect, jot, test } from './app.ts'

/** A day after the demo's last. */
const DAY = '2026-11-24'
const LURES = ['Jerkbait, grey', 'Spinnerbait, w', 'Football', 'Tube', 'Jerkbait, lemon'] as const

/** Ten stints from 6:30 to 15:00 with a gap of 25 minutes before the eighth. */
const ENDS = ['730', '815', '900', '945', '1030', '1115', '1200', '1325', '1410', '1500']
/** By stint. */
const STRIKES = [
  ['712 la'],
  ['740 mi', '805 la'],
  ['830 lo', '850 la'],
  ['915 mi'],
  ['1000 la'],
  ['1045 la'],
  ['1130 mi'],
  ['1240 la'],
  ['1340 ra'],
  ['1430 la'],
] as const
const READINGS = [
  ['630', '47', '3', '95', '12'],
  ['900', '48', '3', '90', '11'],
  ['1130', '49', '3', '80', '6'],
  ['1400', '50', '3', '80', '2'],
] as const

async function typeTrip(page: Page, keys: Typist, halfway: () => Promise<void>): Promise<void> {
  await page.locator('[data-cell="trip:date"]').fill(DAY)
  await page.locator('[data-cell="trip:start"]').focus()
  await keys.type('630')
  await keys.hit('Tab')
  await keys.type('1500')
  await keys.hit('Tab', 'Tab')
  await page.keyboard.press('Control+a')
  await keys.name('Rowan')
  await keys.hit('Tab', 'Tab')
  for (const [i, end] of ENDS.entries()) {
    await expect(page.locator('[data-cell$=":lure"]').nth(i)).toBeFocused()
    await keys.name(LURES[i % LURES.length]!)
    await expect(page.locator('[role=option]').first()).toBeVisible()
    await keys.hit('Enter')
    await expect(page.locator('[data-cell^="stint:"][data-cell$=":end"]').nth(i)).toBeFocused()
    if (i === 7) {
      await keys.hit('Shift+Tab')
      await keys.type('1225')
      await keys.hit('Tab')
    }
    await keys.type(end)
    await keys.hit('Enter')
    await expect(page.locator('[data-cell^="stint:"][data-cell$=":lines"]').nth(i)).toBeFocused()
    if (i === 7) await halfway()
    for (const strike of STRIKES[i]!) {
      await keys.type(strike)
      await keys.hit('Enter')
    }
    // On an empty line it goes on to the next stint.
    await keys.hit('Enter')
  }
  // The blank row at the end leads on to the readings.
  await keys.hit('Enter')
  for (const row of READINGS) {
    for (const [i, cell] of row.entries()) {
      if (i > 0) await keys.hit('Tab')
      await keys.type(cell)
    }
    await keys.hit('Enter')
  }
}

test('a trip typed by keyboard with the server stopped arrives once when it is back, and the board answers for it', async ({
  app,
  desk,
  page,
  context,
}) => {
  await desk.go('/trips')
  await desk.synced()
  await expect(page.locator('tbody tr')).toHaveCount(DEMO_TRIPS)
  await desk.follow('Log a trip')
  await expect(page.getByRole('heading', { name: 'Log a trip' })).toBeVisible()
  const keys = new Typist(app, page)

  await typeTrip(page, keys, async () => {
    // A reload, a look elsewhere and a second tab each find every row and the half-typed line.
    const typed = page.locator('[data-cell^="stint:"][data-cell$=":lines"]').nth(7)
    await page.keyboard.type('12')
    await expect
      .poll(() =>
        page.evaluate(
          () =>
            new Promise((done) => {
              const open = indexedDB.open('jot-book')
              open.onsuccess = () => {
                const all = open.result.transaction('drafts').objectStore('drafts').getAll()
                all.onsuccess = () =>
                  done(
                    (all.result[0] as { value: { stints: { lines: string }[] } } | undefined)?.value.stints[7]?.lines,
                  )
              }
            }),
        ),
      )
      .toBe('12')
    await page.reload()
    await expect(page.locator('[data-cell^="stint:"][data-cell$=":end"]').nth(7)).toHaveValue('1325')
    await expect(page.locator('[data-cell$=":lure"]').nth(3)).toHaveValue('Tube, smoke')
    await page.goBack()
    await page.goForward()
    await expect(typed).toHaveValue('12')
    const second = await context.newPage()
    await second.goto(`${app.url}/trips/new`)
    await expect(second.locator('[data-cell^="stint:"][data-cell$=":lines"]').nth(7)).toHaveValue('12')
    await second.locator('[data-cell="trip:note"]').fill('typed in the other tab')
    await expect(page.locator('[data-cell="trip:note"]')).toHaveValue('typed in the other tab')
    await second.close()
    await typed.fill('')
    await app.stop()
  })

  expect(keys.presses).toBeLessThanOrEqual(260)
  test.info().annotations.push({ type: 'key presses', description: String(keys.presses) })
  await expect(page.getByTestId('account')).toContainText('8:05 of 8:30 h logged by lure, 25 min without a lure')
  await desk.press('gap of Rowan 12:00 pm to 12:25 pm')
  await expect(page.locator('[data-cell^="stint:"][data-cell$=":start"]').nth(7)).toBeFocused()

  await desk.press('Save trip')
  await expect(page.getByRole('heading', { name: 'Immerlow Reservoir' })).toBeVisible()
  await expect(page.getByTestId('sync-state')).toHaveText(/waiting to sync|Syncing/)
  expect((await app.query(`select 1 from strikes where "time" > $1`, [DAY])).length).toBe(0)

  await app.start()
  await expect(page.getByTestId('sync-state')).toHaveText(/Synced/, { timeout: 70_000 })
  const strikes = await app.query<{ outcome: string; n: number }>(
    `select outcome, count(*)::int as n from strikes s join trips t on t.id = s.trip where t.start > $1 group by outcome order by outcome`,
    [DAY],
  )
  expect(strikes).toEqual([
    { outcome: 'landed', n: 7 },
    { outcome: 'lost', n: 1 },
    { outcome: 'missed', n: 3 },
    { outcome: 'raised', n: 1 },
  ])
  expect(
    (
      await app.query<{ s: number }>(
        `select extract(epoch from sum("end" - start))::int as s from stints where start > $1`,
        [DAY],
      )
    )[0]?.s,
  ).toBe((8 * 60 + 5) * 60)

  // What the command line says of the year, and this trip: a raised fish is never a strike.
  const { all } = jot<{ all: { strikes: number; hours: number; trips: number } }>(
    'analyse',
    'board',
    '--by',
    'lure',
    '--where',
    'year=2026',
  )
  await desk.go('/findings?by=lure&where=year%3D2026')
  await expect(
    page
      .getByText(
        `${all.strikes + 11} strikes in ${(all.hours + 8 + 5 / 60).toFixed(1)} hours on ${all.trips + 1} trips`,
      )
      .first(),
  ).toBeVisible()
})

test('a fault is shown beside its cell in the API’s own words, and nothing is saved until it is fixed', async ({
  desk,
  page,
}) => {
  await desk.go('/trips')
  await expect(page.locator('tbody tr')).toHaveCount(DEMO_TRIPS)
  await desk.follow('Log a trip')
  await page.locator('[data-cell="trip:start"]').fill('630')
  await page.locator('[data-cell^="reading:"][data-cell$=":temp"]').fill('200')
  await page.locator('[data-cell^="stint:"][data-cell$=":end"]').fill('900')
  await page.locator('[data-cell^="stint:"][data-cell$=":lines"]').fill('gone')
  await desk.press('Save trip')
  await desk.sees('Water temperature must be from −2 to 45 °C (28 to 113 °F).')
  await expect(page.getByTestId('echo').locator('u')).toHaveText('gone')
  await desk.sees('Which lure?')
  await expect(page.locator('[data-cell^="stint:"][data-cell$=":lure"]').first()).toBeFocused()
  await expect(page).toHaveURL(/trips\/new/)
})

test('columns are chosen once, filled with the notebook’s ditto, and in the book as they were typed', async ({
  app,
  desk,
  page,
}) => {
  await desk.go('/trips/new')
  const stints = page.getByRole('region', { name: 'Stints' })
  await desk.press('More columns', { in: stints })
  for (const column of ['Pause', 'Cover', 'Windblown']) await desk.press(column, { in: stints, exact: true })
  await page.locator('[data-cell="trip:date"]').fill('2026-03-14')
  await page.locator('[data-cell="trip:start"]').fill('630')
  await page.locator('[data-cell="trip:end"]').fill('1000')
  const cell = (row: number, field: string) => page.locator(`[data-cell^="stint:"][data-cell$=":${field}"]`).nth(row)
  const lure = async (row: number, typed: string): Promise<void> => {
    await cell(row, 'lure').click()
    await page.keyboard.type(typed)
    await page.locator('[role=option]').first().click()
  }
  await lure(0, 'Tube')
  await cell(0, 'end').fill('800')
  await cell(0, 'pauseS').fill('4')
  await cell(0, 'cover').fill('chunk rock')
  await cell(0, 'windblown').selectOption('yes')
  await lure(1, 'Popper')
  await cell(1, 'end').fill('1000')
  for (const field of ['cover', 'windblown']) await cell(1, field).press('"')
  await expect(cell(1, 'cover')).toHaveValue('chunk rock')
  // A column put away takes no fault out of sight.
  await cell(1, 'pauseS').fill('long')
  await desk.press('Pause', { in: stints, exact: true })
  await expect(cell(0, 'pauseS')).toHaveValue('long')
  await desk.press('Save trip')
  await expect(cell(0, 'pauseS')).toBeFocused()
  await cell(0, 'pauseS').fill('')
  await desk.press('Pause', { in: stints, exact: true })
  await desk.press('Save trip')
  await page.waitForURL(/trips\/[0-9a-f-]+$/)
  await desk.synced()
  const id = page.url().split('/').at(-1)
  expect(
    await app.query(`select pause_s, cover, windblown, structure from stints where trip = $1 order by start`, [id]),
  ).toEqual([
    { pause_s: 4, cover: 'chunk rock', windblown: true, structure: null },
    { pause_s: null, cover: 'chunk rock', windblown: true, structure: null },
  ])
  // The columns are there again, and what was typed in them.
  await desk.follow('Edit trip')
  await expect(cell(0, 'cover')).toHaveValue('chunk rock')
  await expect(cell(0, 'pauseS')).toHaveValue('4')
})

test('a time that clocks repeat is asked about', async ({ desk, page }) => {
  await desk.go('/trips/new')
  await page.locator('[data-cell="trip:date"]').fill('2026-11-01')
  await page.locator('[data-cell="trip:start"]').fill('0:30')
  await page.locator('[data-cell="trip:end"]').fill('1:30')
  await page.locator('[data-cell="trip:end"]').blur()
  await page.getByRole('group', { name: 'This time comes twice' }).getByRole('button', { name: 'second' }).click()
  await expect(page.getByTestId('account')).toContainText('of 2:00 h')
})
