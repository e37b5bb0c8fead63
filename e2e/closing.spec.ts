import { readFileSync } from 'node:fs'
import { expect, test } from './app.ts'
import { Phone } from './deckDay.ts'

/** A demo trip of two people with stints that follow one another, and a strike nobody said the outcome of. */
const FULL_TRIP = `select t.id from trips t where t.effort_known = 'full' and (select count(*) from stints s where s.trip = t.id) > 5 order by t.start desc limit 1`
const UNSAID = `select id, trip from strikes where outcome is null and not time_unknown is true order by time desc limit 1`

interface Span {
  readonly id: string
  readonly start: string
  readonly end: string
}

test('the strip is mended by hand and by keyboard, with undo, and shared as one picture that tells no place', async ({ app, page }) => {
  const [trip] = await app.query<{ id: string }>(FULL_TRIP)
  const stints = (): Promise<Span[]> =>
    app.query<Span>(`select id, start::text, "end"::text as "end" from stints where trip = $1 and deleted_at is null order by angler, start`, [trip!.id])
  const before = await stints()
  const minutes = (from: string, to: string): number => Math.round((Date.parse(to) - Date.parse(from)) / 60_000)
  await page.goto(`${app.url}/trips/${trip!.id}`)
  await page.getByRole('button', { name: 'Mend on the strip' }).click()
  const end = page.getByRole('slider', { name: /^End of/ }).first()
  await end.focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  const moved = async (by: number): Promise<void> =>
    expect.poll(async () => (await stints()).filter((one, i) => minutes(before[i]!.end, one.end) === by).length, { timeout: 20_000 }).toBeGreaterThan(0)
  await moved(4)
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click()
  await expect.poll(stints, { timeout: 20_000 }).toEqual(before)

  const box = (await end.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 - 25, box.y + box.height / 2, { steps: 5 })
  await page.mouse.up()
  await expect.poll(async () => (await stints()).some((one, i) => Date.parse(one.end) < Date.parse(before[i]!.end)), { timeout: 20_000 }).toBe(true)

  await page
    .getByRole('button', { name: /^Split / })
    .nth(1)
    .focus()
  await page.keyboard.press('Enter')
  const panel = page.getByRole('region', { name: 'Taken up' })
  await panel.getByLabel('The second half was').selectOption({ index: 3 })
  await panel.getByRole('button', { name: /^Split at/ }).click()
  await expect.poll(async () => (await stints()).length, { timeout: 20_000 }).toBe(before.length + 1)

  await page.getByRole('button', { name: 'Add a reading' }).click()
  const reading = page.getByRole('region', { name: 'Add a reading' })
  await reading.getByLabel('At', { exact: true }).fill('25:99')
  await reading.locator('[data-field="waterTempC"]').fill('51')
  await reading.getByRole('button', { name: 'Keep the reading' }).click()
  await expect(reading.getByLabel('At', { exact: true })).toHaveAttribute('aria-invalid', 'true')
  await reading.getByLabel('At', { exact: true }).fill('10:15')
  await reading.getByRole('button', { name: 'Keep the reading' }).click()
  await expect
    .poll(() => app.query(`select water_temp_c_typed as typed from readings where trip = $1 and water_temp_c_typed like '51%'`, [trip!.id]), {
      timeout: 20_000,
    })
    .toEqual([{ typed: '51 F' }])

  const saving = page.waitForEvent('download')
  await page.evaluate(() => {
    const noted = new MutationObserver(() => {
      const picture = document.querySelector('#day-picture')
      if (picture) document.documentElement.dataset.words = picture.textContent
    })
    noted.observe(document.body, { childList: true, subtree: true })
  })
  await page.getByRole('button', { name: /Save as one picture/ }).click()
  const png = readFileSync(await (await saving).path())
  expect([png.subarray(1, 4).toString(), png.readUInt32BE(16)]).toEqual(['PNG', 2160])
  const words = await page.locator('html').getAttribute('data-words')
  expect(words).toContain('landed')
  const [water] = await app.query<{ name: string }>(`select w.name from waters w join trips t on t.water = w.id where t.id = $1`, [trip!.id])
  expect(words).not.toContain(water!.name)
})

test('of two devices that said otherwise both values are kept, and one press takes the other', async ({ app, browser }) => {
  const [strike] = await app.query<{ id: string; trip: string }>(UNSAID)
  const pages = await Promise.all([1, 2].map(async () => (await browser.newContext()).newPage()))
  for (const page of pages) {
    await page.goto(`${app.url}/trips/${strike!.trip}`)
    await expect(page.getByTestId('sync-state')).toHaveText(/all in the book/, { timeout: 60_000 })
  }
  await app.stop()
  for (const [i, outcome] of ['lost', 'missed'].entries()) {
    await pages[i]!.getByRole('region', { name: 'Loose ends' }).getByRole('button', { name: outcome, exact: true }).first().click()
    await expect(pages[i]!.getByTestId('sync-state')).toContainText('kept')
  }
  await app.start()
  for (const page of pages) await page.reload()
  for (const page of pages) await expect(page.getByTestId('sync-state')).toHaveText(/all in the book/, { timeout: 60_000 })
  for (const page of pages) await page.reload()
  const two = pages[0]!.getByRole('region', { name: 'Two values' })
  await expect(two).toContainText('missed stays')
  await expect(pages[1]!.getByRole('region', { name: 'Two values' })).toContainText('missed stays')
  await two.getByRole('button', { name: /^Take lost/ }).click()
  await expect(two).toHaveCount(0)
  await expect.poll(() => app.query(`select outcome from strikes where id = $1`, [strike!.id]), { timeout: 20_000 }).toEqual([{ outcome: 'lost' }])
  for (const page of pages) await page.context().close()
})

test('an hour without a tap is asked about; a tournament keeps its bag; a new lure takes three taps; a blank day says so', async ({ app }) => {
  test.setTimeout(120_000)
  const phone = await Phone.open(app, { startMs: Date.now() - 10 * 3_600_000 })
  const { page } = phone
  await phone.tap(/^Quennor Reach/)
  await phone.tap('tournament')
  await phone.tap('Alone')
  await phone.tap(/The last deck here/)
  await phone.tap(/^Launch/)
  await expect(page.getByRole('region', { name: 'Live bag' })).toContainText('Bag 0 of 5')
  await phone.rod(0)
  await phone.later(95)
  await expect(page.getByText(/^No tap since/)).toBeVisible()
  const silence = `select end_unsure as unsure, round(extract(epoch from "end" - start) / 60)::int as minutes from stints where trip = (select id from trips where deck is not null)`
  await expect.poll(() => app.query(silence), { timeout: 30_000 }).toEqual([{ unsure: true, minutes: 0 }])
  await phone.tap('Fished on', 'Silence answered')

  await phone.tap('Day')
  await phone.tap('Weigh-in: more')
  await phone.tap('Limit: less')
  for (let i = 0; i < 2; i++) await phone.tap('Limit: less')
  await phone.tap('New lure, three taps')
  await phone.tap('popper')
  await phone.tap('bone')
  await phone.tap('white', 'Popper, bone on deck')
  await expect(page.locator('.rod', { hasText: 'Popper' })).toHaveCount(1)
  const bag = page.getByRole('region', { name: 'Live bag' })
  await expect(bag).toContainText(/[78] h \d\d left to fish/)
  for (let fish = 1; fish <= 3; fish++) {
    await phone.later(4)
    await phone.tap('Strike', /^Strike/)
    await phone.tap('landed', 'Strike: landed')
    await phone.tap('Keep', /^Kept, tag/)
    await phone.tap('More of it')
    for (let i = 0; i < fish; i++) await phone.tap('Weight: more')
    await phone.tap('Done')
    await phone.tap('just now')
  }
  await expect(bag).toContainText('One too many: cull tag 1 now')
  await bag.getByRole('button').tap()
  await expect(bag).toContainText('4 lb 6 oz · 2 of 2')
  await phone.tap('Day')
  await phone.tap('Close the day')
  await expect(page.getByRole('heading', { name: 'Quennor Reach' })).toBeVisible()

  await page.goto(`${app.url}/deck`)
  await phone.launch('Immerlow Reservoir', 'Alone')
  await phone.rod(0)
  await phone.later(20)
  await phone.tap('Day')
  await phone.tap('No bites today')
  await expect(page.getByText('No bites that day, as said at its close.')).toBeVisible()
  await phone.close()
})
