import { expect, test } from './app.ts'
import { aroundWindFall } from './aroundWindFall.ts'
import { Phone, isOpenToAll, yesterdayAt } from './deckDay.ts'

test('the deck speaks when a blank has become rare, says why, is silenced, and logs what it said', async ({ app }) => {
  const phone = await Phone.start(app)
  const { page } = phone
  await phone.launch('Immerlow Reservoir', 'Just me')
  await phone.rod(0)
  await phone.tap('plan', 'Why: plan')
  const spoken = page.locator('.spoken')
  // Calm after a tap, and early in the day.
  await expect(spoken).toBeHidden()
  const box = await page.locator('.strike').boundingBox()
  /** Fished on: the day asks after an hour without a tap. */
  const fishOn = async (): Promise<void> => {
    await phone.later(50)
    await phone.tap('Day')
    await phone.tap('Done')
    await phone.tap('Follow / swirl', /^Follow/)
    await phone.later(1)
  }
  for (let i = 0; i < 8 && !(await spoken.isVisible()); i++) await fishOn()
  await expect(spoken).toContainText(/blank: one day in \d+/)
  expect(await page.locator('.strike').boundingBox()).toEqual(box)
  // A strike ends the blank: nothing of it is said again once the deck is calm.
  await phone.strike('lost')
  await phone.later(0.6)
  await expect(spoken.filter({ hasText: 'blank: one day' })).toBeHidden()
  for (let i = 0; i < 8 && !/blank: one day/.test((await spoken.allTextContents()).join()); i++) await fishOn()
  await expect(spoken).toContainText(/blank: one day in \d+/)
  await spoken.tap()
  await expect(page.getByText(/brings a blank that long/)).toBeVisible()
  await expect(page.getByText(/It becomes one day in ten at/)).toBeVisible()
  await expect(page.getByText(/^From \d+ trips and \d+ h on this water/)).toBeVisible()
  await isOpenToAll(page)
  // Where the screen is low the line is tapped under Day.
  await phone.tap('Close')
  await page.setViewportSize({ width: 360, height: 640 })
  await phone.tap('Day')
  await phone.tap(/blank: one day in/)
  await expect(page.getByText(/brings a blank that long/)).toBeVisible()
  await phone.tap('Not now', 'No more of this today')
  await phone.later(1)
  await expect(spoken.filter({ hasText: 'blank: one day' })).toBeHidden()
  await phone.synced()
  const rows = await app.query<{ said: string; answer: string | null; at: number }>(
    `select said, answer, extract(epoch from time)::float as at from advice where about = 'dry spell' order by time`,
  )
  // Logged as it was first said, and again only after an hour.
  expect(rows.length).toBeGreaterThanOrEqual(2)
  expect(rows.filter(({ answer }) => answer === 'not now')).toHaveLength(1)
  for (const [i, { said, at }] of rows.entries()) {
    expect(said).toMatch(/blank: one day in \d+/)
    if (i > 0) expect(at - rows[i - 1]!.at).toBeGreaterThanOrEqual(3600)
  }
  // Off by one switch.
  await phone.tap('Day')
  await page.getByRole('switch', { name: 'Advice' }).tap()
  await phone.tap('Done')
  await fishOn()
  await fishOn()
  await expect(spoken).toBeHidden()
})

test('two rods in turn: the deck says when to swap, asks for no reason, and judges whole rounds', async ({ app }) => {
  const phone = await Phone.start(app)
  const { page } = phone
  await phone.launch('Immerlow Reservoir', 'Just me')
  const label = async (index: number): Promise<string> =>
    ((await page.locator('.rod').nth(index).getAttribute('aria-label')) ?? '').split(', ').slice(0, 2).join(', ')
  const [usual, tried] = [await label(0), await label(1)]
  await phone.tap('Day')
  await phone.tap('Test two rods')
  await phone.pick('The usual rod', usual)
  await phone.pick('The rod in doubt', tried)
  await phone.pick('Minutes a turn', '10')
  await isOpenToAll(page)
  await phone.tap('Start the test', 'Test started')
  await phone.rod(0)
  const spoken = page.locator('.spoken')
  let swaps = 0
  for (let turns = 0; turns < 4;) {
    await expect(spoken).toContainText(/Swap now: |min more on/)
    const line = (await spoken.textContent()) ?? ''
    if (line.startsWith('Swap now: ')) {
      await phone.rod(line.slice('Swap now: '.length) === usual ? 0 : 1)
      await expect(page.getByText('Why this one?')).toBeHidden()
      swaps++
      continue
    }
    await phone.later(4)
    await phone.strike('lost')
    await phone.later(6.2)
    turns++
    // A tap draws the line anew; a follow counts for neither.
    await phone.tap('Follow / swirl', /^Follow/)
  }
  expect(swaps).toBeGreaterThanOrEqual(2)
  await spoken.tap()
  await expect(page.getByText('2 rounds.')).toBeVisible()
  await expect(page.getByText(`${usual}: 2 bites`)).toBeVisible()
  await expect(page.getByText(`${tried}: 2 bites`)).toBeVisible()
  await expect(page.getByText(/^Not settled: about \d+ more rounds would tell\./)).toBeVisible()
  await phone.tap('End the test', 'Test ended')
  await phone.synced()
  const stints = await app.query<{ reason: string }>(
    `select s.reason from stints s join rod_tests t on t.trip = s.trip and s.lure in (t.usual, t.tried)`,
  )
  expect(stints.length).toBeGreaterThanOrEqual(3)
  expect(stints.every(({ reason }) => reason === 'test')).toBe(true)
})

test('the wind falls: what the rods did after it, the deck laid anew by one tap, and what the strikes say', async ({
  app,
}) => {
  const phone = await Phone.start(app)
  const { page } = phone
  await phone.launch('Quennor Reach', 'Just me')
  await phone.rod(0)
  await phone.tap('plan', 'Why: plan')
  const spoken = page.locator('.spoken')
  const wind = async (way: 'more' | 'less', steps: number): Promise<void> => {
    await phone.tap('Reading')
    for (let i = 0; i < steps; i++) await phone.tap(`Wind: ${way}`)
    await phone.tap('Save', 'Reading logged')
  }
  await wind('more', 5)
  await phone.later(40)
  await wind('less', 9)
  await phone.later(1)
  await expect(spoken).toContainText('The wind fell under 5 mph')
  await spoken.tap()
  const figures = page.getByText(/: before \d+\.\d+ an hour, after \d+\.\d+ an hour, \d+\.\d such hours\.$/)
  await expect(figures.first()).toBeVisible()
  // Each figure is what the records give when they are counted by themselves.
  const counted = await aroundWindFall(app, 'Quennor Reach')
  for (const told of await figures.allTextContents()) {
    const own = counted.find(({ lure }) => told.startsWith(`${lure}: `))!
    const rate = ({ strikes, hours }: { strikes: number; hours: number }): string => (strikes / hours).toFixed(2)
    expect(told).toBe(
      `${own.lure}: before ${rate(own.before)} an hour, after ${rate(own.after)} an hour, ${own.after.hours.toFixed(1)} such hours.`,
    )
  }
  const ahead = page.getByRole('region', { name: 'The deck for the hours ahead' })
  const swap = (await ahead.getByText(/^Tie on .+ in place of .+\.$/).textContent()) ?? ''
  await isOpenToAll(page)
  await phone.tap('Lay this deck', /^Laid on deck: /)
  await phone.synced()
  const laid = await app.query<{ name: string }>(
    `select l.name from trips t, jsonb_array_elements(t.deck) rod join lures l on l.id = (rod->>'lure')::uuid where t.id = (select id from trips order by start desc limit 1)`,
  )
  const names = laid.map(({ name }) => name)
  const [up = '', down = ''] = swap.split(' in place of ')
  expect(names.filter((name) => up.includes(name)).length).toBeGreaterThanOrEqual(1)
  expect(names.filter((name) => down.includes(name))).toEqual([])

  // What was done about it is known later.
  expect(await app.query(`select about, answer from advice where about = 'change'`)).toEqual([
    { about: 'change', answer: 'done' },
  ])
  await phone.strike('lost')
  await phone.later(0.7)
  await expect(spoken).toContainText(/^Stay: \d\.\d more usually follow until/)
  // One strike tells nothing; of many that are hooked alike it is said what that means.
  for (let i = 0; i < 5; i++) {
    await phone.later(4)
    await phone.tap('Strike', /^Strike \d+, /)
    await phone.tap('Details')
    await phone.pick('Hooks', 'rear hook outside')
    await phone.tap('Done')
    await phone.tap('landed', 'Strike: landed')
    await phone.tap('just now')
  }
  await phone.later(1)
  await expect(spoken).toContainText(/^5 of 5 only the rear hook, outside the mouth\. Colour, or size, or action/)
})

test('targets that are counted and a spot that gives nothing have their word', async ({ app }) => {
  // In the morning there: to move pays while enough of the day is left.
  const phone = await Phone.start(app, { startMs: yesterdayAt(14) })
  const { page } = phone
  await phone.launch('Immerlow Reservoir', 'Just me')
  const spoken = page.locator('.spoken')
  await phone.rod(0)
  await phone.tap('plan', 'Why: plan')
  await phone.tap(/^Where: /)
  await phone.pick('Spot', 'North hump')
  await phone.tap('Done')
  // The hump gives less than the other spots of this water do.
  await phone.later(12)
  await expect(spoken).toContainText(/^Time to move: 0 strikes here in \d+ min$/)
  await spoken.tap()
  await expect(page.getByText(/^North hump: 0 strikes in \d+ min today\.$/)).toBeVisible()
  const told = await page.getByText(/^In what is left of the day: /).textContent()
  const [leaving = 0, staying = 0] = (told?.match(/\d+\.\d/g) ?? []).map(Number)
  expect(leaving).toBeGreaterThan(staying)
  await isOpenToAll(page)
  await phone.tap('Not now', 'No more of this today')

  // On which pitch they bite: as the book's own strikes say, counted another way.
  await phone.tap('Day')
  await phone.tap('Targets: 0, one more')
  await phone.tap('Done')
  await expect(async () => {
    const said = (await spoken.allTextContents()).join()
    if (said !== '' && !said.startsWith('Bites by pitch')) {
      await spoken.filter({ hasText: said }).tap()
      await phone.tap('Not now', 'No more of this today')
    }
    if (!said.startsWith('Bites by pitch')) await phone.later(1)
    expect(said).toMatch(/^Bites by pitch/)
  }).toPass({ intervals: [2000] })
  const pitches = await app.query<{ pitch: number; bites: number }>(
    `select k.pitch, count(*)::int as bites from strikes k join trips t on t.id = k.trip join waters w on w.id = t.water
     where w.name = 'Immerlow Reservoir' and t.effort_known = 'full' and k.pitch > 0 and k.outcome is distinct from 'raised'
     group by k.pitch order by k.pitch`,
  )
  const bites = pitches.reduce((sum, one) => sum + one.bites, 0)
  await expect(spoken).toContainText(`1st ${Math.round((100 * pitches[0]!.bites) / bites)}%`)
  await spoken.tap()
  await expect(page.getByText(`Of ${bites} bites here whose pitch you logged:`)).toBeVisible()
  await phone.tap('Not now', 'No more of this today')
  await phone.close()
})

test('a find at the surface has its follow-up: the rod that caught after others like it', async ({ app }) => {
  const phone = await Phone.start(app, { startMs: yesterdayAt(14) })
  const { page } = phone
  // A deck that begins without a rod.
  await phone.launch('Dunmarrow Lake', 'Just me', { bare: true })
  await expect(page.locator('.rod')).toHaveCount(0)
  for (const lure of ['Popper, frog', 'Texas rig, junebug']) await phone.lay(lure)
  await phone.rod(0)
  await phone.tap('plan', 'Why: plan')
  await phone.later(5)
  await phone.tap('Follow / swirl', /^Follow/)
  await phone.later(0.7)
  const spoken = page.locator('.spoken')
  await expect(spoken).toContainText(/^Follow up with Texas rig, junebug: \d\.\d\d an hour after a find$/)
  await spoken.tap()
  // Counted another way: strikes and hours of that rod within half an hour of a strike or swirl on top, at the same spot.
  const [after] = await app.query<{ strikes: number; hours: string }>(
    `with here as (select s.*, l.class, l.name from stints s join lures l on l.id = s.lure join trips t on t.id = s.trip
         join waters w on w.id = t.water where w.name = 'Dunmarrow Lake' and t.effort_known = 'full'),
       finds as (select k.trip, k.time, here.spot from strikes k join here on here.id = k.stint
         where coalesce(here.level_fished, '') in ('', 'top') and here.class in ('popper', 'hollow frog', 'single prop', 'walking topwater', 'buzzbait', 'soft toad', 'twin prop', 'floating worm', 'rotating-tail topwater')),
       during as (select s.id, range_agg(tstzrange(greatest(f.time, s.start), least(f.time + interval '30 min', s."end"), '[]')) as spans
         from here s join finds f on f.trip = s.trip and (f.spot is null or f.spot = s.spot)
           and f.time < s."end" and f.time + interval '30 min' > s.start
         where s.name = 'Texas rig, junebug' group by s.id)
     select (select count(*)::int from strikes k join during d on d.id = k.stint
               where d.spans @> k.time and k.outcome is distinct from 'raised' and k.same_fish is not true) as strikes,
       round((select sum(extract(epoch from upper(span) - lower(span))) / 3600 from during, unnest(spans) as span), 1)::text as hours`,
  )
  await expect(
    page.getByText(`Texas rig, junebug had ${after!.strikes} strikes in ${after!.hours} h.`, { exact: false }),
  ).toBeVisible()
  await isOpenToAll(page)
  await phone.tap('Pick up Texas rig, junebug')
  await expect(page.locator('.rod[aria-label*="in hand"]')).toContainText('Texas rig')
  await phone.close()
})
