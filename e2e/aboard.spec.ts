import { expect } from '@playwright/test'
import type { BrowserContext, Page } from '@playwright/test'
import { App, openBrowser, test } from './app.ts'

const OWNER = { name: 'captain', password: 'a long enough one' }

async function device(): Promise<{ context: BrowserContext; page: Page }> {
  const context = await openBrowser({ ignoreHTTPSErrors: true })
  return { context, page: await context.newPage() }
}

const code = async (page: Page, whom: string): Promise<string> => {
  await page.getByRole('button', { name: whom }).click()
  await expect(page.getByRole('img', { name: /Scan this/ })).toBeVisible()
  return (await page.getByTestId('pairing-url').textContent()) ?? ''
}

test('a book opened to a network: the owner signs in, pairs a phone by a code, takes crew aboard, and revokes', async () => {
  // Nobody could sign in: it does not open.
  await expect(App.openToNetwork()).rejects.toThrow('the server ended with 1')
  const app = await App.openToNetwork(OWNER)
  const desk = await device()
  await desk.page.goto(app.url)
  await expect(desk.page).toHaveURL(/sign-in/)
  await desk.page.getByLabel('Name').fill(OWNER.name)
  await desk.page.getByLabel('Password').fill('not this one at all')
  await desk.page.getByRole('button', { name: 'Sign in' }).click()
  await expect(desk.page.getByRole('alert')).toContainText('The name or the password is not right.')
  await desk.page.getByLabel('Password').fill(OWNER.password)
  await desk.page.getByRole('button', { name: 'Sign in' }).click()
  await expect(desk.page.getByTestId('sync-state')).toHaveText(/Synced/)

  await desk.page.goto(`${app.url}/book`)
  const mine = await code(desk.page, 'Add your phone or tablet')
  const phone = await device()
  await phone.page.goto(mine)
  await phone.page.getByLabel('Name of this device').fill('Deck phone')
  await phone.page.getByRole('button', { name: 'Join' }).click()
  await expect(phone.page.getByTestId('sync-state')).toHaveText(/Synced/)
  const late = await device()
  await late.page.goto(mine)
  await late.page.getByRole('button', { name: 'Join' }).click()
  await expect(late.page.getByRole('alert')).toContainText('works once')

  await desk.page.getByRole('button', { name: 'Invite crew' }).click()
  await expect.poll(async () => await desk.page.getByTestId('pairing-url').textContent()).not.toBe(mine)
  await late.page.goto('about:blank')
  await late.page.goto((await desk.page.getByTestId('pairing-url').textContent()) ?? '')
  await late.page.getByLabel('Your name on the boat').fill('Wren')
  await late.page.getByRole('button', { name: 'Join' }).click()
  await expect(late.page.getByTestId('sync-state')).toHaveText(/Synced/)
  expect(await app.query(`select name, role from members order by role`)).toEqual([
    { name: 'Wren', role: 'crew' },
    { name: 'Owner', role: 'owner' },
  ])

  await desk.page.reload()
  await desk.page.getByRole('button', { name: 'Sign out Deck phone' }).click()
  await expect(desk.page.getByRole('button', { name: 'Sign out Deck phone' })).toHaveCount(0)
  await phone.page.reload()
  await expect(phone.page.getByTestId('sync-state')).toHaveText('Sign in to sync')
  for (const { context } of [desk, phone, late]) await context.close()
  await app.stop()
})
