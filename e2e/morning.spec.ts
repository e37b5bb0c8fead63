import { expect, test } from './app.ts'
import { Phone } from './deckDay.ts'

/** What a careful morning may cost beyond rods and strikes, in taps. */
const MOST_EXTRA = 45

test('a morning by thumb: six rods, four ways of fishing, three places, five strikes, two seen; every tap is on the board', async ({
  app,
}) => {
  const phone = await Phone.start(app)
  const { page } = phone
  await app.stop()
  await phone.launch('Immerlow Reservoir', 'Just me')
  let extra = 0
  /** Taps beyond those on rods and on Strike. */
  const told = async (...names: readonly (string | RegExp | readonly [string, string])[]): Promise<void> => {
    for (const name of names) {
      if (name instanceof Array) extra += await phone.pick(...name)
      else await phone.tap(name)
    }
    extra += names.filter((name) => !(name instanceof Array)).length
  }
  // The deck lies as it did: further rods come from the tackle until there are six.
  while ((await page.locator('.rod').count()) < 6) {
    await phone.tap('Day')
    await page.locator('.from-tackle select').selectOption({ index: 1 })
    const which = page.getByRole('heading', { name: /on which rod\?/ })
    if (await which.isVisible()) await page.locator('.choices .target').first().tap()
    else await phone.tap('Done')
  }
  const rod = async (index: number): Promise<void> => {
    await phone.rod(index)
    await phone.tap('plan', 'Why: plan')
  }
  await rod(0)
  await told(/^How: /, ['Retrieve', 'rip and stop'], 'Pause: more', 'Pause: more', 'short', 'Done')
  await told(/^Where: /, ['Kind of place', 'main point'], ['Cover', 'chunk rock'], 'windblown', 'Done')
  await phone.later(20)
  await phone.strike('missed')
  await rod(1)
  await told(/^How: /, ['Retrieve', 'drag'], 'down-slope', 'Done')
  await phone.later(15)
  await phone.strike('lost')
  await told('Reading', 'Bait, bass or people seen', 'schools of fry', '7 to 12', 'Save')
  await rod(2)
  await told(/^Where: /, ['Cover', 'dock'], 'Done')
  await phone.later(25)
  await phone.strike('lost')
  await rod(3)
  await told(/^How: /, ['Retrieve', 'shake'], 'Done')
  await phone.later(20)
  await phone.strike('missed')
  await rod(4)
  // It has been so for a while: told for a quarter of an hour back.
  await phone.later(30)
  await told(/^How: /, '15 min ago', ['Retrieve', 'walk'], 'Done')
  await told(/^Where: /, ['Kind of place', 'hump'], ['Cover', 'gravel'], 'Done')
  await phone.strike('missed')
  await told('Reading', 'Bait, bass or people seen', 'Boats: more', 'Save')
  await rod(5)
  await phone.later(10)
  await phone.tap('Break', 'Break')
  expect(extra).toBeLessThanOrEqual(MOST_EXTRA)

  await app.start()
  await phone.synced()
  const [trip] = await app.query<{ id: string }>(
    `select id from trips where deck is not null order by start desc limit 1`,
  )
  const rowsOf = async (by: string): Promise<string> => {
    await page.goto(`${app.url}/findings?by=${by}&where=${encodeURIComponent(`trip=${trip!.id}`)}`)
    await expect(phone.answer).toBeVisible()
    return (await page.getByRole('list').first().innerText()).replace(/\s+/g, ' ')
  }
  const BOARDS: readonly (readonly [string, readonly string[]])[] = [
    ['retrieve', ['rip and stop', 'drag', 'shake', 'walk']],
    ['cast_length', ['short']],
    ['direction', ['down-slope']],
    ['structure', ['main point', 'hump']],
    ['cover', ['chunk rock', 'dock', 'gravel']],
    ['windblown', ['windblown bank']],
    ['fry', ['fry seen']],
    ['bass_count', ['7 to 12']],
  ]
  for (const [by, words] of BOARDS) {
    const rows = await rowsOf(by)
    for (const word of words) {
      expect(rows, by).toContain(word)
      expect(rows, by).not.toContain(`no ${word}`)
    }
  }
  expect(await rowsOf('pause_band')).toMatch(/2/)
  // Told for a quarter of an hour back, the half hour on that rod is parted in two.
  const parted = await app.query<{ minutes: number; retrieve: string | null }>(
    `select round(extract(epoch from "end" - start) / 60)::int as minutes, retrieve from stints
     where trip = $1 and deleted_at is null order by start`,
    [trip!.id],
  )
  expect(parted.filter(({ retrieve }) => retrieve === 'walk').map(({ minutes }) => minutes)).toContain(15)
  await phone.close()
})
