import { readFileSync } from 'node:fs'
import { expect, jot, test } from './app.ts'

interface Group {
  readonly lure: string
  readonly strikes: number
  readonly hours: number
  readonly trips: number
  readonly rate: number
  readonly lower: number
  readonly upper: number
  readonly shrunken: number
  readonly too_early: boolean
}

test('the board answers a question that is a link, and says from what', async ({ desk, page }) => {
  await desk.go('/findings')
  for (const [filter, values] of [
    ['Water temperature', [/^45 to 50 °F/]],
    ['Sky', [/^mostly cloudy, 62.5 to 93.8% cloud/, /^overcast, 93.8% cloud and up/]],
  ] as const) {
    await desk.press('Add filter')
    await page.getByRole('dialog', { name: 'Add filter' }).getByRole('button', { name: filter, exact: true }).click()
    for (const value of values) await desk.press(value)
    await page.keyboard.press('Escape')
  }
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    /^What produces by lure on any water, 45 to 50 °F, mostly cloudy or overcast,/,
  )
  await expect(page).toHaveURL(/temp_band%3D45..50F%3Bsky_band%3Dmostly%2Covercast/)

  // The command line reads the same book from its files, with no database and no browser.
  const { rows } = jot<{ rows: Group[] }>(
    'analyse',
    'board',
    '--by',
    'lure',
    '--where',
    'temp_band=45..50F;sky_band=mostly,overcast',
  )
  const told = rows.find(({ lure }) => lure === 'Jerkbait, lemon back')!
  expect(told.too_early).toBe(false)
  await desk.press(/^Jerkbait, lemon back/)
  const answer = desk.answer
  const figures = `${told.strikes} strikes in ${told.hours.toFixed(1)} hours on ${told.trips} trips. ${told.rate.toFixed(2)} strikes per hour, likely range ${told.lower.toFixed(2)} to ${told.upper.toFixed(2)}`
  await expect(answer).toContainText(
    `Jerkbait, lemon back, 45 to 50 °F, mostly cloudy or overcast: ${figures} (90%, allowing for good and bad days).`,
  )
  await expect(page.getByRole('region', { name: 'Answer' })).toContainText(
    `Compared with similar lures here: ${told.shrunken.toFixed(2)} strikes per hour.`,
  )

  const url = page.url()
  await page.goto('about:blank')
  await page.goto(url)
  await expect(answer).toContainText(figures)
  await page.getByRole('button', { name: 'Show the trips behind this' }).last().click()
  const trips = page.getByRole('region', { name: 'Trips behind this' }).locator('tbody tr')
  await expect(trips).toHaveCount(told.trips)
  const sum = (await trips.locator('td:nth-child(4)').allTextContents()).reduce(
    (total, text) => total + Number(text),
    0,
  )
  expect(sum).toBe(told.strikes)
  await trips
    .getByRole('link', { name: /^strike 1/ })
    .first()
    .click()
  await expect(page.getByRole('img', { name: /The day as a section/ })).toBeVisible()
  await page.keyboard.press('t')
  await expect(page.locator('tr[id^="strike-"][style*="outline"]')).toHaveCount(1)

  await desk.go('/findings?by=lure&where=water_temp_c%3D60..70')
  await desk.sees('No hours logged for this question.')
})

test('groups by three columns, apart for each of a fourth, and saves what it shows', async ({ desk, page }) => {
  await desk.go('/findings?by=class')
  await desk.press('Grouped by: lure class')
  for (const name of ['season', 'angler']) await page.getByRole('button', { name, exact: true }).click()
  await page.keyboard.press('Escape')
  await expect(page).toHaveURL(/by=class(%2C|,)season(%2C|,)angler/)
  const { rows } = jot<{ rows: { class: string; season: string; angler: string; strikes: number; hours: number }[] }>(
    'analyse',
    'board',
    '--by',
    'class,season,angler',
  )
  await expect(page.getByRole('listitem').first()).toBeVisible()
  const saved = async (name: string): Promise<string> => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: `Save ${name}` }).click(),
    ])
    return readFileSync(await download.path(), name === 'PNG' ? 'latin1' : 'utf8')
  }
  const csv = (await saved('CSV')).trim().split(/\r?\n/)
  expect(csv.length - 1).toBe(rows.length)
  expect(csv[0]).toMatch(/^class,season,angler,strikes,/)
  const figuresOf = (row: (typeof rows)[number]) => `${row.class},${row.season},${row.angler},${row.strikes},`
  expect(csv.some((line) => line.startsWith(figuresOf(rows[0]!)))).toBe(true)
  const drawn = await saved('SVG')
  expect(drawn.slice(0, 4)).toBe('<svg')
  expect(/What produces, by lure class, season,? and angler/.test(drawn)).toBe(true)
  expect((await saved('PNG')).slice(0, 4)).toBe('\u0089PNG')

  await desk.go('/findings?by=class&split=water')
  const panels = page.getByRole('region', { name: /Immerlow|Quennor|Dunmarrow|Pellock/ })
  await expect(panels).toHaveCount(4)
  await desk.go('/findings?by=lure')
  await expect(page.getByText(/^Left out: \d+ trips whose hours are not logged by lure/).first()).toBeVisible()
})
