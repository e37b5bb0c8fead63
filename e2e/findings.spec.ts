import { expect, jot, test } from './app.ts'

interface Patterns {
  readonly findings: readonly { readonly strikes: number; readonly hours: number; readonly strength: string }[]
  readonly stand_out_everywhere: Patterns['findings']
  readonly candidates: number
}

test('a water is searched on the device with no server, called off, and says what the command line says', async ({
  app,
  desk,
  page,
}) => {
  const WATER = 'Immerlow Reservoir'
  await desk.go('/findings')
  await desk.synced()
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => true))
  await app.stop()
  await desk.follow('What stands out?', { exact: true })
  await desk.choose('Water', WATER, { exact: true })
  const search = page.getByRole('button', { name: 'Search this water' })
  await search.click()
  await expect(page.getByRole('progressbar', { name: 'Search this water' })).toBeVisible()
  await desk.press('Stop')
  await expect(search).toBeVisible()
  await expect(desk.answer).toHaveCount(0)

  await search.click()
  // What stands out is there long before its chance is weighed, and says so.
  const soFar = page.getByTestId('so-far')
  await expect(soFar).toContainText('chance has not been weighed yet')
  await expect(soFar.getByRole('listitem').first()).toContainText(/strikes? in .* hours on \d+ trips?/)
  const told = jot<Patterns>('analyse', 'search', '--water', WATER)
  const strong = [...told.findings, ...told.stand_out_everywhere].filter(({ strength }) => strength === 'strong')
  const found = `On ${WATER}, ${strong.length === 1 ? 'one pattern stands' : `${strong.length} patterns stand`} out`
  await expect(desk.answer).toContainText(
    `${told.candidates.toLocaleString('en')} combinations tried, each compared with 200 shuffled copies`,
  )
  await expect(desk.answer).toContainText(found)
  await expect(soFar).toHaveCount(0)
  const first = strong[0]!
  await desk.sees(`${first.strikes} strikes in ${first.hours.toFixed(1)} hours on`)
  await page.getByRole('link', { name: 'Open in the board' }).first().click()
  await expect(page.getByText(`${first.strikes} strikes in ${first.hours.toFixed(1)} hours`).first()).toBeVisible()
  // The board names the water, and Back finds the answer that took seconds.
  await expect(page.getByRole('main')).toContainText(WATER)
  await expect(page.getByText(/Not used/)).toHaveCount(0)
  await page.goBack()
  await expect(desk.answer).toContainText(found)
})

test('a link says what of it this book does not have, and of which book it is', async ({ desk, page }) => {
  await desk.go(`/findings?by=lure,moon&where=${encodeURIComponent('water=Elsewhere;season=spring;depth=deep')}`)
  await expect(page.getByRole('note').filter({ hasText: 'Not used' })).toHaveText(
    /moon, depth=deep, and water=Elsewhere\.$/,
  )
  await desk.synced()
  const book = await page.evaluate(
    () => (JSON.parse(localStorage.getItem('jot-session') ?? '{}') as { book: string }).book,
  )
  await desk.go('/findings?by=class')
  await desk.press('Grouped by: lure class')
  await desk.press('season', { exact: true })
  await expect(page).toHaveURL(new RegExp(`book=${book}`))
  await desk.go(`/findings?book=${book}&by=class`)
  await desk.synced()
  await expect(page.getByText(/from a book you cannot open/)).toHaveCount(0)
  await desk.go('/findings?book=0192f0c1-0000-7000-8000-000000000000&by=class')
  await desk.sees(/from a book you cannot open/)
})

test('the rules of the trade are tried, and what waits for hours says for which', async ({ desk, page }) => {
  // The page comes before its book does: no press is lost meanwhile.
  await page.route('**/api/session', async (route) => {
    await new Promise((go) => setTimeout(go, 1500))
    await route.continue()
  })
  await desk.go('/findings/trial')
  await desk.press('Test the rules')
  await expect(page.getByTestId('so-far')).toContainText(/\d rules? tested so far/)
  const told = jot<{ claim: string; says: string; verdict: string; ratio: number | null; why?: string }[]>(
    'analyse',
    'claims',
  )
  const of = (verdict: string): typeof told => told.filter((trial) => trial.verdict === verdict)
  await expect(desk.answer).toContainText(`For ${of('too early').length} it is too early to say.`, { timeout: 120_000 })
  for (const { says } of [...of('holds'), ...of('fails')]) await desk.sees(says, { exact: true })
  // Planted: once the wind has fallen these lures are dead, and chartreuse in mud is worse; the grey sky has too few days to say.
  const planted = { C12: 'holds', C8: 'fails', T2: 'too early' }
  for (const [id, verdict] of Object.entries(planted)) {
    const { says, ratio, ...trial } = told.find(({ claim }) => claim === id)!
    expect(trial.verdict, id).toBe(verdict)
    if (verdict !== 'too early')
      await expect(page.getByRole('listitem').filter({ hasText: says }).first()).toContainText(`${ratio!.toFixed(1)} ×`)
  }
  // What this crew logs leaves no rule without its fields; those that wait for hours are folded, and say what they wait for.
  await expect(page.getByText(/^Not testable with what you log/)).toHaveCount(0)
  const waiting = of('too early').find(({ why }) => why !== undefined)!
  await expect(page.getByText(waiting.says, { exact: true })).toBeHidden()
  await page.getByText(/^Too early to say · \d/).click()
  await desk.sees(waiting.says, { exact: true })
  await expect(page.getByText(waiting.why!).first()).toBeVisible()
  await expect(page.getByText(told.find(({ claim }) => claim === 'T2')!.says, { exact: true })).toBeVisible()
})
