import { expect, test } from './app.ts'

test('a lure that was entered twice is merged, read as one everywhere, and undone', async ({ app, desk, page }) => {
  await desk.go('/tackle/new')
  await desk.synced()
  await desk.write('Name', 'Another white one')
  await page.locator('[data-field="class"]').fill('spinnerbait')
  await page.locator('[data-field="price"]').fill('7')
  await desk.press('Save')
  await expect(page.getByRole('heading', { name: 'Another white one' })).toBeVisible()
  const duplicate = new URL(page.url()).pathname
  const [lure] = await app.query<{ id: string; name: string; n: number }>(
    `select l.id, l.name, count(*)::int as n from lures l join stints s on s.lure = l.id where l.id <> $1 group by l.id, l.name order by n desc limit 1`,
    [duplicate.split('/').at(-1)],
  )
  // The one with hours becomes part of the one without: its stints then count there.
  await desk.go(`/tackle/${lure!.id}`)
  await desk.choose(`${lure!.name} is the same as`, { label: 'Another white one' })
  await desk.press('Merge', { exact: true })
  await expect(page).toHaveURL(new RegExp(`${duplicate}$`))
  await expect(page.getByRole('region', { name: 'Results' }).getByRole('row').first()).toBeVisible()
  // An old link leads on.
  await desk.go(`/tackle/${lure!.id}`)
  await expect(page).toHaveURL(new RegExp(`${duplicate}$`))
  await desk.go('/findings?by=lure')
  await expect(page.getByRole('main').getByText('Another white one').first()).toBeVisible()
  await expect(page.getByRole('main').getByText(lure!.name, { exact: true })).toHaveCount(0)
  await expect.poll(() => app.query(`select 1 from lures where merged_into is not null`)).toHaveLength(1)

  await desk.press('Undo')
  await expect(page.getByRole('main').getByText(lure!.name, { exact: true }).first()).toBeVisible()
  await expect.poll(() => app.query(`select 1 from lures where merged_into is not null`)).toHaveLength(0)
})

test('people are renamed and merged on all trips; a book is renamed, deleted by its name and restored', async ({
  desk,
  page,
}) => {
  await desk.go('/book')
  await desk.synced()
  const people = page.getByRole('region', { name: 'People' })
  await expect(people).toContainText('Rowan 139 trips')
  await desk.press('Rename Tilda', { in: people })
  await people.getByLabel('Name of Tilda').fill('Rowan')
  await desk.press('Merge', { in: people })
  await expect(people).not.toContainText('Tilda')
  await desk.press('Undo')
  await expect(people).toContainText('Tilda 72 trips')

  const books = page.getByRole('region', { name: 'Your books' })
  await desk.press('Rename', { in: books, exact: true })
  await books.getByLabel('Name of the book').fill('Our valley')
  await desk.press('Rename', { in: books, exact: true })
  await expect(page.getByRole('heading', { level: 1, name: 'Our valley' })).toBeVisible()
  await desk.synced()
  await desk.press('Delete book', { in: books })
  await books.getByLabel('Type Our valley to delete it').fill('our valley')
  await expect(books.getByRole('button', { name: 'Delete book' })).toBeDisabled()
  await books.getByLabel('Type Our valley to delete it').fill('Our valley')
  await desk.press('Delete book', { in: books })
  // The only book: a new one can be made, or this one be taken back.
  await expect(page).toHaveURL(/\/start$/)
  await desk.press('Restore Our valley')
  // It lies open again.
  await expect(page).toHaveURL(/\/today$/)
  await desk.go('/book')
  await expect(page.getByRole('heading', { level: 1, name: 'Our valley' })).toBeVisible()
})
