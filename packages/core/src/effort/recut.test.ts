import fc from 'fast-check'
import { expect, it } from 'vitest'
import { seededRandom } from '../numerics/index.ts'
import { planFor } from '../query/index.ts'
import { rateBoard } from '../analyses/index.ts'
import type { BookRecords, Factor, SegmentColumns } from './index.ts'
import { cutBook, recut } from './index.ts'

const HOUR = 3_600_000
const iso = (ms: number): string => new Date(ms).toISOString()
type Trips = Pick<BookRecords, 'trips' | 'stints' | 'readings' | 'strikes'>

const LISTS = {
  waters: [{ id: 'W', name: 'North Arm', timeZone: 'America/Chicago', latitude: 36.9, longitude: -85.1 }],
  lures: ['A', 'B', 'C'].map((id) => ({ id, name: `Lure ${id}`, class: 'tube' as const })),
  spots: [],
  setups: [],
}

/** A made trip: stints with a gap, readings, strikes in and beside the stints, some hours not known. */
function madeTrip(id: string, seed: number, untimed: boolean): Trips {
  const random = seededRandom(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const start = Date.UTC(2026, 4, 1 + Math.floor(random() * 6), 12 + Math.floor(random() * 4))
  const times = (count: number): number[] => Array.from({ length: count }, () => start + random() * 8 * HOUR)
  return {
    trips: [
      {
        id,
        water: 'W',
        start: iso(start),
        end: iso(start + 8 * HOUR),
        anglers: ['Rowan'],
        effortKnown: pick(['full', 'full', 'trip', 'none'] as const),
        target: pick([['largemouth'], []]),
      },
    ],
    stints: times(Math.floor(random() * 5)).map((from, i) => ({
      id: `${id} s${i}`,
      trip: id,
      lure: pick(['A', 'B', 'C']),
      angler: pick(['Rowan', 'Tilda']),
      start: iso(from),
      ...(random() < 0.9 ? { end: iso(from + random() * 2 * HOUR) } : {}),
    })),
    readings: times(3).map((time, i) => ({
      id: `${id} r${i}`,
      trip: id,
      time: iso(time),
      waterTempC: 4 + 20 * random(),
      windMps: 9 * random(),
    })),
    strikes: times(Math.floor(random() * 6)).map((time, i) => ({
      id: `${id} k${i}`,
      trip: id,
      time: iso(time),
      outcome: pick(['missed', 'lost', 'landed', 'raised'] as const),
      species: pick(['largemouth', 'spotted']),
      weightG: 1000 * random(),
      ...(untimed && random() < 0.3 ? { timeUnknown: true } : {}),
    })),
  }
}
const bookOf = (trips: readonly Trips[]): BookRecords => ({
  ...LISTS,
  trips: trips.flatMap((one) => one.trips),
  stints: trips.flatMap((one) => one.stints),
  readings: trips.flatMap((one) => one.readings),
  strikes: trips.flatMap((one) => one.strikes),
})

const QUESTIONS = [
  { by: ['lure'], where: [] },
  { by: ['temp_band', 'angler'], where: [] },
  { by: ['hour'], where: [{ kind: 'range', column: 'wind_mps', from: 3, to: null }] },
  { by: ['season'], where: [] },
] as const

/** Factors as words: how their levels are numbered may differ. */
const worded = ({ factors, trip, ...columns }: SegmentColumns): unknown => {
  const words = ({ codes, levels }: Factor): string[] => Array.from(codes, (code) => levels[code]!)
  return {
    ...columns,
    trip: words(trip),
    factors: Object.fromEntries(Object.entries(factors).map(([name, factor]) => [name, words(factor)])),
  }
}

it('a book of which some trips were changed, added or deleted is cut to the same columns in parts as anew', () => {
  let inParts = 0
  const trip = fc.record({
    seed: fc.nat(1000),
    then: fc.constantFrom('stays', 'stays', 'changes', 'goes', 'comes'),
    untimed: fc.constantFrom(false, false, true),
  })
  fc.assert(
    fc.property(fc.array(trip, { minLength: 1, maxLength: 6 }), fc.constantFrom(...QUESTIONS), (made, question) => {
      const plan = planFor(question)
      const named = made.map((one, i) => ({ ...one, id: `t${i}` }))
      const before = bookOf(
        named.filter(({ then }) => then !== 'comes').map(({ id, seed, untimed }) => madeTrip(id, seed, untimed)),
      )
      const now = bookOf(
        named
          .filter(({ then }) => then !== 'goes')
          .map(({ id, seed, untimed, then }) => madeTrip(id, then === 'changes' ? seed + 1 : seed, untimed)),
      )
      const touched = new Set(named.filter(({ then }) => then !== 'stays').map(({ id }) => id))
      const ofTouched = <R extends { readonly trip: string }>(list: readonly R[]): R[] =>
        list.filter((record) => touched.has(record.trip))
      const part = {
        ...now,
        stints: ofTouched(now.stints),
        readings: ofTouched(now.readings),
        strikes: ofTouched(now.strikes),
      }
      const anew = recut(cutBook(before, plan), part, touched, plan)
      if (!anew) return
      inParts++
      const whole = cutBook(now, plan)
      expect(worded(anew.columns)).toEqual(worded(whole.columns))
      const board = (columns: SegmentColumns): unknown => rateBoard(columns, question.by, question.where)
      expect(board(anew.columns)).toEqual(board(whole.columns))
      expect(anew.lists).toBe(whole.lists)
    }),
    { numRuns: 300 },
  )
  expect(inParts).toBeGreaterThan(100)
})

it('a book is cut whole where one trip’s cuts may rest on another’s', () => {
  const book = bookOf([madeTrip('t0', 1, false), madeTrip('t1', 2, false)])
  const untimed = { ...book, strikes: [{ id: 'k', trip: 't1', time: book.trips[1]!.start, timeUnknown: true }] }
  const again = (by: string[], now: BookRecords = book): unknown => {
    const plan = planFor({ by, where: [] })
    return recut(cutBook(book, plan), now, new Set(['t0']), plan)
  }
  expect(again(['lure'])).toBeDefined()
  expect(again(['temp_for_water'])).toBeUndefined()
  expect(again(['species'])).toBeUndefined()
  expect(again(['lure'], { ...book, lures: book.lures.slice(1) })).toBeUndefined()
  expect(again(['season'])).toBeDefined()
  expect(again(['season'], untimed)).toBeUndefined()
})
