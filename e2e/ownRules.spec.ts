import { expect, test } from './app.ts'

/** What one makes of the answers of the demo book: two of them side by side, rules of one's own, what was new since the search before. */
test('two questions stand side by side, each with its own filters, and the link holds both', async ({ desk, page }) => {
  await desk.go('/findings/when?where=water%3DQuennor%20Reach&along=wind_mps')
  await desk.press('Ask another question beside it')
  const beside = page.getByRole('complementary', { name: 'Beside it' })
  await beside.getByLabel('Question beside').selectOption('Where?')
  // The question before stands until the other is drawn.
  await expect(beside.getByRole('heading', { level: 1 })).toContainText('Where do they bite')
  await desk.press(/^Water: Quennor Reach/, { in: beside })
  const waters = page.getByRole('dialog')
  await desk.press(/^Pellock Mill Pond/, { in: waters })
  await desk.press(/^Quennor Reach/, { in: waters })
  await page.keyboard.press('Escape')
  await expect(beside.getByRole('heading', { level: 1 })).toContainText('Where do they bite on Pellock Mill Pond')
  await expect(beside.getByTestId('answer')).toBeVisible()
  const own = page.getByRole('main').getByRole('heading', { level: 1 })
  await expect(own).toContainText('by wind')
  await expect(own).toContainText('Quennor Reach')

  await page.reload()
  await expect(own).toContainText('Quennor Reach')
  await expect(beside.getByRole('heading', { level: 1 })).toContainText('Pellock Mill Pond')
  // The stretch shows what produced in it, without leaving the page.
  await page.getByRole('main').getByLabel('from', { exact: true }).fill('10')
  await expect(page.getByRole('main').getByRole('img', { name: 'What produces in it?' })).toBeVisible()
  await desk.press('Close', { in: beside })
  await expect(beside).toHaveCount(0)
  // A link may say anything: what is no view stands nowhere, and the page as ever.
  for (const view of ['constructor', '/search', '%00?where=glitter']) {
    await desk.go(`/findings/when?beside=${encodeURIComponent(view)}`)
    await expect(page.getByRole('main').getByTestId('answer')).toBeVisible()
    await expect(beside).toHaveCount(0)
  }
  await desk.go('/findings/when?over=glitter%3Dmuch')
  await expect(page.getByRole('note')).toContainText(
    'Not used, because this book has nothing by that name: glitter=much',
  )
})

test('a row becomes a rule that only trips to come judge; a rule of practice is copied and changed', async ({
  app,
  desk,
  page,
}) => {
  await desk.go('/findings?by=lure&where=water%3DPellock%20Mill%20Pond')
  await desk.press('Make this a rule')
  const form = page.getByRole('region', { name: 'A rule of your own' })
  await expect(form).toContainText('Only trips from now on judge it')
  await form.getByLabel('The rule, as you would say it').fill('Junebug beats the box on the pond.')
  await form.getByText('Change the hours it speaks of').click()
  await form.getByLabel('When').fill('glitter=much')
  await desk.press('Keep the rule', { in: form })
  await expect(form.getByRole('alert')).toContainText('no column glitter')
  // What is half written is there after a look elsewhere.
  await page.reload()
  await desk.press('Make this a rule')
  await expect(form.getByLabel('The rule, as you would say it')).toHaveValue('Junebug beats the box on the pond.')
  await form.getByText('Change the hours it speaks of').click()
  await expect(form.getByLabel('When')).toHaveValue('glitter=much')
  await form.getByLabel('When').fill('water=Pellock Mill Pond')
  await desk.press('Keep the rule', { in: form })
  await expect(form).toHaveCount(0)

  await desk.follow('Are the rules right?', { exact: true })
  const own = page.getByRole('region', { name: 'Rules of your own' }).getByRole('listitem')
  await expect(own).toHaveCount(1)
  await expect(own).toContainText('Junebug beats the box on the pond.')
  // The board that suggested it has hours and strikes in plenty: none of them counts.
  await expect(own).toContainText('Too early to say')
  await expect
    .poll(() => app.query(`select count(*)::int as n from claims where since is not null and deleted_at is null`))
    .toEqual([{ n: 1 }])

  // It speaks in the plan of a day there, as a rule of one's own.
  const rules = page.url()
  const [pond] = await app.query<{ id: string }>(`select id from waters where name = 'Pellock Mill Pond'`)
  await desk.go(`/plan?water=${pond?.id}`)
  await expect(page.getByRole('region', { name: 'Rules of practice for these hours' })).toContainText(
    /Junebug beats the box on the pond\.\s+\(your own rule, judged by the trips since/,
  )
  await page.goto(rules)

  await desk.choose('Water', 'Pellock Mill Pond', { exact: true })
  await desk.press('Test the rules')
  await expect(desk.answer).toBeVisible({ timeout: 90_000 })
  await page.getByRole('button', { name: 'copy and change' }).first().click()
  await page.getByRole('region', { name: 'A rule of your own' }).getByRole('button', { name: 'Keep the rule' }).click()
  await expect(own).toHaveCount(2)
  await own.last().getByRole('button', { name: 'Copy and change' }).click()
  const copied = own.last().getByRole('region', { name: 'A rule of your own' })
  await copied.getByLabel('The rule, as you would say it').fill('The same, as I see it.')
  await desk.press('Keep the rule', { in: copied })
  await expect(own).toHaveCount(3)
  await expect(own.filter({ hasText: 'The same, as I see it.' })).toHaveCount(1)
  await own.first().getByRole('button', { name: 'Strike it out' }).click()
  await expect(own).toHaveCount(2)
  await desk.follow('Practice cards')
  await expect(page.getByRole('heading', { name: 'Practice cards' })).toBeVisible()
  await expect(
    page
      .getByRole('main')
      .getByText(/more hours? of both would tell/)
      .first(),
  ).toBeVisible()
})

test('a search says what is new since the one before', async ({ desk, page }) => {
  await desk.go('/findings/search')
  await desk.choose('Water', 'Pellock Mill Pond', { exact: true })
  const search = page.getByRole('button', { name: 'Search this water' })
  await search.click()
  await expect(desk.answer).toContainText('Pellock Mill Pond')
  await expect(desk.answer).not.toContainText('since')
  await expect(page.getByRole('img', { name: /^The findings on their conditions/ })).toBeVisible()
  // A change of the book that changes no pattern. By links, as one goes: what was found is noted after it is shown, and a page that is loaded anew in the same breath would cut that off.
  await page.getByRole('navigation').getByRole('link', { name: 'Tackle' }).click()
  await desk.follow('New lure')
  await desk.write('Name', 'Made up for this', { exact: true })
  await page.locator('[data-field="class"]').fill('suspending jerkbait')
  await page.getByRole('button', { name: /^Save/ }).first().click()
  // Saved once its page is there: leaving sooner leaves it unsaved.
  await expect(page.getByRole('heading', { name: 'Made up for this' })).toBeVisible()
  await desk.go('/findings/search')
  await desk.choose('Water', 'Pellock Mill Pond', { exact: true })
  await search.click()
  await expect(desk.answer).toContainText(/Nothing new since/)
})
