import 'fake-indexeddb/auto'
import { expect, it } from 'vitest'
import { CLOCK_QUESTION, answer, clockOf, rateBoard, seededRandom } from '@jotbook/core'
import type { Fields, Kind } from '@jotbook/core'
import { commit, newId } from '../offline/index.ts'
import { bookRecords, store } from '../offline/forWorkers.ts'
import { columnsFor } from './columnsFor.ts'
import { tripSums } from './tripSums.ts'

const HOUR = 3_600_000
const iso = (ms: number): string => new Date(ms).toISOString()
const QUESTIONS = [
  { by: ['lure'], where: [] },
  { by: ['temp_band'], where: [] },
  { by: ['front'], where: [] },
]

it('sums and columns kept on the device follow every change to what they would be from nothing', async () => {
  const book = newId()
  const random = seededRandom(7)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const [water, lures] = [newId(), [newId(), newId(), newId()]]
  const trips: { id: string; start: number }[] = []
  const children: { kind: Kind; id: string }[] = []
  const write = (kind: Kind, id: string, fields: Fields): Promise<unknown> => commit(book, [{ kind, id, fields }])
  await write('water', water, { name: 'Long Pond', latitude: 36.9, longitude: -85.1, timeZone: 'America/Chicago' })
  for (const [i, id] of lures.entries()) await write('lure', id, { name: `Lure ${i}`, class: 'tube' })

  const steps: readonly (() => Promise<unknown>)[] = [
    async () => {
      const trip = { id: newId(), start: Date.UTC(2026, 4, 1 + Math.floor(random() * 20), 12) }
      trips.push(trip)
      await write('trip', trip.id, {
        water,
        start: iso(trip.start),
        end: iso(trip.start + 6 * HOUR),
        anglers: ['Rowan'],
        effortKnown: 'full',
      })
    },
    async () => {
      const [trip, id] = [pick(trips), newId()]
      const from = trip.start + Math.floor(random() * 5) * HOUR
      children.push({ kind: 'stint', id })
      await write('stint', id, { trip: trip.id, lure: pick(lures), start: iso(from), end: iso(from + HOUR) })
    },
    async () => {
      const [trip, id] = [pick(trips), newId()]
      children.push({ kind: 'strike', id })
      await write('strike', id, {
        trip: trip.id,
        time: iso(trip.start + random() * 5 * HOUR),
        outcome: pick(['landed', 'missed', 'lost']),
        weightG: 900,
      })
    },
    async () => {
      const [trip, id] = [pick(trips), newId()]
      children.push({ kind: 'reading', id })
      await write('reading', id, {
        trip: trip.id,
        time: iso(trip.start + random() * 5 * HOUR),
        waterTempC: 5 + 20 * random(),
        pressureHpa: 1000 + 30 * random(),
      })
    },
    async () => {
      const gone = pick(children)
      await write(gone.kind, gone.id, { deletedAt: iso(Date.UTC(2026, 6, 1)) })
    },
    () => write('lure', pick(lures), { name: `Lure ${Math.floor(random() * 1000)}` }),
    () => write('lure', lures[0]!, { mergedInto: pick([lures[1]!, null]) }),
    () => write('trip', pick(trips).id, { deletedAt: pick([null, iso(Date.UTC(2026, 6, 1))]) }),
  ]
  for (let i = 0; i < 6; i++) await steps[i % 2]!()
  for (const by of ['lure', 'water', 'hour', 'season', 'year', 'month', 'angler', 'class', 'family', 'body'])
    await columnsFor(book, { by: [by], where: [] })
  for (let i = 0; i < 60; i++) {
    await pick(steps)()
    const sums = await tripSums(book)
    const boards = []
    const clock = clockOf((await columnsFor(book, CLOCK_QUESTION)).columns)
    for (const question of QUESTIONS)
      boards.push(rateBoard((await columnsFor(book, question)).columns, question.by, question.where, { clock }))

    const records = await bookRecords(book)
    expect(boards).toEqual(
      QUESTIONS.map((question) => ({ ...answer(records, question), rows: expect.anything() as unknown })),
    )
    expect(boards.map(({ rows }) => rows.map(({ strikes, hours, shrunken }) => [strikes, hours, shrunken]))).toEqual(
      QUESTIONS.map((question) =>
        answer(records, question).rows.map(({ strikes, hours, shrunken }) => [strikes, hours, shrunken]),
      ),
    )
    await store.answers.where({ book, key: 'sums' }).delete()
    const byTrip = (list: readonly { readonly trip: string }[]): unknown =>
      [...list].sort((a, b) => (a.trip < b.trip ? -1 : 1))
    expect(byTrip(sums)).toEqual(byTrip(await tripSums(book)))
  }
  const kept = (await store.answers.where('[book+key]').between([book, 'columns '], [book, 'columns!']).primaryKeys())
    .length
  expect([kept > 0, kept <= 8]).toEqual([true, true])
})
