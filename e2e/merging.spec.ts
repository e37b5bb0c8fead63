import { expect, test } from './app.ts'

test('a lure that was entered twice is merged, read as one everywhere, and undone', async ({ app, page }) => {
  await page.goto(`${app.url}/tackle/new`)
  await expect(page.getByTestId('sync-state')).toHaveText(/Synced/)
  await page.getByLabel('Name').fill('Another white one')
  await page.locator('[data-field="class"]').fill('spinnerbait')
  await page.locator('[data-field="price"]').fill('7')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name: 'Another white one' })).toBeVisible()
  const duplicate = new URL(page.url()).pathname
  const [lure] = await app.query<{ id: string; name: string; n: number }>(
    `select l.id, l.name, count(*)::int as n from lures l join stints s on s.lure = l.id where l.id <> $1 group by l.id, l.name order by n desc limit 1`,
    [duplicate.split('/').at(-1)],
  )
  // The one with hours becomes part of the one without: its stints then count there.
  await page.goto(`${app.url}/tackle/${lure!.id}`)
  await page.getByLabel(`${lure!.name} is the same as`).selectOption({ label: 'Another white one' })
  await page.getByRole('button', { name: 'Merge', exact: true }).click()
  await expect(page).toHaveURL(new RegExp(`${duplicate}$`))
  await expect(page.getByRole('region', { name: 'Results' }).getByRole('row').first()).toBeVisible()
  // An old link leads on.
  await page.goto(`${app.url}/tackle/${lure!.id}`)
  await expect(page).toHaveURL(new RegExp(`${duplicate}$`))
  await page.goto(`${app.url}/findings?by=lure`)
  await expect(page.getByRole('main').getByText('Another white one').first()).toBeVisible()
  await expect(page.getByRole('main').getByText(lure!.name, { exact: true })).toHaveCount(0)
  await expect.poll(() => app.query(`select 1 from lures where merged_into is not null`)).toHaveLength(1)

  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('main').getByText(lure!.name, { exact: true }).first()).toBeVisible()
  await expect.poll(() => app.query(`select 1 from lures where merged_into is not null`)).toHaveLength(0)
})

test('people are renamed and merged on all trips; a book is renamed, deleted by its name and restored', async ({
  app,
  page,
}) => {
  await page.goto(`${app.url}/book`)
  await expect(page.getByTestId('sync-state')).toHaveText(/Synced/)
  const people = page.getByRole('region', { name: 'People' })
  await expect(people).toContainText('Rowan 139 trips')
  await people.getByRole('button', { name: 'Rename Tilda' }).click()
  await people.getByLabel('Name of Tilda').fill('Rowan')
  await people.getByRole('button', { name: 'Merge' }).click()
  await expect(people).not.toContainText('Tilda')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(people).toContainText('Tilda 72 trips')

  const books = page.getByRole('region', { name: 'Your books' })
  await books.getByRole('button', { name: 'Rename', exact: true }).click()
  await books.getByLabel('Name of the book').fill('Our valley')
  await books.getByRole('button', { name: 'Rename', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Our valley' })).toBeVisible()
  await expect(page.getByTestId('sync-state')).toHaveText(/Synced/)
  await books.getByRole('button', { name: 'Delete book' }).click()
  await books.getByLabel('Type Our valley to delete it').fill('our valley')
  await expect(books.getByRole('button', { name: 'Delete book' })).toBeDisabled()
  await books.getByLabel('Type Our valley to delete it').fill('Our valley')
  await books.getByRole('button', { name: 'Delete book' }).click()
  // The only book: a new one can be made, or this one be taken back.
  await expect(page).toHaveURL(/\/start$/)
  await page.getByRole('button', { name: 'Restore Our valley' }).click()
  await page.goto(`${app.url}/book`)
  await expect(page.getByRole('heading', { level: 1, name: 'Our valley' })).toBeVisible()
})
