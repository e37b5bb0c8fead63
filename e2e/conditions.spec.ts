import type { Page } from '@playwright/test'
import { soundedDay, startSounder, startWeatherStation } from '@jotbook/simulators'
import { SounderIntake } from '@jotbook/core/formats'
import { expect, jot, test } from './app.ts'
import type { App } from './app.ts'
import type { Angler } from './angler.ts'

const file = (name: string, text: string) => ({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(text) })
const inStep = (page: Page) => expect(page.getByTestId('sync-state')).toHaveText(/Synced/)

test('a day says what the sky did, and the angler’s word goes before it, here and on the board', async ({
  app,
  desk,
  page,
}) => {
  const [trip] = await app.query<{ id: string }>(
    `select t.id from trips t join waters w on w.id = t.water where w.name = 'Immerlow Reservoir' and t.effort_known = 'full' order by t.start desc limit 1`,
  )
  await desk.go(`/trips/${trip!.id}`)
  await inStep(page)
  const sky = page.getByRole('region', { name: 'Sky, season and water' })
  for (const name of ['Light on the water', 'Front', 'Pressure', 'Moon', 'Season', 'The fish’s season'])
    await expect(sky.getByText(name, { exact: true })).toBeVisible()
  await expect(sky).toContainText(/from pressure, wind and rain over two days/)
  await expect(sky).not.toContainText('not known')
  await sky.getByLabel('Correct front').selectOption('passage')
  await expect(sky.getByText('as you set it')).toHaveCount(1)
  await expect(
    page.getByRole('img', { name: /section through the water/ }).getByText('passage', { exact: true }),
  ).toBeVisible()
  await expect
    .poll(
      async () =>
        (await app.query<{ said: string }>(`select front_said as said from trips where id = $1`, [trip!.id]))[0]?.said,
    )
    .toBe('passage')

  // The board has it in its groups: every hour of the trip now counts as passage.
  const before = jot<{ rows: { front: string; hours: number }[] }>('analyse', 'board', '--by', 'front').rows.find(
    ({ front }) => front === 'passage',
  )!.hours
  await desk.go('/findings?by=front')
  await expect(page.getByText('passage', { exact: true }).first()).toBeVisible()
  const shown = await page.locator('main').innerText()
  const hours = Number(/passage[\s\S]*?([\d.]+)\s*h/.exec(shown)?.[1])
  expect(hours).toBeGreaterThan(before)

  await desk.go(`/trips/${trip!.id}`)
  await sky.getByLabel('Correct front').selectOption('as calculated')
  await expect(sky.getByText('as you set it')).toHaveCount(0)
})

test('the dock offers the same, and keeps what instruments read', async ({ app, desk, page }) => {
  const [trip] = await app.query<{ id: string; reports: number }>(
    `select t.id, (select count(*) from readings r where r.trip = t.id and r.source = 'weather report' and r.deleted_at is null)::int as reports
     from trips t where t.effort_known = 'full' order by t.start desc limit 1`,
  )
  await desk.go(`/trips/${trip!.id}/edit`)
  const sky = page.getByRole('region', { name: 'Sky, season and water' })
  await sky.getByLabel('Correct the fish’s season').selectOption('late autumn')
  await desk.press('Save trip', { exact: true })
  await expect(page).toHaveURL(new RegExp(`/trips/${trip!.id}$`))
  const kept = async () =>
    (
      await app.query<{ said: string; reports: number }>(
        `select fish_season_said as said, (select count(*) from readings r where r.trip = t.id and r.source = 'weather report' and r.deleted_at is null)::int as reports from trips t where t.id = $1`,
        [trip!.id],
      )
    )[0]
  await expect.poll(kept).toEqual({ said: 'late autumn', reports: trip!.reports })
})

const MINUTE_MS = 60_000
const START_MS = Math.floor((Date.now() - 180 * MINUTE_MS) / MINUTE_MS) * MINUTE_MS
const DAY = { startMs: START_MS, hours: 2, seed: 9, latitude: 36.98, longitude: -85.2, faults: { checksums: 0.01 } }

/** A trip that began three hours ago on a water of the demo and is still open. */
async function openTrip(app: App, desk: Angler): Promise<string> {
  const { page } = desk
  const local = new Intl.DateTimeFormat('sv-SE', {
    timeZone: 'America/Chicago',
    dateStyle: 'short',
    timeStyle: 'short',
  }).format(START_MS)
  await desk.go('/trips/new')
  await desk.choose('Water', 'Immerlow Reservoir', { exact: true })
  await page.locator('[data-cell="trip:date"]').fill(local.slice(0, 10))
  await page.locator('[data-cell="trip:start"]').fill(local.slice(11))
  await desk.press('Save trip', { exact: true })
  await expect(page).toHaveURL(/\/trips\/[0-9a-f-]{36}$/)
  await inStep(page)
  const [trip] = await app.query<{ id: string }>(`select id from trips where "end" is null`)
  return trip!.id
}

test('a live sounder and a weather station feed an open trip, and the sounder’s log brings the same readings', async ({
  app,
  desk,
  page,
}) => {
  const sounder = await startSounder({ ...DAY, speed: 800 })
  const station = await startWeatherStation()
  await desk.go('/book')
  await desk.write('Weather station', `http://127.0.0.1:${station.port}/metar?station=XVAL`)
  await desk.write('Sounder', `tcp://127.0.0.1:${sounder.tcpPort}`, { exact: true })
  await desk.press('Save addresses')
  await desk.sees('Addresses saved.')
  await inStep(page)
  const trip = await openTrip(app, desk)
  await desk.go(`/trips/${trip}`)
  const instruments = page.getByRole('region', { name: 'Import from instruments' })
  await desk.press('Connect', { in: instruments })
  const log = new SounderIntake()
  const lines = [...soundedDay(DAY)].flatMap((tick) => tick.lines)
  for (const line of lines) log.take(line)
  const expected = log.drain().readings.map(({ ms, waterTempC }) => `${new Date(ms).toISOString()} ${waterTempC}`)
  const stored = async () =>
    (
      await app.query<{ time: Date; temp: number }>(
        `select time, water_temp_c as temp from readings where trip = $1 and source = 'sounder' order by time`,
        [trip],
      )
    ).map(({ time, temp }) => `${new Date(time).toISOString()} ${temp}`)
  await expect.poll(stored, { timeout: 90_000 }).toEqual(expected)
  await expect(instruments.getByRole('status')).toContainText(/Connected|Connecting/)
  await desk.press('Disconnect', { in: instruments })
  await expect(instruments.getByRole('button', { name: 'Connect' })).toBeVisible()

  // The same day's log afterwards: everything is in the book already.
  await inStep(page)
  await page.reload()
  const found = page.getByRole('status', { name: 'Found in the file' })
  // The device pulls what the feed wrote on the server; until it has, it would take the same readings in again, under the same names.
  await expect(async () => {
    await instruments.getByLabel(/Choose a file: sounder log/).setInputFiles(file('day.nmea', lines.join('\r\n')))
    await expect(found).toContainText(`${expected.length} are already in the book`, { timeout: 4000 })
  }).toPass()
  await expect(found).toContainText(/sentences skipped: wrong checksum/)
  await desk.press('Cancel', { in: found })

  await desk.press('Get the reports for this trip', { in: instruments })
  await desk.press('Import', { in: found })
  await expect
    .poll(
      async () =>
        (
          await app.query<{ n: number }>(
            `select count(*)::int as n from readings where trip = $1 and source = 'weather report'`,
            [trip],
          )
        )[0]?.n,
    )
    .toBeGreaterThan(10)
  await expect(page.getByRole('region', { name: 'Sky, season and water' })).toContainText(
    /falling|passage|post-front|stable/,
  )
  // Two days of reports tell of the front; the cold water calls for care.
  await desk.go('/today')
  await expect(page.getByRole('region', { name: 'Take care today' })).toContainText(/below 60 °F/)
  await Promise.all([sounder.stop(), station.stop()])
})

test('a log, a track and reports are read for what they are, and what is wrong in them is named by its line', async ({
  app,
  desk,
  page,
}) => {
  const [trip] = await app.query<{ id: string; start: Date; water: string }>(
    `select t.id, t.start, t.water from trips t join waters w on w.id = t.water where w.name = 'Quennor Reach' and t.effort_known = 'full' order by t.start desc limit 1`,
  )
  const [spot] = await app.query<{ name: string; latitude: number; longitude: number }>(
    `select name, latitude, longitude from spots where water = $1 limit 1`,
    [trip!.water],
  )
  await desk.go(`/trips/${trip!.id}`)
  await inStep(page)
  const instruments = page.getByRole('region', { name: 'Import from instruments' })
  const choose = instruments.getByLabel(/Choose a file: sounder log/)
  await choose.setInputFiles(
    file('bad.gpx', '<?xml version="1.0"?>\n<!DOCTYPE gpx [<!ENTITY x SYSTEM "file:///etc/passwd">]>\n<gpx/>'),
  )
  await expect(instruments.getByRole('alert')).toContainText('Line 2: the file declares a document type')

  // The boat lay on one spot all day, over five metres: the stints take their place from the track.
  const points = Array.from({ length: 60 }, (_, i) => {
    const time = new Date(trip!.start.getTime() + i * 10 * 60_000).toISOString()
    return `<trkpt lat="${spot!.latitude}" lon="${spot!.longitude}"><time>${time}</time><extensions><depth>5</depth></extensions></trkpt>`
  })
  await choose.setInputFiles(
    file(
      'day.gpx',
      `<gpx version="1.1" creator="a device" xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg>${points.join('\n')}</trkseg></trk></gpx>`,
    ),
  )
  const found = page.getByRole('status', { name: 'Found in the file' })
  await expect(found).toContainText(/giving \d+ stints a position/)
  await desk.press('Import', { in: found })
  const placed = async () =>
    (
      await app.query<{ n: number }>(
        `select count(*)::int as n from stints where trip = $1 and abs(latitude - $2) < 0.001 and spot is not null`,
        [trip!.id, spot!.latitude],
      )
    )[0]?.n ?? 0
  await expect.poll(placed).toBeGreaterThan(0)

  const near = new Date(trip!.start.getTime())
  const day = String(near.getUTCDate()).padStart(2, '0')
  const hour = String(near.getUTCHours()).padStart(2, '0')
  await instruments
    .getByLabel('or paste METAR text')
    .fill(
      `METAR XVAL ${day}${hour}51Z 22012KT 9999 TSRA BKN020CB 15/12 Q1009\nnot a report\nMETAR XVAL ${day}${hour}11Z NIL`,
    )
  await desk.press('Check', { in: instruments })
  await expect(found).toContainText('1 weather report')
  await expect(found).toContainText('Line 2: No weather report')
  await expect(found).toContainText('Line 3: XVAL had nothing to report')
  await desk.press('Import', { in: found })
  await expect
    .poll(async () => app.query(`select thunder, note from readings where trip = $1 and note = 'XVAL'`, [trip!.id]), {
      timeout: 20_000,
    })
    .toEqual([{ thunder: true, note: 'XVAL' }])
})

test('a water shows its years: its temperature’s course, where the hours lie, and what else was read', async ({
  app,
  desk,
  page,
}) => {
  const [water] = await app.query<{ id: string }>(`select id from waters where name = 'Quennor Reach'`)
  await desk.go(`/waters/${water!.id}`)
  const years = page.getByRole('region', { name: 'Conditions over the years' })
  for (const name of ['Water temperature', 'Visibility', 'Wind while fishing'])
    await expect(years.getByRole('img', { name: `${name} through the year` })).toBeVisible()
  const hours = await years.getByRole('img', { name: 'Hours fished by week' }).locator('title').allTextContents()
  const shown = hours.flatMap((text) => text.match(/[\d.]+/g) ?? []).reduce((sum, figure) => sum + Number(figure), 0)
  const board = jot<{ rows: { water: string; hours: number }[] }>('analyse', 'board', '--by', 'water').rows.find(
    (row) => row.water === 'Quennor Reach',
  )!
  expect(Math.abs(shown - board.hours)).toBeLessThan(3)
})
