import { expect } from '@playwright/test'
import type { Angler } from './angler.ts'
import { App, newDevice, test } from './app.ts'

const OWNER = { name: 'captain', password: 'a long enough one' }

const code = async (desk: Angler, whom: string): Promise<string> => {
  await desk.press(whom)
  await expect(desk.page.getByRole('img', { name: /Scan this/ })).toBeVisible()
  return (await desk.page.getByTestId('pairing-url').textContent()) ?? ''
}

test('a book opened to a network: the owner signs in, pairs a phone by a code, takes crew aboard, and revokes', async () => {
  // Nobody could sign in: it does not open.
  await expect(App.openToNetwork()).rejects.toThrow('the server ended with 1')
  const app = await App.openToNetwork(OWNER)
  const desk = await newDevice(app, { ignoreHTTPSErrors: true })
  await desk.open('')
  await expect(desk.page).toHaveURL(/sign-in/)
  await desk.write('Name', OWNER.name)
  await desk.write('Password', 'not this one at all')
  await desk.press('Sign in')
  await expect(desk.page.getByRole('alert')).toContainText('The name or the password is not right.')
  await desk.write('Password', OWNER.password)
  await desk.press('Sign in')
  await desk.synced()

  await desk.go('/book')
  const mine = await code(desk, 'Add your phone or tablet')
  const phone = await newDevice(app, { ignoreHTTPSErrors: true })
  await phone.page.goto(mine)
  await phone.write('Name of this device', 'Deck phone')
  await phone.press('Join')
  await phone.synced()
  const late = await newDevice(app, { ignoreHTTPSErrors: true })
  await late.page.goto(mine)
  await late.press('Join')
  await expect(late.page.getByRole('alert')).toContainText('works once')

  await desk.press('Invite crew')
  await expect.poll(async () => await desk.page.getByTestId('pairing-url').textContent()).not.toBe(mine)
  await late.page.goto('about:blank')
  await late.page.goto((await desk.page.getByTestId('pairing-url').textContent()) ?? '')
  await late.write('Your name on the boat', 'Wren')
  await late.press('Join')
  await late.synced()
  expect(await app.query(`select name, role from members order by role`)).toEqual([
    { name: 'Wren', role: 'crew' },
    { name: 'Owner', role: 'owner' },
  ])

  await desk.page.reload()
  await desk.press('Sign out Deck phone')
  await expect(desk.page.getByRole('button', { name: 'Sign out Deck phone' })).toHaveCount(0)
  await phone.page.reload()
  await expect(phone.page.getByTestId('sync-state')).toHaveText('Sign in to sync')
  for (const { page } of [desk, phone, late]) await page.context().close()
  await app.stop()
})
