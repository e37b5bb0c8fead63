import { readFileSync } from 'node:fs'
import { expect, newDevice, test } from './app.ts'
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
  desk,
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
  await desk.go(`/trips/${trip!.id}`)
  await desk.press('Edit on the chart')
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
  await desk.press(/^Split at/, { in: panel })
  await expect.poll(async () => (await stints()).length).toBe(before.length + 1)
  // What a split made goes again, and the server takes that.
  await desk.press('Undo')
  await expect.poll(async () => (await stints()).length).toBe(before.length)
  await desk.synced()

  await desk.press('Add a reading')
  const reading = page.getByRole('region', { name: 'Add a reading' })
  await reading.getByLabel('At', { exact: true }).fill('25:99')
  await reading.locator('[data-field="waterTempC"]').fill('51')
  await desk.press('Save reading', { in: reading })
  await expect(reading.getByLabel('At', { exact: true })).toHaveAttribute('aria-invalid', 'true')
  await reading.getByLabel('At', { exact: true }).fill('10:15')
  await desk.press('Save reading', { in: reading })
  await expect
    .poll(() =>
      app.query(`select water_temp_c_typed as typed from readings where trip = $1 and water_temp_c_typed like '51%'`, [
        trip!.id,
      ]),
    )
    .toEqual([{ typed: '51 F' }])
  await desk.press('Undo')
  await expect
    .poll(() =>
      app.query(
        `select deleted_at is not null as gone from readings where trip = $1 and water_temp_c_typed like '51%'`,
        [trip!.id],
      ),
    )
    .toEqual([{ gone: true }])
  await desk.synced()

  const saving = page.waitForEvent('download')
  await page.evaluate(() => {
    const noted = new MutationObserver(() => {
      const picture = document.querySelector('#day-picture')
      if (picture) document.documentElement.dataset.words = picture.textContent
    })
    noted.observe(document.body, { childList: true, subtree: true })
  })
  await desk.press(/Save picture/)
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
  const [one, other] = [await newDevice(app), await newDevice(app)]
  for (const desk of [one, other]) {
    await desk.open(`/trips/${trip!.id}/edit`)
    await expect(desk.page.locator('[data-cell="trip:note"]')).toBeVisible()
  }
  // Both forms are open: each writes the one field that was changed in it, and not what the other changed meanwhile.
  await one.page.locator('[data-cell="trip:note"]').fill('wind got up at noon')
  await one.press('Save trip')
  await expect.poll(async () => (await written()).length).toBe(1)
  await other.page.locator('[data-cell="trip:purpose"]').selectOption('practice')
  await other.press('Save trip')
  await expect
    .poll(async () => (await written()).map(({ record_id, fields }) => [record_id, fields]))
    .toEqual([
      [trip!.id, { note: 'wind got up at noon' }],
      [trip!.id, { purpose: 'practice' }],
    ])
  await one.press('Undo')
  await expect.poll(async () => (await written()).at(-1)?.fields).toEqual({ note: trip!.note })
  await other.press('Delete trip')
  await expect(other.page).toHaveURL(/trips$/)
  await other.press('Undo')
  await expect.poll(async () => (await written()).at(-1)?.fields).toEqual({ deletedAt: null })
  for (const desk of [one, other]) await desk.synced()
  const [after] = await app.query<{ note: string | null; purpose: string }>(
    `select note, purpose from trips where id = $1 and deleted_at is null`,
    [trip!.id],
  )
  expect(after).toEqual({ note: trip!.note, purpose: 'practice' })
  for (const { page } of [one, other]) await page.context().close()
})

test('of two devices that said otherwise both values are kept, and one press takes the other', async ({ app }) => {
  const [strike] = await app.query<{ id: string; trip: string }>(UNSAID)
  const devices = [await newDevice(app), await newDevice(app)]
  for (const desk of devices) {
    await desk.open(`/trips/${strike!.trip}`)
    await desk.synced()
  }
  await app.stop()
  for (const [i, outcome] of ['lost', 'missed'].entries()) {
    const { page } = devices[i]!
    const toFix = page.getByRole('region', { name: 'Things to fix' })
    await toFix.getByRole('button', { name: outcome, exact: true }).first().click()
    await expect(page.getByTestId('sync-state')).toContainText('waiting to sync')
  }
  await app.start()
  for (const { page } of devices) await page.reload()
  for (const desk of devices) await desk.synced()
  for (const { page } of devices) await page.reload()
  const two = devices.map(({ page }) => page.getByRole('region', { name: 'Two different values' }))
  for (const values of two) await expect(values).toContainText('missed is used')
  await devices[0]!.press(/^Use lost/, { in: two[0]! })
  await expect(two[0]!).toHaveCount(0)
  await expect
    .poll(() => app.query(`select outcome from strikes where id = $1`, [strike!.id]))
    .toEqual([{ outcome: 'lost' }])
  for (const { page } of devices) await page.context().close()
})

test('an hour without a tap is asked about; a tournament keeps its bag; a new lure takes three taps; a blank day says so', async ({
  app,
}) => {
  const phone = await Phone.start(app)
  const { page } = phone
  await phone.tap(/^Quennor Reach/)
  await phone.tap('tournament')
  await phone.tap('Just me')
  await phone.tap(/Last rods used here/)
  await phone.tap(/^Launch/)
  await expect(page.getByRole('region', { name: 'Live bag' })).toContainText('Bag 0 of 5')
  await phone.rod(0)
  await phone.later(95)
  await phone.sees(/^No tap since/)
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

  await phone.go('/deck')
  await phone.launch('Immerlow Reservoir', 'Just me')
  await phone.rod(0)
  await phone.later(20)
  await phone.tap('Day')
  await phone.tap('No bites today')
  await phone.sees('No bites on this trip.')
  await phone.close()
})
