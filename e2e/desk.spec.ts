import type { Page } from '@playwright/test'
import { expect, jot, test } from './app.ts'
import type { App } from './app.ts'

/** The questions of the desk on the demo book, whose truths are planted (docs/demo.md). */
const answer = (page: Page) => page.getByTestId('answer').first()

async function ask(page: Page, app: App, view: string, where = ''): Promise<void> {
  await page.goto(`${app.url}/findings/${view}${where === '' ? '' : `?where=${encodeURIComponent(where)}`}`)
  await expect(answer(page)).toBeVisible()
}

const choose = async (page: Page, choice: RegExp, value: string): Promise<void> => {
  await page.getByRole('button', { name: choice }).click()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: new RegExp(`^${value}`) })
    .first()
    .click()
  await page.keyboard.press('Escape')
}

interface Curve {
  readonly window: { readonly from: number; readonly to: number } | null
  readonly points: readonly { readonly x: number; readonly rate: number }[]
}

test('when: the window of the water is found as the command line finds it, a stretch leads to its board, and two conditions are a map', async ({
  app,
  page,
}) => {
  await page.goto(`${app.url}/findings`)
  await page.getByRole('link', { name: 'When?', exact: true }).click()
  await expect(page.getByRole('heading', { name: /^When do they bite/ })).toBeVisible()
  await choose(page, /^Water: any water/, 'Immerlow Reservoir')
  const told = jot<Curve>('analyse', 'curve', '--of', 'water_temp_c', '--where', 'water=Immerlow Reservoir')
  const fahrenheit = (c: number): string => String(Math.round(1.8 * c + 32))
  await expect(answer(page)).toContainText(
    `Best at ${fahrenheit(told.window!.from)} to ${fahrenheit(told.window!.to)} °F`,
  )
  await expect(page.getByRole('img', { name: /Strikes an hour along water temperature/ })).toBeVisible()
  await page.getByText('The same as a table').click()
  await expect(page.getByRole('row')).toHaveCount(told.points.length + 1)
  // From the curve to the board of a stretch, and back at once.
  await page.getByLabel('from', { exact: true }).fill('45')
  await page.getByLabel('to', { exact: true }).fill('50')
  await expect(page.getByText(/^45 to 50 °F: \d+ strikes in/)).toBeVisible()
  await page.getByRole('link', { name: 'What produces in it?' }).click()
  await expect(page.getByRole('main')).toContainText('45 to 50 °F')
  await page.goBack()
  await expect(answer(page)).toContainText('Best at')
  // Wind and cloud together: the corner of the planted window leads.
  await choose(page, /^Along: water temperature/, 'wind')
  await choose(page, /^And: nothing else/, 'cloud')
  await expect(answer(page)).toContainText('working chop, overcast')
  await page.getByRole('button', { name: /^working chop, overcast: \d+ strikes/ }).click()
  await expect(page).toHaveURL(/findings\?by=lure/)
})

interface Within {
  readonly verdict: string
  readonly within: { readonly ratio: number } | null
}

test('lure or day: what is thrown on good days is no better, colours do not matter, and two rows of the board are compared', async ({
  app,
  page,
}) => {
  const pair = async (where: string, a: string, b: string): Promise<Within> => {
    await ask(page, app, 'compare', where)
    await choose(page, /^First:/, a)
    await choose(page, /^Second:/, b)
    const named = (name: string): string => `lure="${name}"`
    return jot<Within>('analyse', 'within', '--a', named(a), '--b', named(b), '--where', where)
  }
  const figure = ({ within }: Within): string => within!.ratio.toFixed(2)
  const chrome = await pair('water=Quennor Reach', 'Lipless, chrome', 'Finesse jig, green pumpkin')
  await expect(page.getByRole('img', { name: /^Trips from Lipless, chrome to/ })).toContainText(figure(chrome))
  expect(chrome.verdict).not.toBe('strong')
  await expect(answer(page)).not.toContainText('brings')
  // Two colours of one jig.
  const colours = await pair('water=Immerlow Reservoir', 'Finesse jig, green pumpkin', 'Finesse jig, brown-purple')
  await expect(page.getByRole('img', { name: /^Trips from/ })).toContainText(figure(colours))
  expect(['no difference shown', 'cannot tell']).toContain(colours.verdict)
  await expect(answer(page)).toContainText(/No difference is shown|cannot be told/)
  // What is picked up when all else is blank is no worse for it.
  const rescue = await pair('', 'Drop shot, morning smoke', 'Finesse jig, green pumpkin')
  await expect(page.getByRole('img', { name: /^Trips from/ })).toContainText(figure(rescue))
  expect(rescue.verdict).not.toBe('strong')
  // From the board: the row looked at, and any other.
  await page.goto(`${app.url}/findings?by=lure&where=${encodeURIComponent('water=Immerlow Reservoir')}`)
  await page.getByLabel('Lure or day? Compare with').selectOption({ label: 'Walker, bone' })
  await expect(page).toHaveURL(/findings\/compare/)
  await expect(answer(page)).toContainText('Walker, bone')
})

test('size, places, seasons, people and changes answer; on the lake where nothing is planted nothing stands out', async ({
  app,
  page,
}) => {
  await ask(page, app, 'size', 'water=Immerlow Reservoir')
  await expect(answer(page)).toContainText('Heaviest: Wedge tail 7, trout')
  await expect(page.getByRole('row', { name: /^Wedge tail 7, trout 12 big ones in 44 hours/ })).toBeVisible()
  await ask(page, app, 'seasons', 'water=Immerlow Reservoir')
  await expect(answer(page)).toContainText('April is the best month')
  await ask(page, app, 'bite', 'class=suspending jerkbait;water_temp_c=..7.2')
  await expect(answer(page)).toContainText(/of the strikes were hooked/)
  await expect(page.getByText(/^On the pause: \d+ of/)).toBeVisible()
  // A cold jerkbait wants to stand, and the river's fish lie on the bank that the wind blows on.
  await page.goto(
    `${app.url}/findings/when?along=pause_s&where=${encodeURIComponent('class=suspending jerkbait;water_temp_c=..7.2')}`,
  )
  await expect(answer(page)).toContainText('Best near 10 s')
  await page.goto(
    `${app.url}/findings?by=windblown&where=${encodeURIComponent('water=Quennor Reach;water_temp_c=15.6..')}`,
  )
  await expect(answer(page)).toContainText(/^Windblown bank/)
  await expect(page.getByText(/^Better than the other lures/)).toBeVisible()
  // Where the wind works, what lives by it is better; under a grey sky surface lures lead, and that may still be chance.
  const board = async (by: string, where: string): Promise<void> => {
    await page.goto(`${app.url}/findings?by=${by}&where=${encodeURIComponent(where)}`)
  }
  const windLures = 'class=spinnerbait,squarebill,flat-sided crankbait,wide-wobble diving plug,bladed jig'
  await board('wind_band', `water=Quennor Reach;${windLures}`)
  await expect(answer(page)).toContainText(/^Working chop on Quennor Reach/)
  await expect(page.getByText(/^Better than lures like these here at other times/)).toBeVisible()
  await expect(page.getByRole('button', { name: /^ripple/ })).toContainText('probably worse')
  const surface = 'class=walking topwater,popper,single prop,twin prop,rotating-tail topwater'
  await board('sky_band', `water=Immerlow Reservoir;${surface};water_temp_c=15.6..`)
  await expect(page.getByRole('button', { name: /^partly cloudy/ })).toContainText('probably worse')
  await expect(page.getByRole('button', { name: /^overcast/ })).toContainText('too early')
  await ask(page, app, 'changes', 'water=Quennor Reach')
  await expect(page.getByText('Leave or stay')).toBeVisible()
  await page.getByRole('button', { name: 'Wind fell under 5 mph' }).click()
  await expect(page.getByRole('img', { name: 'By lure class: Wind fell under 5 mph' })).toContainText('spinnerbait')
  await ask(page, app, 'who')
  await expect(answer(page)).toContainText('no difference between people')
  // Any two rows go on to the comparison.
  const names = await Promise.all(
    ['One of two', 'The other'].map((name) => page.getByLabel(name, { exact: true }).inputValue()),
  )
  await page.getByRole('link', { name: 'Compare them' }).click()
  await expect(answer(page)).toHaveText(`No difference is shown between ${names.join(' and ')}.`)
  for (const view of ['when', 'where', 'seasons']) {
    await ask(page, app, view, 'water=Dunmarrow Lake')
    await expect(answer(page), view).toContainText(/No .* stands out/)
  }
})

test('a filter asks for its answer first, and for what stands below it after that', async ({ app, page }) => {
  await page.addInitScript(() => {
    const asked: string[] = []
    Object.assign(window, { asked })
    const post = Reflect.get(Worker.prototype, 'postMessage')
    Worker.prototype.postMessage = function (this: Worker, ...sent: unknown[]): void {
      asked.push(JSON.stringify(sent[0]))
      Reflect.apply(post, this, sent)
    }
  })
  const asked = (): Promise<string[]> => page.evaluate(() => Reflect.get(window, 'asked') as string[])
  await ask(page, app, 'seasons')
  await expect.poll(asked).toContainEqual(expect.stringContaining('"week"'))
  const before = (await asked()).length
  await page.evaluate(() => {
    history.pushState({}, '', `?where=${encodeURIComponent('water=Immerlow Reservoir')}`)
    dispatchEvent(new PopStateEvent('popstate', { state: {} }))
  })
  await expect(answer(page)).toContainText('April is the best month')
  await expect.poll(async () => (await asked()).slice(before)).toContainEqual(expect.stringContaining('"week"'))
  const now = (await asked()).slice(before)
  const first = (what: string): number => now.findIndex((one) => one.includes(what))
  for (const below of ['"years"', '"week"', '"by":["month","year"]'])
    expect(first(below), below).toBeGreaterThan(first('"by":["month"]'))
  expect(first('"by":["month"]')).toBeGreaterThanOrEqual(0)
})

test('the pattern book of the pond: its one lure, since when, what became of it, pinned, noted and struck out', async ({
  app,
  page,
}) => {
  await page.goto(`${app.url}/findings/patterns?where=${encodeURIComponent('water=Pellock Mill Pond')}`)
  await expect(answer(page)).toHaveText('One pattern stands out on Pellock Mill Pond.', { timeout: 120_000 })
  await page.getByRole('group', { name: 'Season' }).getByRole('button', { name: 'summer' }).click()
  await expect(answer(page)).toHaveText('One pattern stands out on Pellock Mill Pond in summer.')
  await page.getByRole('button', { name: 'All year' }).click()
  const entry = page.getByRole('listitem').filter({ hasText: 'Texas rig, junebug' }).first()
  await expect(entry).toContainText(/Held on \d+ of \d+ trips since/)
  await entry.getByRole('button', { name: 'Your note' }).click()
  await entry.getByLabel('Your note').fill('Only from the dam side.')
  await entry.getByRole('button', { name: 'Save note' }).click()
  await expect(entry).toContainText('Only from the dam side.')
  await entry.getByRole('button', { name: 'Pin', exact: true }).click()
  await expect(entry.getByRole('button', { name: 'Unpin' })).toBeVisible()
  await entry.getByRole('button', { name: 'Strike out' }).click()
  await page.getByText('Struck out: 1').click()
  await expect(page.getByRole('button', { name: 'Put back' })).toBeVisible()
  // Kept on the device: coming back is at once, and the marks with it.
  await page.reload()
  await expect(page.getByTestId('sync-state')).toHaveText(/Synced/)
  await page.getByText('Struck out: 1').click({ timeout: 10_000 })
  await page.getByRole('button', { name: 'Put back' }).click()
  await expect(answer(page)).toHaveText('One pattern stands out on Pellock Mill Pond.')
})
