import { startWeatherStation } from '@jotbook/simulators'
import { expect, test } from './app.ts'
import { Phone } from './deckDay.ts'

test('the evening before: the deck follows the forecast, says why each rod is there, and whether it has earned trust', async ({
  desk,
  page,
}) => {
  await desk.go('/today')
  const ahead = page.getByRole('region', { name: 'What is ahead' })
  await expect(ahead.getByRole('heading')).toHaveText('What to tie on tomorrow')
  await ahead.getByRole('link', { name: 'Pellock Mill Pond' }).click()
  await expect(page.getByLabel('Water', { exact: true }).locator('option:checked')).toHaveText('Pellock Mill Pond')
  await desk.write('Water, °F', '68')
  const windAt = (hour: number) => page.getByRole('textbox', { name: `Wind, mph, ${hour} o’clock` })
  await windAt(7).fill('2')
  await windAt(7).press('Enter')
  // The model reads every hour of the book once.
  await expect(desk.answer).toContainText(/With these 6 rods the best of each hour should bring \d\.\d\d strikes/)
  // What takes longer says how far it is.
  await expect(page.getByRole('progressbar', { name: 'Testing the plan on your past trips' })).toBeVisible()
  const bottom = page.getByRole('region', { name: 'Bottom' })
  const junebug = page.getByRole('listitem').filter({ hasText: 'Texas rig, junebug' })
  await expect(bottom.getByRole('listitem').filter({ hasText: 'Texas rig, junebug' })).toContainText(
    '133 strikes in 29.6 hours of its own here, on 31 trips',
  )
  await expect(bottom.getByRole('listitem').filter({ hasText: 'Texas rig, junebug' })).toContainText('Fish it:')
  await expect(desk.answer).toContainText(
    /Over your last 135 trips, rods this plan would have picked brought 1\.\d\d times/,
    { timeout: 120_000 },
  )
  await expect(page.getByRole('region', { name: 'Days like it' })).toContainText(/\d+% alike · \d+ strikes? in/)
  await expect(page.getByRole('region', { name: 'Rules of practice for these hours' })).toContainText(
    /Your book: \d\.\d times/,
  )

  // The wind comes: what lives by the calm promises much less, though it is kept.
  const promised = async (): Promise<number> =>
    Number(/(\d\.\d\d)\nlikely/.exec(await junebug.first().innerText())?.[1])
  await desk.press('Keep Texas rig, junebug')
  await expect(page.getByRole('button', { name: 'Keep Texas rig, junebug' })).toHaveAttribute('aria-pressed', 'true')
  const calm = await promised()
  expect(calm).toBeGreaterThan(3)
  await windAt(7).fill('14')
  await windAt(7).press('Enter')
  await expect.poll(promised).toBeLessThan(0.7 * calm)
  await desk.press('Leave at home: Texas rig, junebug')
  await expect(page.getByRole('button', { name: 'Allow Texas rig, junebug again' })).toBeVisible()

  // A point is moved by keys, and what is typed wrong is marked and not used.
  const point = page.getByRole('slider', { name: 'Point of Wind, mph, 10 o’clock' })
  await expect(point).toHaveAttribute('aria-valuetext', '14')
  await point.press('ArrowUp')
  await expect(windAt(10)).toHaveValue('15')
  await windAt(12).fill('breezy')
  await windAt(12).press('Enter')
  await expect(windAt(12)).toHaveAttribute('aria-invalid', 'true')

  // The plan lies in its link; what cannot be read is said.
  await page.reload()
  await expect(page.getByRole('button', { name: 'Allow Texas rig, junebug again' })).toBeVisible()
  await expect(windAt(10)).toHaveValue('15')
  await desk.write('Rods', 'many')
  await expect(page.getByRole('alert')).toHaveText('Rods cannot be read: write a plain number.')
})

test('a forecast is pasted as TAF, and what of it is no use is said', async ({ desk, page }) => {
  await desk.go('/plan')
  const now = new Date()
  const two = (value: number): string => String(value).padStart(2, '0')
  const dayHour = (ms: number): string => `${two(new Date(ms).getUTCDate())}${two(new Date(ms).getUTCHours())}`
  const start = Math.floor(now.getTime() / 3_600_000) * 3_600_000
  const day = 24 * 3_600_000
  const taf = `TAF XVAL ${dayHour(start)}30Z ${dayHour(start)}/${dayHour(start + day)} 20020KT 9999 OVC030\nTAF XVAL ${dayHour(start)}30Z ${dayHour(start)}/${dayHour(start + day)} CNL`
  // Hours of today that are still to come, by the clock of the browser.
  const local = new Date(start + 2 * 3_600_000)
  await desk.write('Day', `${local.getFullYear()}-${two(local.getMonth() + 1)}-${two(local.getDate())}`)
  const from = Math.min(21, local.getHours())
  const cells = { From: String(from), To: String(from + 2) }
  // Both are filled before the page is drawn anew, as where it is drawn slowly; neither is lost.
  await page.evaluate((hours) => {
    for (const [label, hour] of Object.entries(hours)) {
      const cell = [...document.querySelectorAll('label')].find(({ textContent }) => textContent === label)?.control
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(cell, hour)
      cell?.dispatchEvent(new InputEvent('input', { bubbles: true }))
    }
  }, cells)
  await expect(page.getByLabel('From')).toHaveValue(cells.From)
  await expect(page.getByLabel('To', { exact: true })).toHaveValue(cells.To)
  const reports = page.getByText('Use a weather report or forecast')
  const place = await reports.boundingBox()
  await expect(desk.answer).toContainText('Reading every hour of the book…')
  await expect(desk.answer).toContainText('With these 6 rods', { timeout: 90_000 })
  // The answer has its room from the first: nothing moves from under a tap.
  expect(await reports.boundingBox()).toEqual(place)
  await reports.click()
  await desk.write('Or paste the text', taf)
  await desk.press('Use it')
  await desk.sees('From XVAL. Is that near your water?')
  await desk.sees('The forecast of XVAL was cancelled (CNL).')
  await expect(page.getByRole('textbox', { name: `Wind, mph, ${from} o’clock` })).toHaveValue('23')
  await expect(page.getByRole('textbox', { name: `Cloud, %, ${from} o’clock` })).toHaveValue('100')
  // Over 15 mph small boats turn back.
  await desk.sees('The wind is strong enough to turn small boats back.')
  // Two cells of one condition one right after the other: neither is lost, and they tell how the day stands to a front.
  await page.evaluate(() => {
    const cells = [...document.querySelectorAll<HTMLInputElement>('input[aria-label^="Pressure"]')]
    for (const [i, pressure] of ['30.06', '29.80'].entries()) {
      const cell = cells[i === 0 ? 0 : cells.length - 1]
      cell?.focus()
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(cell, pressure)
      cell?.dispatchEvent(new InputEvent('input', { bubbles: true }))
      cell?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
    }
  })
  const pressure = page.locator('input[aria-label^="Pressure"]')
  await expect(pressure.first()).toHaveValue('30.06')
  await expect(pressure.last()).toHaveValue('29.80')
  await expect(page.getByRole('img', { name: /^from .* falling/ })).toBeVisible()

  // The book's own station is asked where it has one: what it foretells goes in the same way.
  const plan = page.url()
  const station = await startWeatherStation()
  await desk.go('/book')
  await desk.write('Weather station', `http://127.0.0.1:${station.port}/metar?station=XVAL`)
  await desk.press('Save addresses')
  await desk.sees('Addresses saved.')
  await page.goto(plan)
  await desk.press('Clear the forecast')
  await expect(page.getByRole('textbox', { name: `Wind, mph, ${from} o’clock` })).toHaveValue('')
  await page.getByText('Use a weather report or forecast').click()
  await desk.press('Fetch from your weather station')
  await desk.sees('From XVAL. Is that near your water?')
  await expect(page.getByRole('textbox', { name: `Wind, mph, ${from} o’clock` })).toHaveValue(/^\d+$/)
  await station.stop()
  await desk.press('Fetch from your weather station')
  await expect(page.getByRole('status').filter({ hasText: /station/ })).toBeVisible()
  await expect(page.getByRole('textbox', { name: `Wind, mph, ${from} o’clock` })).toHaveValue(/^\d+$/)
})

test('from the plan to the water and back: two plans side by side, one launched, its deck checked at the ramp, the outcome beside it', async ({
  app,
}) => {
  const phone = await Phone.start(app)
  const { page } = phone
  const today = await page.evaluate(() => new Date().toLocaleDateString('sv'))
  await phone.go(`/plan?date=${today}&wind=7:6.2&temp=68`)
  await phone.choose('Water', { label: 'Pellock Mill Pond' }, { exact: true })
  // A thumb takes a point up, and the page stays where it is; beside the points it scrolls.
  const point = page.getByRole('slider', { name: 'Point of Wind, mph, 9 o’clock' })
  const [wind, scrolled] = [Number(await point.getAttribute('aria-valuetext')), () => page.evaluate(() => scrollY)]
  await point.scrollIntoViewIfNeeded()
  const from = await scrolled()
  await phone.drag(point, { right: 0, down: -12 })
  await expect.poll(async () => Number(await point.getAttribute('aria-valuetext'))).toBeGreaterThan(wind)
  expect(await scrolled()).toBe(from)
  // Down, as until the answer is there nothing is below to be drawn up.
  await phone.drag(page.getByText('Use a weather report or forecast'), { right: 0, down: 200 })
  await expect.poll(scrolled).toBeLessThan(from)
  await point.press('Delete')
  await expect(phone.answer).toContainText('With these 6 rods', { timeout: 90_000 })
  const yours = page.getByRole('region', { name: 'Your plans' })
  await yours.getByLabel('Name').fill('in the wind')
  await phone.press('Save plan', { in: yours })
  await expect(yours.getByRole('button', { name: 'Save changes' })).toBeVisible()
  await phone.press('Clear the forecast')
  await page.getByRole('textbox', { name: 'Wind, mph, 7 o’clock' }).fill('1')
  await page.getByRole('textbox', { name: 'Wind, mph, 7 o’clock' }).press('Enter')
  await expect(page.getByRole('listitem').filter({ hasText: 'Texas rig, junebug' }).first()).toBeVisible({
    timeout: 60_000,
  })
  await yours.getByLabel('Name').fill('if the wind does not come')
  await phone.press('Save as another', { in: yours })
  await expect(yours.getByRole('listitem').filter({ hasText: 'in the wind' })).toContainText(/\d\.\d\d an hour/)
  // Today shows what lies ready, and leads back to either plan.
  await phone.go('/today')
  const ahead = page.getByRole('region', { name: 'What is ahead' })
  await expect(ahead.getByRole('heading')).toHaveText('Today: Pellock Mill Pond')
  await expect(ahead.getByRole('listitem')).toHaveCount(6)
  await expect(ahead.getByRole('link', { name: /^Also for that day: / })).toHaveCount(1)
  await ahead.getByRole('link', { name: 'Open the plan' }).click()
  await expect(yours.getByRole('button', { name: 'Save changes' })).toBeVisible({ timeout: 90_000 })

  await phone.go('/deck')
  await phone.tap(/^Pellock Mill Pond/)
  await phone.tap('Just me')
  // The list is whole.
  await expect(page.getByRole('button', { name: /^Last rods used/ }).first()).toBeVisible()
  await phone.tap(/^Your plan, in the wind · 6 rods/)
  await expect(page.getByRole('heading', { name: 'First reading' })).toBeVisible()
  await phone.tap(/^Wind: .*type it$/)
  await page.getByRole('textbox', { name: 'Wind' }).fill('2')
  await page.getByRole('textbox', { name: 'Wind' }).press('Enter')
  await phone.tap('Save and launch')
  await expect(page.locator('.rod')).toHaveCount(6)
  await expect(page.locator('.at-ramp')).toContainText(/Wind 2 mph, not 14 mph\. Down: .+\. Up: .+\./, {
    timeout: 90_000,
  })
  await phone.rod(0)
  await expect(page.locator('.at-ramp')).toHaveCount(0)
  await phone.later(30)
  await phone.strike('landed')
  await phone.later(30)
  await phone.tap('Day')
  await phone.tap('End trip')
  await expect(page).toHaveURL(/\/trips\/.*closed/)
  const beside = page.getByRole('region', { name: 'The plan, and what came' })
  await expect(beside).toContainText('Rods of the plan: 1 strike in 1.0 h')
  await expect(beside.getByRole('listitem')).toHaveCount(6)
  // What was fished is no longer ahead; the other plan of the day is.
  await phone.go('/today')
  await expect(ahead.getByText(/^if the wind does not come/)).toBeVisible()
  await expect(ahead.getByRole('link', { name: /^Also for that day: / })).toHaveCount(0)
  await phone.close()
})
