import { join } from 'node:path'
import { expect, root, test } from './app.ts'

const PICTURE = join(root, 'packages/web/public/icon-512.png')

test('a photo shows on the strip, in the rows and with its strike, opens large, also offline; a lure has its own', async ({
  app,
  desk,
  page,
}) => {
  const [strike] = await app.query<{ trip: string }>(
    `select s.trip from strikes s join trips t on t.id = s.trip where s.outcome = 'landed' and t.effort_known is distinct from 'none' order by t.start desc limit 1`,
  )
  await desk.go(`/trips/${strike!.trip}`)
  await desk.synced()
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => true))
  await desk.press('Edit on the chart')
  await page
    .getByRole('button', { name: /^Strike \d/ })
    .first()
    .click()
  const panel = page.getByRole('region', { name: 'Selected' })
  await desk.give('Add photo', PICTURE)
  const photos = page.getByRole('button', { name: /^Photo: / })
  await expect(photos).toHaveCount(2)
  await expect(panel.getByRole('button', { name: 'Replace photo' })).toBeVisible()
  await desk.synced()
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
  await desk.press('Show as table')
  await expect(photos).toHaveCount(1)

  await desk.go('/tackle')
  await page.getByRole('listitem').getByRole('link').first().click()
  const own = page.getByRole('region', { name: 'Photos' })
  await own.getByLabel('Add photo').setInputFiles(PICTURE)
  await expect(own.getByRole('button', { name: /^Photo: / })).toBeVisible()
  await desk.press('Undo')
  await expect(own.getByRole('button', { name: /^Photo: / })).toHaveCount(0)
})
