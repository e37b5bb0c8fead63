import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { aroundWindFall } from './aroundWindFall.ts'
import { Phone, rodsOutOfSight } from './deckDay.ts'

/** A sheet keeps nobody out: no serious fault, and nothing to scroll sideways. */
async function isOpenToAll(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze()
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')
  expect(serious.map(({ id, nodes }) => `${id} ${nodes[0]?.html}`)).toEqual([])
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0)
}

test('the deck speaks when a blank has become rare, says why, is silenced, and logs what it said', async ({ app }) => {
  const phone = await Phone.open(app)
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
  const phone = await Phone.open(app)
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
  const phone = await Phone.open(app)
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
  const yesterday = new Date(Date.now() - 24 * 3_600_000)
  const phone = await Phone.open(app, { startMs: yesterday.setUTCHours(14, 0, 0, 0) })
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
  const yesterday = new Date(Date.now() - 24 * 3_600_000)
  const phone = await Phone.open(app, { startMs: yesterday.setUTCHours(14, 0, 0, 0) })
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

/** What this phone was told at an event before. */
const keepGoal = (page: Page, trip: string, value: Readonly<Record<string, string>>): Promise<void> =>
  page.evaluate(
    ([key, typed]) =>
      new Promise<void>((done, fail) => {
        const opened = indexedDB.open('jot-book')
        opened.onerror = () => fail(opened.error ?? new Error('no device store'))
        opened.onsuccess = () => {
          const write = opened.result.transaction('drafts', 'readwrite')
          write.objectStore('drafts').put({ key, value: typed, writer: 'before' })
          write.oncomplete = () => {
            opened.result.close()
            done()
          }
        }
      }),
    [`goal:${trip}`, value] as const,
  )

test('a tournament afternoon: odds with every fish, a weight to reach, rivals with words among them', async ({
  app,
}) => {
  const phone = await Phone.open(app)
  const { page } = phone
  const [last] = await app.query<{ id: string }>(
    `select t.id from trips t join waters w on w.id = t.water
     where t.purpose = 'tournament' and w.name = 'Immerlow Reservoir' order by t.start desc limit 1`,
  )
  await keepGoal(page, last!.id, { goal: '', rivals: 'Ash 13 lb\nRowan 11 lb 8 oz', place: '2' })
  await phone.launch('Immerlow Reservoir', 'Just me')
  await phone.tap('Day')
  await expect(page.getByRole('button', { name: /^Tournament as on .*: limit 5/ })).toBeVisible()
  // Before the event a day of practice is asked what it still can teach.
  await phone.tap('Practice: what to try next')
  await expect(page.getByRole('region', { name: 'Rods to try' })).toContainText(/strikes more|known well enough/)
  await phone.tap('Days of the event: more')
  await expect(page.getByText(/in 16 h of the event/)).toBeVisible()
  await isOpenToAll(page)
  await phone.tap('Close')
  await phone.tap('Day')
  await phone.tap('Tournament')
  await phone.tap('Weigh-in: more')
  await phone.tap('Most in the well: more')
  await phone.tap('Off for a dead fish: more')
  // The rules are kept by name for the next event.
  await page.getByLabel('Keep these rules as').fill('Club')
  await phone.tap('Keep')
  await expect(page.getByRole('button', { name: 'Forget Club' })).toBeVisible()
  await isOpenToAll(page)
  await phone.tap('Done')
  await phone.rod(0)
  await phone.tap('plan', 'Why: plan')
  // The bag takes room, and yet on the smallest screen no rod has to be looked for.
  await page.setViewportSize({ width: 360, height: 640 })
  expect(await rodsOutOfSight(page)).toBe(0)
  const laid = await page.locator('.rod').count()
  for (const lure of ['Texas rig, junebug', 'Buzzbait, black', 'Tube, smoke'].slice(0, 8 - laid)) await phone.lay(lure)
  expect(await page.locator('.rod').count()).toBeGreaterThan(6)
  expect(await rodsOutOfSight(page)).toBe(0)
  await page.setViewportSize({ width: 390, height: 844 })
  await phone.tap(/^Where: /)
  await phone.pick('Spot', 'North hump')
  await phone.tap('Done')
  /** A fish that is kept and weighed. */
  const keep = async (tag: string): Promise<void> => {
    await phone.later(25)
    await phone.tap('Strike', /^Strike \d+, /)
    await phone.tap('landed', 'Strike: landed')
    await phone.tap('Keep', `Kept, tag ${tag}`)
    await phone.tap('Details')
    await phone.tap('Weight: more')
    await phone.tap('Done')
  }
  await phone.tap(/Weigh-in odds/)
  await expect(page.getByText('No fish kept yet.')).toBeVisible()
  const ways = page.locator('.ways li')
  await expect(ways.first()).toContainText(/limit \d+%/)
  // One way holds to places: here to the end, elsewhere, or one after the other.
  await expect(ways.filter({ hasText: /, at .+ (to the end|until .+, then run to )/ })).toHaveCount(1)
  const before = await ways.first().textContent()
  await phone.tap('Close')
  await keep('1')
  await phone.tap(/Weigh-in odds/)
  await expect(ways.first()).toContainText(/limit \d+%/)
  await expect(ways.first()).not.toHaveText(before ?? '')
  await expect(page.getByText('tag 1: 2 lb')).toBeVisible()
  await expect(page.getByText(/^4 bites: \d+%$/)).toBeVisible()
  // What was to be reached last time, as it was typed then, is one tap away.
  await phone.tap(/^As on .*: 11 lb 8 oz$/)
  await expect(page.getByLabel('Weight to reach')).toHaveValue('11 lb 8 oz')
  await expect(ways.first()).toContainText(/target \d+%/)
  await page.getByLabel('Weight to reach').fill('much')
  await expect(page.getByText('Type a weight, such as 14 lb 8 oz.')).toBeVisible()
  await page.getByLabel('Weight to reach').fill('')
  await page.getByLabel('Rivals’ weights, one each').fill('Ash 9 lb\nRowan 6 lb 4 oz\nlate')
  await expect(page.getByText('Not a weight: late. It is left out.')).toBeVisible()
  await isOpenToAll(page)
  await phone.tap('Place to take: more')
  await expect(page.getByText('To take place 2 you need more than 6 lb 4 oz.')).toBeVisible()
  await expect(ways.first()).toContainText(/target \d+%/)
  // With a field and what its places pay the ways go by that.
  await page.getByLabel('Boats in the field').fill('40')
  await page.getByLabel('What the places pay').fill('1000, 500, 250, 100')
  await expect(page.getByText(/^1st 1000, 2nd 500, 3rd 250, and 1 more\./)).toBeVisible()
  await expect(ways.first()).toContainText(/pays \d+(\.\d)? on average/)
  await page.getByLabel('What the places pay').fill('')
  // Two days more: the weight is that of all days, and the next is fished by what is in hand.
  await page.getByLabel('Weight to reach').fill('24 lb')
  await phone.tap('Days after today: more')
  await phone.tap('Days after today: more')
  await expect(page.getByLabel('Weight to reach over all days')).toHaveValue('24 lb')
  await expect(ways.first()).toContainText(/all days \d+%/)
  await expect(page.getByRole('region', { name: 'The next day' }).getByRole('listitem').first()).toContainText(
    / in hand: /,
  )
  await isOpenToAll(page)
  await phone.tap('Close')
  await keep('2')
  // One that dies stays in the bag, and costs what the event says.
  await phone.tap('Details')
  await phone.tap('Dead in the well')
  await phone.tap('Done')
  await expect(page.getByRole('region', { name: 'Live bag' })).toContainText('3 lb 12 oz · 2 of 5')
  await phone.tap(/Weigh-in odds/)
  await expect(page.getByText('tag 2: 2 lb, dead')).toBeVisible()
  await phone.tap('Close')
  // The run back begins: no time is left.
  for (let i = 0; i < 9; i++) {
    await phone.later(55)
    await phone.tap('Follow / swirl', /^Follow/)
  }
  await phone.tap(/Weigh-in odds/)
  await expect(page.getByText('No time is left to fish.')).toBeVisible()
  // What was typed of the goal is still there.
  await expect(page.getByLabel('Weight to reach over all days')).toHaveValue('24 lb')
  await expect(page.getByLabel('Rivals’ weights, one each')).toHaveValue('Ash 9 lb\nRowan 6 lb 4 oz\nlate')
  await phone.tap('Close')
  // The next event is by the card.
  await phone.tap('Day')
  await phone.tap('End trip')
  await expect(page).toHaveURL(/closed=1/)
  await page.goto(`${app.url}/deck`)
  await phone.launch('Immerlow Reservoir', 'Just me')
  await phone.tap('Day')
  await phone.tap(/^Club: limit 5, .*most in the well 6,? and off for a dead fish (0 lb )?4 oz$/)
  await expect(page.getByRole('group', { name: 'Most in the well' })).toContainText('6')
})
