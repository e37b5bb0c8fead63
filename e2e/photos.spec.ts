import { join } from 'node:path'
import { expect, root, test } from './app.ts'

const PICTURE = join(root, 'packages/web/public/icon-512.png')

test('a photo shows on the strip, in the rows and with its strike, opens large, also offline; a lure has its own', async ({
  app,
  page,
}) => {
  const [strike] = await app.query<{ trip: string }>(
    `select s.trip from strikes s join trips t on t.id = s.trip where s.outcome = 'landed' and t.effort_known is distinct from 'none' order by t.start desc limit 1`,
  )
  await page.goto(`${app.url}/trips/${strike!.trip}`)
  await expect(page.getByTestId('sync-state')).toHaveText(/Synced/)
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => true))
  await page.getByRole('button', { name: 'Edit on the chart' }).click()
  await page
    .getByRole('button', { name: /^Strike \d/ })
    .first()
    .click()
  const panel = page.getByRole('region', { name: 'Selected' })
  await page.getByLabel('Add photo').setInputFiles(PICTURE)
  const photos = page.getByRole('button', { name: /^Photo: / })
  await expect(photos).toHaveCount(2)
  await expect(panel.getByRole('button', { name: 'Replace photo' })).toBeVisible()
  await expect(page.getByTestId('sync-state')).toHaveText(/Synced/)
  await expect.poll(() => app.query(`select 1 from pictures`)).toHaveLength(1)

  // Sent, and still here with the server gone.
  await app.stop()
  await page.reload()
  await photos.first().click()
  const large = page.getByRole('dialog')
  await expect(large.getByRole('img')).toHaveJSProperty('naturalWidth', 512)
  await page.keyboard.press('Escape')
  await expect(large).toHaveCount(0)
  await expect(photos.first()).toBeFocused()
  await page.getByRole('button', { name: 'Show as table' }).click()
  await expect(photos).toHaveCount(1)

  await page.goto(`${app.url}/tackle`)
  await page.getByRole('listitem').getByRole('link').first().click()
  const own = page.getByRole('region', { name: 'Photos' })
  await own.getByLabel('Add photo').setInputFiles(PICTURE)
  await expect(own.getByRole('button', { name: /^Photo: / })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(own.getByRole('button', { name: /^Photo: / })).toHaveCount(0)
})
