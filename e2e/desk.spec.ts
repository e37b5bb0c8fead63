import type { Angler } from './angler.ts'
import { expect, jot, test } from './app.ts'

/** The questions of the desk on the demo book, whose truths are planted (docs/demo.md). */
async function ask(desk: Angler, view: string, where = ''): Promise<void> {
  await desk.go(`/findings/${view}${where === '' ? '' : `?where=${encodeURIComponent(where)}`}`)
  await expect(desk.answer).toBeVisible()
}

const choose = async (desk: Angler, choice: RegExp, value: string): Promise<void> => {
  await desk.press(choice)
  await desk.page
    .getByRole('dialog')
    .getByRole('button', { name: new RegExp(`^${value}`) })
    .first()
    .click()
  await desk.page.keyboard.press('Escape')
}

interface Curve {
  readonly window: { readonly from: number; readonly to: number } | null
  readonly points: readonly { readonly x: number; readonly rate: number }[]
}

test('when: the window of the water is found as the command line finds it, a stretch leads to its board, and two conditions are a map', async ({
  desk,
  page,
}) => {
  await desk.go('/findings')
  await desk.follow('When?', { exact: true })
  await expect(page.getByRole('heading', { name: /^When do they bite/ })).toBeVisible()
  await choose(desk, /^Water: any water/, 'Immerlow Reservoir')
  const told = jot<Curve>('analyse', 'curve', '--of', 'water_temp_c', '--where', 'water=Immerlow Reservoir')
  const fahrenheit = (c: number): string => String(Math.round(1.8 * c + 32))
  await expect(desk.answer).toContainText(
    `Best at ${fahrenheit(told.window!.from)} to ${fahrenheit(told.window!.to)} °F`,
  )
  await expect(page.getByRole('img', { name: /Strikes an hour along water temperature/ })).toBeVisible()
  await page.getByText('The same as a table').click()
  await expect(page.getByRole('row')).toHaveCount(told.points.length + 1)
  // From the curve to the board of a stretch, and back at once.
  await desk.write('from', '45', { exact: true })
  await desk.write('to', '50', { exact: true })
  await desk.sees(/^45 to 50 °F: \d+ strikes in/)
  await desk.follow('What produces in it?')
  await expect(page.getByRole('main')).toContainText('45 to 50 °F')
  await page.goBack()
  await expect(desk.answer).toContainText('Best at')
  // Wind and cloud together: the corner of the planted window leads.
  await choose(desk, /^Along: water temperature/, 'wind')
  await choose(desk, /^And: nothing else/, 'cloud')
  await expect(desk.answer).toContainText('working chop, overcast')
  await desk.press(/^working chop, overcast: \d+ strikes/)
  await expect(page).toHaveURL(/findings\?by=lure/)
})

interface Within {
  readonly verdict: string
  readonly within: { readonly ratio: number } | null
}

test('lure or day: what is thrown on good days is no better, colours do not matter, and two rows of the board are compared', async ({
  desk,
  page,
}) => {
  const pair = async (where: string, a: string, b: string): Promise<Within> => {
    await ask(desk, 'compare', where)
    await choose(desk, /^First:/, a)
    await choose(desk, /^Second:/, b)
    const named = (name: string): string => `lure="${name}"`
    return jot<Within>('analyse', 'within', '--a', named(a), '--b', named(b), '--where', where)
  }
  const figure = ({ within }: Within): string => within!.ratio.toFixed(2)
  const chrome = await pair('water=Quennor Reach', 'Lipless, chrome', 'Finesse jig, green pumpkin')
  await expect(page.getByRole('img', { name: /^Trips from Lipless, chrome to/ })).toContainText(figure(chrome))
  expect(chrome.verdict).not.toBe('strong')
  await expect(desk.answer).not.toContainText('brings')
  // Two colours of one jig.
  const colours = await pair('water=Immerlow Reservoir', 'Finesse jig, green pumpkin', 'Finesse jig, brown-purple')
  await expect(page.getByRole('img', { name: /^Trips from/ })).toContainText(figure(colours))
  expect(['no difference shown', 'cannot tell']).toContain(colours.verdict)
  await expect(desk.answer).toContainText(/No difference is shown|cannot be told/)
  // What is picked up when all else is blank is no worse for it.
  const rescue = await pair('', 'Drop shot, morning smoke', 'Finesse jig, green pumpkin')
  await expect(page.getByRole('img', { name: /^Trips from/ })).toContainText(figure(rescue))
  expect(rescue.verdict).not.toBe('strong')
  // From the board: the row looked at, and any other.
  await desk.go(`/findings?by=lure&where=${encodeURIComponent('water=Immerlow Reservoir')}`)
  await desk.choose('Lure or day? Compare with', { label: 'Walker, bone' })
  await expect(page).toHaveURL(/findings\/compare/)
  await expect(desk.answer).toContainText('Walker, bone')
})

test('size, places, seasons, people and changes answer; on the lake where nothing is planted nothing stands out', async ({
  desk,
  page,
}) => {
  await ask(desk, 'size', 'water=Immerlow Reservoir')
  await expect(desk.answer).toContainText('Heaviest: Wedge tail 7, trout')
  await expect(page.getByRole('row', { name: /^Wedge tail 7, trout 12 big ones in 44 hours/ })).toBeVisible()
  await ask(desk, 'seasons', 'water=Immerlow Reservoir')
  await expect(desk.answer).toContainText('April is the best month')
  await ask(desk, 'bite', 'class=suspending jerkbait;water_temp_c=..7.2')
  await expect(desk.answer).toContainText(/of the strikes were hooked/)
  await desk.sees(/^On the pause: \d+ of/)
  // A cold jerkbait wants to stand, and the river's fish lie on the bank that the wind blows on.
  await desk.go(
    `/findings/when?along=pause_s&where=${encodeURIComponent('class=suspending jerkbait;water_temp_c=..7.2')}`,
  )
  await expect(desk.answer).toContainText('Best near 10 s')
  await desk.go(`/findings?by=windblown&where=${encodeURIComponent('water=Quennor Reach;water_temp_c=15.6..')}`)
  await expect(desk.answer).toContainText(/^Windblown bank/)
  await desk.sees(/^Better than the other lures/)
  // Where the wind works, what lives by it is better; under a grey sky surface lures lead, and that may still be chance.
  const board = async (by: string, where: string): Promise<void> => {
    await desk.go(`/findings?by=${by}&where=${encodeURIComponent(where)}`)
  }
  const windLures = 'class=spinnerbait,squarebill,flat-sided crankbait,wide-wobble diving plug,bladed jig'
  await board('wind_band', `water=Quennor Reach;${windLures}`)
  await expect(desk.answer).toContainText(/^Working chop on Quennor Reach/)
  await desk.sees(/^Better than lures like these here at other times/)
  await expect(page.getByRole('button', { name: /^ripple/ })).toContainText('probably worse')
  const surface = 'class=walking topwater,popper,single prop,twin prop,rotating-tail topwater'
  await board('sky_band', `water=Immerlow Reservoir;${surface};water_temp_c=15.6..`)
  await expect(page.getByRole('button', { name: /^partly cloudy/ })).toContainText('probably worse')
  await expect(page.getByRole('button', { name: /^overcast/ })).toContainText('too early')
  await ask(desk, 'changes', 'water=Quennor Reach')
  await desk.sees('Leave or stay')
  await desk.press('Wind fell under 5 mph')
  await expect(page.getByRole('img', { name: 'By lure class: Wind fell under 5 mph' })).toContainText('spinnerbait')
  await ask(desk, 'who')
  await expect(desk.answer).toContainText('no difference between people')
  // Any two rows go on to the comparison.
  const names = await Promise.all(
    ['One of two', 'The other'].map((name) => page.getByLabel(name, { exact: true }).inputValue()),
  )
  await desk.follow('Compare them')
  await expect(desk.answer).toHaveText(`No difference is shown between ${names.join(' and ')}.`)
  for (const view of ['when', 'where', 'seasons']) {
    await ask(desk, view, 'water=Dunmarrow Lake')
    await expect(desk.answer, view).toContainText(/No .* stands out/)
  }
})

test('a filter asks for its answer first, and for what stands below it after that', async ({ desk, page }) => {
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
  await ask(desk, 'seasons')
  await expect.poll(asked).toContainEqual(expect.stringContaining('"week"'))
  const before = (await asked()).length
  await desk.go(`/findings/seasons?where=${encodeURIComponent('water=Immerlow Reservoir')}`)
  await expect(desk.answer).toContainText('April is the best month')
  await expect.poll(async () => (await asked()).slice(before)).toContainEqual(expect.stringContaining('"week"'))
  const now = (await asked()).slice(before)
  const first = (what: string): number => now.findIndex((one) => one.includes(what))
  for (const below of ['"years"', '"week"', '"by":["month","year"]'])
    expect(first(below), below).toBeGreaterThan(first('"by":["month"]'))
  expect(first('"by":["month"]')).toBeGreaterThanOrEqual(0)
})

test('the pattern book of the pond: its one lure, since when, what became of it, pinned, noted and struck out', async ({
  desk,
  page,
}) => {
  await desk.go(`/findings/patterns?where=${encodeURIComponent('water=Pellock Mill Pond')}`)
  await expect(desk.answer).toHaveText('One pattern stands out on Pellock Mill Pond.', { timeout: 120_000 })
  await page.getByRole('group', { name: 'Season' }).getByRole('button', { name: 'summer' }).click()
  await expect(desk.answer).toHaveText('One pattern stands out on Pellock Mill Pond in summer.')
  await desk.press('All year')
  const entry = page.getByRole('listitem').filter({ hasText: 'Texas rig, junebug' }).first()
  await expect(entry).toContainText(/Held on \d+ of \d+ trips since/)
  await desk.press('Your note', { in: entry })
  await entry.getByLabel('Your note').fill('Only from the dam side.')
  await desk.press('Save note', { in: entry })
  await expect(entry).toContainText('Only from the dam side.')
  await desk.press('Pin', { in: entry, exact: true })
  await expect(entry.getByRole('button', { name: 'Unpin' })).toBeVisible()
  await desk.press('Strike out', { in: entry })
  await page.getByText('Struck out: 1').click()
  await expect(page.getByRole('button', { name: 'Put back' })).toBeVisible()
  // Kept on the device: coming back is at once, and the marks with it.
  await page.reload()
  await desk.synced()
  await page.getByText('Struck out: 1').click({ timeout: 10_000 })
  await desk.press('Put back')
  await expect(desk.answer).toHaveText('One pattern stands out on Pellock Mill Pond.')
})
