import { readFileSync } from 'node:fs'
import { expect, openBrowser, test } from './app.ts'
import { Phone } from './deckDay.ts'

/** A demo trip of two people with stints that follow one another, and a strike nobody said the outcome of. */
const FULL_TRIP = `select t.id, t.note, t.purpose from trips t where t.effort_known = 'full' and (select count(*) from stints s where s.trip = t.id) > 5 order by t.start desc limit 1`
const UNSAID = `select id, trip from strikes where outcome is null and not time_unknown is true order by time desc limit 1`

interface Span {
  readonly id: string
  readonly start: string
  readonly end: string
}

test('the strip is edited by hand and by keyboard, with undo, and shared as one picture that tells no place', async ({
  app,
  page,
}) => {
  const [trip] = await app.query<{ id: string }>(FULL_TRIP)
  const stints = (): Promise<Span[]> =>
    app.query<Span>(
      `select id, start::text, "end"::text as "end" from stints where trip = $1 and deleted_at is null order by angler, start`,
      [trip!.id],
    )
  const before = await stints()
  const minutes = (from: string, to: string): number => Math.round((Date.parse(to) - Date.parse(from)) / 60_000)
  await page.goto(`${app.url}/trips/${trip!.id}`)
  await page.getByRole('button', { name: 'Edit on the chart' }).click()
  const end = page.getByRole('slider', { name: /^End of/ }).first()
  await end.focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  const moved = async (by: number): Promise<void> =>
    expect
      .poll(async () => (await stints()).filter((one, i) => minutes(before[i]!.end, one.end) === by).length, {
        timeout: 20_000,
      })
      .toBeGreaterThan(0)
  await moved(4)
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click()
  await expect.poll(stints).toEqual(before)

  const box = (await end.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 - 25, box.y + box.height / 2, { steps: 5 })
  await page.mouse.up()
  await expect
    .poll(async () => (await stints()).some((one, i) => Date.parse(one.end) < Date.parse(before[i]!.end)), {
      timeout: 20_000,
    })
    .toBe(true)

  await page
    .getByRole('button', { name: /^Split / })
    .nth(1)
    .focus()
  await page.keyboard.press('Enter')
  const panel = page.getByRole('region', { name: 'Selected' })
  await panel.getByLabel('Lure of the second half').selectOption({ index: 3 })
  await panel.getByRole('button', { name: /^Split at/ }).click()
  await expect.poll(async () => (await stints()).length).toBe(before.length + 1)
  // What a split made goes again, and the server takes that.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => (await stints()).length).toBe(before.length)
  await expect(page.getByTestId('sync-state')).toHaveText(/Synced/)

  await page.getByRole('button', { name: 'Add a reading' }).click()
  const reading = page.getByRole('region', { name: 'Add a reading' })
  await reading.getByLabel('At', { exact: true }).fill('25:99')
  await reading.locator('[data-field="waterTempC"]').fill('51')
  await reading.getByRole('button', { name: 'Save reading' }).click()
  await expect(reading.getByLabel('At', { exact: true })).toHaveAttribute('aria-invalid', 'true')
  await reading.getByLabel('At', { exact: true }).fill('10:15')
  await reading.getByRole('button', { name: 'Save reading' }).click()
  await expect
    .poll(() =>
      app.query(`select water_temp_c_typed as typed from readings where trip = $1 and water_temp_c_typed like '51%'`, [
        trip!.id,
      ]),
    )
    .toEqual([{ typed: '51 F' }])
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect
    .poll(() =>
      app.query(
        `select deleted_at is not null as gone from readings where trip = $1 and water_temp_c_typed like '51%'`,
        [trip!.id],
      ),
    )
    .toEqual([{ gone: true }])
  await expect(page.getByTestId('sync-state')).toHaveText(/Synced/)

  const saving = page.waitForEvent('download')
  await page.evaluate(() => {
    const noted = new MutationObserver(() => {
      const picture = document.querySelector('#day-picture')
      if (picture) document.documentElement.dataset.words = picture.textContent
    })
    noted.observe(document.body, { childList: true, subtree: true })
  })
  await page.getByRole('button', { name: /Save picture/ }).click()
  const png = readFileSync(await (await saving).path())
  expect([png.subarray(1, 4).toString(), png.readUInt32BE(16)]).toEqual(['PNG', 2160])
  const words = await page.locator('html').getAttribute('data-words')
  expect(words).toContain('landed')
  const [water] = await app.query<{ name: string }>(
    `select w.name from waters w join trips t on t.water = w.id where t.id = $1`,
    [trip!.id],
  )
  expect(words).not.toContain(water!.name)
})

test('a trip is edited on two devices at once, undone on one and deleted on the other, and nothing else of it changes', async ({
  app,
}) => {
  const [trip] = await app.query<{ id: string; note: string | null; purpose: string | null }>(FULL_TRIP)
  const written = (): Promise<{ kind: string; record_id: string; fields: Record<string, unknown> }[]> =>
    app.query(`select kind, record_id, fields from changes where seq > $1 order by seq`, [seq])
  const [{ seq }] = (await app.query<{ seq: number }>(`select max(seq)::int as seq from changes`)) as [{ seq: number }]
  const [desk, phone] = await Promise.all([1, 2].map(async () => (await openBrowser()).newPage()))
  for (const page of [desk!, phone!]) {
    await page.goto(`${app.url}/trips/${trip!.id}/edit`)
    await expect(page.locator('[data-cell="trip:note"]')).toBeVisible()
  }
  // Both forms are open: each writes the one field that was changed in it, and not what the other changed meanwhile.
  await desk!.locator('[data-cell="trip:note"]').fill('wind got up at noon')
  await desk!.getByRole('button', { name: 'Save trip' }).click()
  await expect.poll(async () => (await written()).length).toBe(1)
  await phone!.locator('[data-cell="trip:purpose"]').selectOption('practice')
  await phone!.getByRole('button', { name: 'Save trip' }).click()
  await expect
    .poll(async () => (await written()).map(({ record_id, fields }) => [record_id, fields]))
    .toEqual([
      [trip!.id, { note: 'wind got up at noon' }],
      [trip!.id, { purpose: 'practice' }],
    ])
  await desk!.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => (await written()).at(-1)?.fields).toEqual({ note: trip!.note })
  await phone!.getByRole('button', { name: 'Delete trip' }).click()
  await expect(phone!).toHaveURL(/trips$/)
  await phone!.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => (await written()).at(-1)?.fields).toEqual({ deletedAt: null })
  for (const page of [desk!, phone!]) await expect(page.getByTestId('sync-state')).toHaveText(/Synced/)
  const [after] = await app.query<{ note: string | null; purpose: string }>(
    `select note, purpose from trips where id = $1 and deleted_at is null`,
    [trip!.id],
  )
  expect(after).toEqual({ note: trip!.note, purpose: 'practice' })
  for (const page of [desk!, phone!]) await page.context().close()
})

test('of two devices that said otherwise both values are kept, and one press takes the other', async ({ app }) => {
  const [strike] = await app.query<{ id: string; trip: string }>(UNSAID)
  const pages = await Promise.all([1, 2].map(async () => (await openBrowser()).newPage()))
  for (const page of pages) {
    await page.goto(`${app.url}/trips/${strike!.trip}`)
    await expect(page.getByTestId('sync-state')).toHaveText(/Synced/)
  }
  await app.stop()
  for (const [i, outcome] of ['lost', 'missed'].entries()) {
    await pages[i]!.getByRole('region', { name: 'Things to fix' })
      .getByRole('button', { name: outcome, exact: true })
      .first()
      .click()
    await expect(pages[i]!.getByTestId('sync-state')).toContainText('waiting to sync')
  }
  await app.start()
  for (const page of pages) await page.reload()
  for (const page of pages) await expect(page.getByTestId('sync-state')).toHaveText(/Synced/)
  for (const page of pages) await page.reload()
  const two = pages[0]!.getByRole('region', { name: 'Two different values' })
  await expect(two).toContainText('missed is used')
  await expect(pages[1]!.getByRole('region', { name: 'Two different values' })).toContainText('missed is used')
  await two.getByRole('button', { name: /^Use lost/ }).click()
  await expect(two).toHaveCount(0)
  await expect
    .poll(() => app.query(`select outcome from strikes where id = $1`, [strike!.id]))
    .toEqual([{ outcome: 'lost' }])
  for (const page of pages) await page.context().close()
})

test('an hour without a tap is asked about; a tournament keeps its bag; a new lure takes three taps; a blank day says so', async ({
  app,
}) => {
  const phone = await Phone.open(app)
  const { page } = phone
  await phone.tap(/^Quennor Reach/)
  await phone.tap('tournament')
  await phone.tap('Just me')
  await phone.tap(/Last rods used here/)
  await phone.tap(/^Launch/)
  await expect(page.getByRole('region', { name: 'Live bag' })).toContainText('Bag 0 of 5')
  await phone.rod(0)
  await phone.later(95)
  await expect(page.getByText(/^No tap since/)).toBeVisible()
  const silence = `select end_unsure as unsure, round(extract(epoch from "end" - start) / 60)::int as minutes from stints where trip = (select id from trips where deck is not null)`
  await expect.poll(() => app.query(silence)).toEqual([{ unsure: true, minutes: 0 }])
  await phone.tap('Fished on', 'Time set')

  await phone.tap('Day')
  await phone.tap('Weigh-in: more')
  await phone.tap('Limit: less')
  for (let i = 0; i < 2; i++) await phone.tap('Limit: less')
  await phone.tap('New lure')
  await phone.tap('popper')
  await phone.tap('bone')
  await phone.tap('white')
  // Its rod is asked for: a stint always knows its line.
  await phone.tap(/^Topwater rod/, 'Popper, bone on deck')
  await expect(page.locator('.rod', { hasText: 'Popper' })).toHaveCount(1)
  const bag = page.getByRole('region', { name: 'Live bag' })
  await expect(bag).toContainText(/[78] h \d\d left to fish/)
  for (let fish = 1; fish <= 3; fish++) {
    await phone.later(4)
    await phone.tap('Strike', /^Strike/)
    await phone.tap('landed', 'Strike: landed')
    await phone.keep(/^Kept, tag/)
    await phone.tap('Details')
    for (let i = 0; i < fish; i++) await phone.tap('Weight: more')
    await phone.tap('Done')
    await phone.tap('just now')
  }
  await expect(bag).toContainText('Over the limit: cull tag 1 now')
  await bag.getByRole('button', { name: /^Over the limit/ }).tap()
  await expect(bag).toContainText('4 lb 6 oz · 2 of 2')
  await phone.tap('Day')
  await phone.tap('End trip')
  await expect(page.getByRole('heading', { name: 'Quennor Reach' })).toBeVisible()

  await page.goto(`${app.url}/deck`)
  await phone.launch('Immerlow Reservoir', 'Just me')
  await phone.rod(0)
  await phone.later(20)
  await phone.tap('Day')
  await phone.tap('No bites today')
  await expect(page.getByText('No bites on this trip.')).toBeVisible()
  await phone.close()
})
