import { expect, it } from 'vitest'
import { bookOfTrips } from '../test/bookOfTrips.ts'
import { parseWhere } from '../query/index.ts'
import { cameWith } from './search/cameWith.ts'
import { bitesOrSize } from './size/bitesOrSize.ts'
import { amongPeople } from './within/amongPeople.ts'
import { withinOf } from './within/withinOf.ts'
import { sameWeek } from './year/sameWeek.ts'

const DAY = {
  hours: 4,
  stints: [
    { lure: 'many', from: 0, to: 2, strikes: [0.5, 1, 1.5] },
    { lure: 'giant', from: 2, to: 4, strikes: [3] },
  ],
}

it('weighs what was landed by the hour, and lets a fish nobody weighed count as its group’s mean', () => {
  const made = bookOfTrips([DAY, DAY])
  const lureOf = new Map(made.stints.map(({ id, lure }) => [id, lure]))
  const strikes = made.strikes.map((strike, i) => ({
    ...strike,
    weightG: lureOf.get(strike.stint!) === 'giant' ? 3000 : i === 0 ? null : 400,
  }))
  const { points, by } = bitesOrSize({ ...made, strikes }, { by: ['lure'], where: [] })
  expect(by).toBe('weight')
  expect(points.map(({ group, landed, measured, efficient }) => [group[0], landed, measured, efficient])).toEqual([
    ['giant', 2, 2, true],
    ['many', 6, 5, true],
  ])
  expect(points.map(({ weightPerHourG }) => weightPerHourG)).toEqual([1500, 600])
})

it('takes a bite of which nobody said how it ended for neither lost nor landed', () => {
  const made = bookOfTrips([DAY])
  const strikes = made.strikes.map((strike, i) => ({
    ...strike,
    weightG: 400,
    outcome: ([null, 'lost', 'landed', 'landed'] as const)[i] ?? null,
  }))
  expect(bitesOrSize({ ...made, strikes }, { by: ['lure'], where: [] }).outcomes).toEqual({ said: 3, landed: 2 })
})

it('compares people on shared trips, and draws each of those from one to the other', () => {
  const made = bookOfTrips([DAY, DAY, DAY])
  const book = {
    ...made,
    stints: made.stints.map((stint) => ({ ...stint, angler: stint.lure === 'many' ? 'Rowan' : 'Tilda' })),
  }
  const [first, second] = amongPeople(book, [])
  expect([first, second].map((one) => one?.row.strikes).sort()).toEqual([3, 9])
  const rowan = [first!, second!].find(({ angler }) => angler === 'Rowan')!
  expect(rowan.against!.crude.ratio).toBeCloseTo(3, 9)
  const { pairs } = withinOf(book, { a: parseWhere('angler=Rowan'), b: parseWhere('angler=Tilda'), where: [] })
  expect(pairs).toEqual(
    ['t0', 't1', 't2'].map((trip) => ({
      trip,
      a: { events: 3, exposureHours: 2 },
      b: { events: 1, exposureHours: 2 },
    })),
  )
  expect(amongPeople(made, [])).toMatchObject([{ angler: 'unknown', against: null }])
})

it('finds the same week of other years, around the turn of the year too', () => {
  const made = bookOfTrips([DAY, DAY, DAY])
  const starts = ['2023-12-30', '2024-12-20', '2025-01-03']
  const shift = (t: number) => (iso: string) =>
    new Date(Date.parse(iso) - Date.parse(made.trips[t]!.start) + Date.parse(`${starts[t]!}T06:00:00Z`)).toISOString()
  const of = (trip: string) => shift(Number(trip.slice(1)))
  const book = {
    ...made,
    trips: made.trips.map((trip, t) => ({ ...trip, start: shift(t)(trip.start), end: shift(t)(trip.end!) })),
    stints: made.stints.map((one) => ({ ...one, start: of(one.trip)(one.start), end: of(one.trip)(one.end!) })),
    strikes: made.strikes.map((one) => ({ ...one, time: of(one.trip)(one.time) })),
  }
  const found = sameWeek(book, { date: '2026-01-01', where: [] })
  expect(found.map(({ year, trips, strikes, hours }) => [year, trips, strikes, hours])).toEqual([
    [2025, 1, 4, 4],
    [2023, 1, 4, 4],
  ])
  expect(found[0]!.lures[0]).toEqual({ lure: 'many', strikes: 3, hours: 2 })
})

// Worked by hand: of the lure's 6 hours 4 were windy, of the other 6 hours none.
it('tells what else was so while a pattern was', () => {
  const readings = (windMps: number) => [0, 2, 4].map((at) => ({ at, windMps }))
  const lone = (lure: string) => ({ hours: 4, stints: [{ lure, from: 0, to: 4, strikes: [1] }] })
  const book = bookOfTrips([
    { ...lone('a'), readings: readings(6) },
    { ...lone('b'), readings: readings(0.1) },
    {
      hours: 4,
      stints: [
        { lure: 'a', from: 0, to: 2, strikes: [] },
        { lure: 'b', from: 2, to: 4, strikes: [] },
      ],
      readings: readings(0.1),
    },
  ])
  const [first] = cameWith(book, parseWhere('water=made-up water;lure=a')).filter(
    ({ column }) => column === 'wind_band',
  )
  expect(first).toMatchObject({ level: 'working_chop', outside: 0 })
  expect(first!.inside).toBeCloseTo(2 / 3, 9)
})
