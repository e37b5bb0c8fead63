import { expect, test } from './app.ts'
import { Phone } from './deckDay.ts'

interface StintRow {
  readonly lure: string
  readonly minutes: number
  readonly retrieve: string | null
  readonly pause_s: number | null
  readonly cover: string | null
  readonly windblown: boolean | null
  readonly strikes: number
}

const LAST_TRIP = `(select id from trips where deck is not null order by start desc limit 1)`

test('how a rod is fished stays with the rod and where the boat is with the boat, told by thumb and without a server', async ({
  app,
}) => {
  const phone = await Phone.start(app)
  const { page } = phone
  await app.stop()
  await phone.launch('Quennor Reach', 'Just me')
  const rod = async (index: number): Promise<void> => {
    await phone.rod(index)
    await phone.tap('plan', 'Why: plan')
  }
  await rod(0)
  await phone.tap(/^How: /)
  await phone.pick('Retrieve', 'rip and stop')
  const longer = page.getByRole('button', { name: 'Pause: more', exact: true })
  await phone.tapAtOnce(longer, longer)
  await phone.tap('Done')
  await phone.tap(/^Where: /)
  await phone.pick('Cover', 'chunk rock')
  await phone.tap('windblown')
  await phone.tap('Done')
  await expect(page.getByRole('button', { name: 'How: rip and stop · pause 2 s' })).toBeVisible()
  await phone.later(20)
  await phone.strike('missed')
  await phone.later(10)
  // Where the boat is goes along, how the other rod was fished does not.
  await rod(1)
  await expect(page.getByRole('button', { name: 'Where: chunk rock · windblown' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'How: How do you fish it?' })).toBeVisible()
  await phone.later(15)
  // Another place ends the stint and the same rod goes on; undone, it is one stint again, and done anew.
  await phone.tap(/^Where: /)
  await phone.pick('Cover', 'dock')
  await phone.tap('Done')
  await phone.tap(/^Undo the last tap/, 'Undone')
  await phone.tap(/^Where: /)
  await phone.pick('Cover', 'dock')
  await phone.tap('Done')
  await phone.later(15)
  await rod(0)
  await expect(page.getByRole('button', { name: 'How: rip and stop · pause 2 s' })).toBeVisible()
  await phone.later(10)
  await phone.tapWhenDrawn('Two strikes')
  await phone.tap('Strike', /^Second strike, /)
  await phone.tap('lost', 'Strike: lost')
  await phone.tap('missed', 'Strike: missed')
  await phone.tap('Reading')
  await phone.tap('Bait, bass or people seen')
  await phone.tap('gizzard shad')
  await phone.tap('schools of fry')
  await phone.tap('7 to 12')
  await phone.tap('Boats: more')
  await phone.tap('Save', 'Seen, logged')
  await phone.tap('Break', 'Break')
  await app.start()
  await phone.synced()
  const stints = await app.query<StintRow>(
    `select l.name as lure, round(extract(epoch from s."end" - s.start) / 60)::int as minutes, s.retrieve, s.pause_s, s.cover, s.windblown,
       (select count(*)::int from strikes k where k.stint = s.id) as strikes
     from stints s join lures l on l.id = s.lure and l.book_id = s.book_id
     where s.deleted_at is null and s.trip = ${LAST_TRIP} order by s.start`,
  )
  expect(
    stints.map(({ minutes, retrieve, pause_s, cover, windblown, strikes }) => [
      minutes,
      retrieve,
      pause_s,
      cover,
      windblown,
      strikes,
    ]),
  ).toEqual([
    [30, 'rip and stop', 2, 'chunk rock', true, 1],
    [15, null, null, 'chunk rock', true, 0],
    [15, null, null, 'dock', true, 0],
    [10, 'rip and stop', 2, 'dock', true, 2],
  ])
  expect(
    await app.query(`select prey_seen, fry, bass_count, boats_seen from readings where fry and trip = ${LAST_TRIP}`),
  ).toEqual([{ prey_seen: ['gizzard shad'], fry: true, bass_count: '7 to 12', boats_seen: 1 }])
  await phone.close()
})
