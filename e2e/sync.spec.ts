import { Angler } from './angler.ts'
import { expect, openBrowser, test } from './app.ts'

const unsaid = `select id, trip from strikes where outcome is null limit 1`

test('what the server refuses waits for its owner, blocks nothing, and goes up when it may', async ({
  app,
  desk,
  page,
}) => {
  const [strike] = await app.query<{ id: string; trip: string }>(unsaid)
  await desk.go(`/trips/${strike!.trip}`)
  const ends = page.getByRole('region', { name: 'Things to fix' })
  await expect(ends).toBeVisible()
  await app.query(`update members set role = 'viewer'`)
  await ends.getByRole('button', { name: 'lost' }).first().click()
  await expect(page.getByTestId('sync-state')).toHaveText('1 need you')
  await page.getByTestId('sync-state').getByRole('link').click()
  const needs = page.getByRole('region', { name: 'Needs you' })
  await expect(needs).toContainText('As viewer you may not change a strike.')
  await app.query(`update members set role = 'owner'`)
  await desk.press('Retry', { in: needs })
  await expect
    .poll(
      async () =>
        (await app.query<{ outcome: string }>(`select outcome from strikes where id = $1`, [strike!.id]))[0]?.outcome,
    )
    .toBe('lost')
  await expect(needs).toHaveCount(0)
})

test('a phone set to 2030 does not win for ever', async ({ app, desk, page }) => {
  const [strike] = await app.query<{ id: string; trip: string }>(unsaid)
  await page.clock.install({ time: new Date('2030-06-01T12:00:00Z') })
  await desk.go(`/trips/${strike!.trip}`)
  await page.clock.resume()
  await page.getByRole('region', { name: 'Things to fix' }).getByRole('button', { name: 'missed' }).first().click()
  await expect
    .poll(
      async () =>
        (await app.query<{ outcome: string }>(`select outcome from strikes where id = $1`, [strike!.id]))[0]?.outcome,
    )
    .toBe('missed')
  const [row] = await app.query<{ stamp: string }>(`select stamps->>'outcome' as stamp from strikes where id = $1`, [
    strike!.id,
  ])
  const aheadS = (parseInt(row!.stamp.slice(0, 12), 16) - Date.now()) / 1000
  expect(Math.abs(aheadS)).toBeLessThan(90)
})

test('two tabs and two devices come to the same book, each change once', async ({ app }) => {
  const [one, two] = [await openBrowser(), await openBrowser()]
  const [a, b, other] = [await one.newPage(), await one.newPage(), await two.newPage()]
  for (const page of [a, b, other]) {
    const desk = new Angler(app, page)
    await desk.open('/book')
    await desk.synced()
  }
  await a.getByLabel('temperature').selectOption('C')
  // The other tab sees it without a reload; the other device, which has not heard of it yet, chooses something else.
  await expect(b.getByLabel('temperature')).toHaveValue('C')
  await b.getByLabel('wind').selectOption('mps')
  await other.getByLabel('weight').selectOption('kg')
  await expect
    .poll(
      async () => (await app.query<{ n: number }>(`select count(*)::int as n from changes where kind = 'book'`))[0]?.n,
    )
    .toBe(4)
  for (const page of [a, other]) await page.reload()
  const [stored] = await app.query<{ units: Record<string, string> }>(`select units from book_settings`)
  for (const page of [a, b, other])
    for (const quantity of ['temperature', 'wind', 'weight'])
      await expect(page.getByLabel(quantity)).toHaveValue(stored!.units[quantity]!)
  await one.close()
  await two.close()
})
