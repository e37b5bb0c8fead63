import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { Phone, isOpenToAll, rodsOutOfSight } from './deckDay.ts'

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
  const phone = await Phone.start(app)
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
  await phone.sees(/in 16 h of the event/)
  await isOpenToAll(page)
  await phone.tap('Close')
  await phone.tap('Day')
  await phone.tap('Tournament')
  await phone.tap('Weigh-in: more')
  await phone.tap('Most in the well: more')
  await phone.tap('Off for a dead fish: more')
  await phone.tap('1 oz')
  // The rules are kept by name for the next event.
  await phone.write('Keep these rules as', 'Club')
  await phone.tap('Keep')
  await expect(page.getByRole('button', { name: 'Forget Club' })).toBeVisible()
  await phone.tap('Send Club')
  const message = await page.getByLabel('Club, to be copied').inputValue()
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
  /** A fish that is kept and weighed, from two pounds on by what the scale tells apart. */
  const keep = async (tag: string, ounces = 0): Promise<void> => {
    await phone.later(25)
    await phone.tap('Strike', /^Strike \d+, /)
    await phone.tap('landed', 'Strike: landed')
    await phone.keep(`Kept, tag ${tag}`)
    await phone.tap('Details')
    for (let taps = 0; taps <= ounces; taps++) await phone.tap('Weight: more')
    await phone.tap('Done')
  }
  await phone.tap(/Weigh-in odds/)
  await phone.sees('No fish kept yet.')
  const ways = page.locator('.ways li')
  await expect(ways.first()).toContainText(/limit \d+%/)
  // One way holds to places: here to the end, elsewhere, or one after the other.
  await expect(ways.filter({ hasText: /, at .+ (to the end|until .+, then run to )/ })).toHaveCount(1)
  const before = await ways.first().textContent()
  // What is asked a while later with the sheet still open is asked of the day as it is then.
  const left = page.getByText(/ left to fish, /)
  const hours = (await left.textContent()) ?? ''
  await phone.later(10)
  await phone.tap('Days after today: more')
  await expect(left).not.toHaveText(hours)
  await phone.tap('Days after today: less')
  await phone.tap('Close')
  await keep('1')
  await phone.tap(/Weigh-in odds/)
  await expect(ways.first()).toContainText(/limit \d+%/)
  await expect(ways.first()).not.toHaveText(before ?? '')
  await phone.sees('tag 1: 2 lb')
  await phone.sees(/^4 bites: \d+%$/)
  // What was to be reached last time, as it was typed then, is one tap away.
  await phone.tap(/^As on .*: 11 lb 8 oz$/)
  await expect(page.getByLabel('Weight to reach')).toHaveValue('11 lb 8 oz')
  await expect(ways.first()).toContainText(/target \d+%/)
  await phone.write('Weight to reach', 'much')
  await phone.sees('Type a weight, such as 14 lb 8 oz.')
  await phone.write('Weight to reach', '')
  await phone.write('Rivals’ weights, one each', 'Ash 9 lb\nRowan 6 lb 4 oz\nlate')
  await phone.sees('Not a weight: late. It is left out.')
  await isOpenToAll(page)
  await phone.tap('Place to take: more')
  await phone.sees('To take place 2 you need more than 6 lb 4 oz.')
  await expect(ways.first()).toContainText(/target \d+%/)
  // With a field and what its places pay the ways go by that.
  await phone.write('Boats in the field', '40')
  await phone.write('What the places pay', '1000, 500, 250, 100')
  await phone.sees(/^1st 1000, 2nd 500, 3rd 250, and 1 more\./)
  await expect(ways.first()).toContainText(/pays \d+(\.\d)? on average/)
  await phone.write('What the places pay', '')
  // Two days more: the weight is that of all days, and the next is fished by what is in hand.
  await phone.write('Weight to reach', '24 lb')
  await phone.tap('Days after today: more')
  await phone.tap('Days after today: more')
  await expect(page.getByLabel('Weight to reach over all days')).toHaveValue('24 lb')
  await expect(ways.first()).toContainText(/all days \d+%/)
  // Standings after a first day foretell what it takes in the end.
  await phone.tap('Days these weights are of: more')
  await expect(
    page.getByText(/^To take place 2 you need about 2\d lb .*over all days, as these weights go on\.$/),
  ).toBeVisible()
  await phone.tap('Days these weights are of: less')
  await phone.sees('To take place 2 you need more than 6 lb 4 oz.')
  await expect(page.getByRole('region', { name: 'The next day' }).getByRole('listitem').first()).toContainText(
    / in hand: /,
  )
  await isOpenToAll(page)
  await phone.tap('Close')
  await keep('2', 1)
  // One that dies stays in the bag, and costs what the event says.
  await phone.tap('Details')
  await phone.tap('Dead in the well')
  await phone.tap('Done')
  await expect(page.getByRole('region', { name: 'Live bag' })).toContainText('3 lb 13 oz · 2 of 5')
  await phone.tap(/Weigh-in odds/)
  await phone.sees('tag 2: 2 lb 1 oz, dead')
  await phone.tap('Close')
  // The run back begins: no time is left.
  for (let i = 0; i < 9; i++) {
    await phone.later(55)
    await phone.tap('Follow / swirl', /^Follow/)
  }
  await phone.tap(/Weigh-in odds/)
  await phone.sees('No time is left to fish.')
  // What was typed of the goal is still there.
  await expect(page.getByLabel('Weight to reach over all days')).toHaveValue('24 lb')
  await expect(page.getByLabel('Rivals’ weights, one each')).toHaveValue('Ash 9 lb\nRowan 6 lb 4 oz\nlate')
  await phone.tap('Close')
  // The next event is by the card.
  await phone.tap('Day')
  await phone.tap('End trip')
  await expect(page).toHaveURL(/closed=1/)
  await phone.open('/deck')
  await phone.launch('Immerlow Reservoir', 'Just me')
  await phone.tap('Day')
  // Sent to another boat it does the same there.
  const sent = page.getByLabel('A card of rules that was sent to you')
  await sent.fill('the rules')
  await expect(page.getByRole('alert')).toHaveText(/^There is no card of rules in this/)
  await sent.fill(`For Saturday: ${message}`)
  await expect(page.getByRole('button', { name: 'Fish by Club' })).toBeVisible()
  await isOpenToAll(page)
  await phone.tap(
    /^Club: limit 5, .*most in the well 6, off for a dead fish (0 lb )?4 oz,? and the scale reads to 1 oz$/,
  )
  await expect(page.getByRole('group', { name: 'Most in the well' })).toContainText('6')
})
