import { expect, test } from './app.ts'

test('the evening before: the deck follows the forecast, says why each rod is there, and whether it has earned trust', async ({
  app,
  page,
}) => {
  await page.goto(`${app.url}/today`)
  await page.getByRole('navigation').getByRole('link', { name: 'Plan' }).click()
  await page.getByLabel('Water', { exact: true }).selectOption({ label: 'Pellock Mill Pond' })
  await page.getByLabel('Water, °F').fill('68')
  await page.getByLabel('Wind at first, mph').fill('2')
  // The model reads every hour of the book once.
  await expect(page.getByTestId('answer')).toContainText(
    /With these 6 rods the best of each hour should bring \d\.\d\d strikes/,
    { timeout: 60_000 },
  )
  const bottom = page.getByRole('region', { name: 'Bottom' })
  const junebug = page.getByRole('listitem').filter({ hasText: 'Texas rig, junebug' })
  await expect(bottom.getByRole('listitem').filter({ hasText: 'Texas rig, junebug' })).toContainText(
    '133 strikes in 29.6 hours of its own here, on 31 trips',
  )
  await expect(page.getByTestId('answer')).toContainText(
    /Over your last 135 trips, rods this plan would have picked brought 1\.\d\d times/,
    { timeout: 60_000 },
  )

  // The wind comes: what lives by the calm promises much less, though it is kept.
  const promised = async (): Promise<number> =>
    Number(/(\d\.\d\d)\nlikely/.exec(await junebug.first().innerText())?.[1])
  await page.getByRole('button', { name: 'Keep Texas rig, junebug' }).click()
  await expect(page.getByRole('button', { name: 'Keep Texas rig, junebug' })).toHaveAttribute('aria-pressed', 'true')
  const calm = await promised()
  expect(calm).toBeGreaterThan(3)
  await page.getByLabel('Wind at first, mph').fill('14')
  await expect.poll(promised).toBeLessThan(0.7 * calm)
  await page.getByRole('button', { name: 'Leave at home: Texas rig, junebug' }).click()
  await expect(page.getByRole('button', { name: 'Allow Texas rig, junebug again' })).toBeVisible()

  // The plan lies in its link; what cannot be read is said.
  await page.reload()
  await expect(page.getByRole('button', { name: 'Allow Texas rig, junebug again' })).toBeVisible({ timeout: 60_000 })
  await page.getByLabel('Rods').fill('many')
  await expect(page.getByRole('alert')).toHaveText('Rods cannot be read: write a plain number.')
})
