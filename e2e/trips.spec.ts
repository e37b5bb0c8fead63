import { DEMO_TRIPS, expect, test } from './app.ts'

test('trips are searched, filtered, sorted and laid on the days of the year', async ({ app, desk, page }) => {
  const [counts = { pond: 0, pond2025: 0, most: 0 }] = await app.query<{
    pond: number
    pond2025: number
    most: number
  }>(
    `select count(*)::int as pond, count(*) filter (where t.start >= '2025-01-01' and t.start < '2026-01-01')::int as pond2025,
       max((select count(*) from strikes s where s.trip = t.id and s.outcome is distinct from 'raised'))::int as most
     from trips t join waters w on w.id = t.water where w.name = 'Pellock Mill Pond'`,
  )
  await desk.go('/trips')
  const rows = page.locator('tbody tr')
  await expect(rows).toHaveCount(DEMO_TRIPS)
  await desk.choose('Water', 'Pellock Mill Pond', { exact: true })
  await expect(rows).toHaveCount(counts.pond)
  await desk.choose('Year', '2025')
  await expect(rows).toHaveCount(counts.pond2025)
  await expect(page.getByTestId('trip-sums')).toContainText(`${counts.pond2025} trips`)
  await desk.press('Show all')

  await desk.write('Search', 'pellock')
  await expect(rows).toHaveCount(counts.pond)
  await desk.press('Strikes', { exact: true })
  await expect(rows.first().locator('td').nth(5)).toHaveText(String(counts.most))
  await desk.press('Calendar')
  await expect(page).toHaveURL(/as=calendar/)
  const year = page.getByRole('region', { name: '2025, day by day' })
  await expect(year.getByRole('link')).toHaveCount(counts.pond2025)
  await year.getByRole('link').first().click()
  await expect(page.getByRole('heading', { name: 'Pellock Mill Pond' })).toBeVisible()
})

test('a day is a strip, and one key away the same in rows', async ({ app, desk, page }) => {
  const [trip] = await app.query<{ id: string; strikes: number; stints: number; readings: number }>(
    `select t.id, (select count(*) from strikes s where s.trip = t.id)::int as strikes, (select count(*) from stints s where s.trip = t.id)::int as stints,
       (select count(*) from readings r where r.trip = t.id and r.time >= t.start)::int as readings
     from trips t where t.effort_known = 'full' and array_length(t.anglers, 1) = 2 order by 2 desc limit 1`,
  )
  if (!trip) throw new Error('the demo has no trip of two')
  await desk.go(`/trips/${trip.id}`)
  const strip = page.getByRole('img', { name: /The day as a section through the water/ })
  await expect(strip).toBeVisible()
  // Every strike has its mark with what it was, and no mark lies on another.
  const marks = strip.locator('g:has(> title):has(> path[stroke-width="1.4"])')
  await expect(marks).toHaveCount(trip.strikes)
  const heads = await marks.evaluateAll((all) =>
    all.map((mark) =>
      mark
        .querySelector('g')!
        .getAttribute('transform')!
        .match(/[-\d.]+/g)!
        .map(Number),
    ),
  )
  const tooNear = heads.filter(([x = 0, y = 0], i) =>
    heads.slice(0, i).some(([u = 0, v = 0]) => Math.hypot(x - u, y - v) < 8),
  )
  expect(tooNear).toEqual([])
  await page.keyboard.press('t')
  await expect(page.locator('tbody tr')).toHaveCount(trip.strikes + trip.stints + trip.readings)
  await page.keyboard.press('t')
  await expect(strip).toBeVisible()
})

test('a loose end is closed where it is seen, and opened again', async ({ app, desk, page }) => {
  const [strike] = await app.query<{ trip: string; id: string }>(
    `select trip, id from strikes where outcome is null and trip in (select id from trips where effort_known = 'full') limit 1`,
  )
  const outcome = async () =>
    (await app.query<{ outcome: string | null }>(`select outcome from strikes where id = $1`, [strike!.id]))[0]?.outcome
  await desk.go('/today')
  await expect(page.getByRole('region', { name: 'Things to fix' }).getByRole('link').first()).toBeVisible()
  await desk.go(`/trips/${strike!.trip}`)
  const ends = page.getByRole('region', { name: 'Things to fix' })
  await ends.getByRole('button', { name: 'missed' }).first().click()
  await expect.poll(outcome).toBe('missed')
  await desk.press('Undo')
  await expect.poll(outcome).toBe(null)
})

test('a trip on paper, Letter or A4, shows all of its day', async ({ app, desk, page }) => {
  const [trip] = await app.query<{ id: string }>(
    `select t.id from trips t join stints s on s.trip = t.id group by t.id order by count(*) desc limit 1`,
  )
  await desk.go(`/trips/${trip!.id}`)
  const strip = page.locator('svg.day-strip')
  await expect(strip).toBeVisible()
  const onScreen = await strip.boundingBox()
  await page.emulateMedia({ media: 'print' })
  // Less the margins of 12 mm, in CSS pixels; the strip was measured for the screen and must follow the paper.
  for (const paper of [725, 703]) {
    await page.evaluate((width) => document.body.style.setProperty('width', `${width}px`), paper)
    const box = (await strip.boundingBox())!
    expect(box.width).toBeLessThanOrEqual(paper)
    expect(box.height).toBeGreaterThan((0.9 * onScreen!.height * box.width) / onScreen!.width)
    expect(await page.evaluate(() => document.body.scrollWidth)).toBeLessThanOrEqual(paper)
  }
  await expect(page.getByRole('navigation')).toBeHidden()
  await expect(page.getByRole('button', { name: 'Edit on the chart' })).toBeHidden()
})

test('a tournament’s trip shows how its odds stood, and what came to the scale', async ({ app, desk, page }) => {
  const [trip] = await app.query<{ id: string; grams: number }>(
    `select t.id, sum(s.weight_g)::float8 as grams from trips t join strikes s on s.trip = t.id where t.purpose = 'tournament' and s.kept group by t.id order by grams desc limit 1`,
  )
  await desk.go(`/trips/${trip!.id}`)
  const odds = page.getByRole('region', { name: 'How the odds stood' })
  await expect(odds).toContainText(/At the launch the middle was .*, eight days in ten between/)
  // A pound is 453.59237 g and has sixteen ounces.
  const ounces = trip!.grams / (453.59237 / 16)
  const [, pounds, rest] = /It became (\d+) lb (?:([\d.]+) oz)?/.exec((await odds.textContent()) ?? '') ?? []
  expect(Math.abs(16 * Number(pounds) + Number(rest ?? 0) - ounces)).toBeLessThan(1)
  await expect(odds.getByRole('img', { name: /^The bag that was likely at the weigh-in/ })).toBeVisible()
  await odds.getByText('Hour by hour').click()
  const rows = odds.getByRole('table').getByRole('row')
  expect(await rows.count()).toBeGreaterThan(4)
  // Of a day that was no tournament there is nothing to say.
  const [own] = await app.query<{ id: string }>(`select id from trips where purpose = 'own' limit 1`)
  await desk.go(`/trips/${own!.id}`)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await expect(odds).toHaveCount(0)
})
