import { expect, test } from './app.ts'
import { Phone } from './deckDay.ts'

test('a newcomer’s first strike is on the board after 20 taps on a phone, without the dock', async ({ app }) => {
  const phone = await Phone.start(app)
  const { page } = phone
  await phone.go('/today')
  let taps = 0
  const tap = async (role: 'button' | 'link', name: string | RegExp): Promise<void> => {
    taps++
    await page.getByRole(role, { name }).first().tap()
  }
  const type = async (label: string, text: string): Promise<void> => {
    taps++
    await page.getByLabel(label, { exact: true }).tap()
    await page.keyboard.type(text)
  }

  await tap('link', 'Start my own')
  await type('Name of your book', 'My book')
  await type('Name of the water', 'Long Pond')
  await tap('button', 'Start the book')
  await tap('link', 'Start a trip')
  await tap('button', /^Long Pond/)
  await tap('button', /^Just me/)
  await tap('button', /^Your lures: 1/)
  await tap('button', /^Launch/)
  await expect(page.locator('.rod')).toHaveCount(1)
  taps++
  await page.locator('.rod').first().tap()
  await phone.later(35)
  await tap('button', /^Strike/)
  await expect(page.getByTestId('said')).toHaveText(/^Strike \d/)
  await tap('button', 'landed')
  await phone.later(25)
  await tap('button', 'Day')
  await tap('button', 'End trip')
  await expect(page.getByText(/Long Pond/).first()).toBeVisible()
  await tap('link', 'Findings')
  await expect(page.getByText('1 strike in 1.0 hours on 1 trip').first()).toBeVisible()
  expect(taps).toBeLessThanOrEqual(20)
  await phone.close()
})
