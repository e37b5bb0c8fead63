import { join } from 'node:path'
import { expect, root, test } from './app.ts'
import type { App } from './app.ts'
import { Phone } from './deckDay.ts'

const NEW_TRIP = `select id from trips where deck is not null order by start desc limit 1`

interface DayRow {
  readonly stints: number
  readonly strikes: number
  readonly raised: number
  readonly readings: number
  readonly minutes: number
  readonly astray: number
  readonly twice: number
}

/** The day as PostgreSQL has it: how much of everything, strikes outside their stint, and changes that came in twice. */
const dayIn = async (app: App): Promise<DayRow> =>
  (
    await app.query<DayRow>(`with t as (${NEW_TRIP}) select
      (select count(*)::int from stints s, t where s.trip = t.id and s.deleted_at is null) as stints,
      (select count(*)::int from strikes k, t where k.trip = t.id and k.outcome is distinct from 'raised' and k.deleted_at is null) as strikes,
      (select count(*)::int from strikes k, t where k.trip = t.id and k.outcome = 'raised') as raised,
      (select count(*)::int from readings r, t where r.trip = t.id) as readings,
      (select round(sum(extract(epoch from s."end" - s.start)) / 60)::int from stints s, t where s.trip = t.id and s.deleted_at is null) as minutes,
      (select count(*)::int from strikes k join t on k.trip = t.id left join stints s on s.id = k.stint where s.id is null or s.deleted_at is not null or k.time < s.start or k.time > s."end") as astray,
      (select count(*)::int - count(distinct id)::int from changes) as twice`)
  )[0]!

test('a whole day on the water with the server gone: nothing lost, nothing double', async ({ app }) => {
  const phone = await Phone.start(app)
  const { page } = phone
  await app.stop()
  await page.reload()
  await phone.launch('Quennor Reach', 'Just me')
  await expect(page.getByTestId('sync-state')).toContainText('waiting to sync')

  await phone.rod(0)
  await phone.tap('plan', 'Why: plan')
  for (const [i, outcome] of (['missed', 'landed', 'lost'] as const).entries()) {
    await phone.later(12)
    await phone.strike(outcome)
    await phone.later(8)
    await phone.rod(i + 1)
  }
  await phone.later(15)
  await phone.tap('Follow / swirl', /^Follow, /)
  await phone.tap('Reading')
  await phone.tap('Water: more')
  await phone.tap('overcast')
  await phone.tap('Save', 'Reading logged')
  // Landed five minutes ago: the strike moves back, to the rod in hand then.
  await phone.tap('Strike', /^Strike 4, /)
  await phone.tap('landed', 'Strike: landed')
  await phone.tap('5 min ago', /^Strike moved to /)

  await page.reload()
  await expect(page.locator('.rod[aria-pressed=true]')).toHaveCount(1)
  for (const rod of [4, 0, 1, 2]) {
    await phone.later(10)
    await phone.rod(rod)
  }
  await phone.tap('Break', 'Break')
  await phone.later(30)
  await phone.tap('Resume', 'Fishing again')
  await phone.later(25)
  await phone.strike('landed')

  // The strike came on a rod that had been in hand for a quarter of an hour, unsaid.
  await phone.later(20)
  await phone.tap('Strike on another rod')
  await page.locator('.rod').nth(3).tap()
  await phone.tap('15 min ago', /in hand since/)
  await phone.tap('landed', 'Strike: landed')
  await phone.tap('Details')
  await phone.tap('Length: more')
  await expect(page.getByRole('group', { name: 'Length' })).toContainText('14 in')
  await phone.tap('largemouth')
  const eaten = page.getByRole('group', { name: 'It had eaten' }).getByRole('button')
  await phone.tapAtOnce(eaten.nth(0), eaten.nth(1))
  await page.locator('input[type=file]').setInputFiles(join(root, 'packages/web/public/icon-512.png'))
  await expect(page.getByRole('button', { name: 'Photo: Strike' })).toBeVisible()
  await phone.tap('Done')

  await phone.restart(3)
  await expect(phone.page.locator('.rod[aria-pressed=true]')).toHaveCount(1)
  for (const rod of [4, 0, 1, 2]) {
    await phone.later(10)
    await phone.rod(rod)
    await phone.later(5)
    if (rod < 2) await phone.strike('missed')
  }
  await phone.later(5)
  await phone.strike()
  await phone.tap(/^Undo the last tap/, 'Undone')
  await phone.strike('lost')
  await phone.later(10)
  await phone.tap('Day')
  await expect(phone.page.getByRole('region', { name: 'Last taps' }).getByRole('listitem')).toHaveCount(10)
  await phone.tap('End trip')
  await expect(phone.page.getByRole('heading', { name: 'Quennor Reach' })).toBeVisible()

  await app.start()
  await phone.synced()
  const day = await dayIn(app)
  expect({ ...day, minutes: 0 }).toEqual({
    stints: 14,
    strikes: 9,
    raised: 1,
    readings: 1,
    minutes: 0,
    astray: 0,
    twice: 0,
  })
  // Every minute from the first rod to the close, less the break of thirty.
  const [span] = await app.query<{ minutes: number; fished: boolean }>(
    `select round(extract(epoch from "end" - start) / 60)::int as minutes, "end" is not null as fished from trips where id = (${NEW_TRIP})`,
  )
  expect(Math.abs(span!.minutes - 30 - day.minutes)).toBeLessThanOrEqual(1)
  expect(
    await app.query(
      `select length_mm::float as mm, species, forage_seen from strikes where length_mm is not null and trip = (${NEW_TRIP})`,
    ),
  ).toEqual([{ mm: 355.6, species: 'largemouth', forage_seen: ['threadfin shad', 'gizzard shad'] }])
  // The photo follows its strike, drawn anew as a JPEG under the hash that the strike names.
  const photo = `select k.photo = p.sha256 as named, encode(substring(p.jpeg from 1 for 2), 'hex') as begins from pictures p join strikes k on k.photo = p.sha256`
  await expect.poll(() => app.query(photo)).toEqual([{ named: true, begins: 'ffd8' }])
  await phone.close()
})

test('two phones in one trip, each without signal, come to one day', async ({ app }) => {
  const one = await Phone.start(app)
  await one.launch('Quennor Reach', 'Rowan and Tilda')
  await expect(one.page.getByTestId('sync-state')).toHaveText(/Synced/)
  const two = await Phone.start(app, { knowsDemo: false })
  await expect(two.page.locator('.rod').first()).toBeVisible()
  await app.stop()
  await one.tap('Everyone fishes this lure')
  await one.page.locator('.rod').nth(0).tap()
  await expect(one.page.getByTestId('said')).toHaveText(/^Everyone on/)
  await one.later(5)
  await one.strike('landed', 'Rowan')
  await two.page.getByRole('group', { name: 'Whose rod' }).getByRole('button').nth(1).tap()
  await two.rod(1)
  await two.later(7)
  await two.strike('missed', 'Tilda')
  await app.start()
  for (const phone of [one, two]) {
    await phone.synced()
  }
  for (const phone of [one, two]) await phone.later(1)
  for (const phone of [one, two]) await expect.poll(() => phone.page.locator('.rod .strokes path').count()).toBe(2)
  const strikes = await app.query(
    `select k.angler, k.outcome, l.name is not null as lure from strikes k join stints s on s.id = k.stint join lures l on l.id = s.lure where k.trip = (${NEW_TRIP}) order by 1`,
  )
  expect(strikes).toEqual([
    { angler: 'Rowan', outcome: 'landed', lure: true },
    { angler: 'Tilda', outcome: 'missed', lure: true },
  ])
  await one.close()
  await two.close()
})

test('the server killed in mid-push, and an answer that never comes: every tap is in the book once', async ({
  app,
}) => {
  const phone = await Phone.start(app)
  await phone.launch('Quennor Reach', 'Just me')
  await app.stop()
  for (let i = 0; i < 12; i++) {
    await phone.rod(i % 5)
    await phone.later(3)
    await phone.strike('missed')
  }
  const { page } = phone
  const pushed = page.waitForRequest((request) => request.method() === 'POST' && request.url().endsWith('/changes'), {
    timeout: 60_000,
  })
  await app.start()
  await phone.later(2)
  await pushed
  await app.kill()
  await phone.strike('lost')
  await app.start()
  // The next push is taken in, and its answer cut off.
  let cut = 0
  await page.context().route('**/changes', async (route) => {
    if (route.request().method() === 'POST' && cut === 0) {
      cut++
      await route.fetch()
      await route.abort('connectionreset')
    } else await route.continue()
  })
  await phone.later(3)
  await expect.poll(() => cut).toBe(1)
  await phone.synced()
  const day = await dayIn(app)
  expect([day.stints, day.strikes, day.twice]).toEqual([12, 13, 0])
  const [log] = await app.query(
    `select count(*)::int as n, count(distinct record_id)::int as records from changes where kind = 'strike' and fields ? 'time' and member_id is not null and record_id in (select id from strikes where trip = (${NEW_TRIP}))`,
  )
  expect(log).toEqual({ n: 13, records: 13 })
  await phone.close()
})
