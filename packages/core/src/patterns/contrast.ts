import { at } from '../checked/index.ts'
import { Launches, comparedTrips, lureOrDay } from '../analyses/index.ts'
import type { Sides } from '../analyses/index.ts'
import type { BookRecords, SegmentColumns } from '../effort/index.ts'
import { bookDispersion } from '../query/index.ts'

/** A pattern's hours against the others of its window, each trip with its own luck. */
export interface Contrast {
  readonly trips: number
  readonly tripIds: readonly string[]
  readonly hours: number
  readonly strikes: number
  /** Null where one side never struck. */
  readonly ratio: number | null
  readonly lower: number
  readonly upper: number
  readonly pValue: number
  /** Strikes an hour of the others. */
  readonly otherRate: number
  readonly otherHours: number
  /** Trips on which the pattern brought at least what its hours would have at the others' rate. */
  readonly held: number
}

/** Null where none of the rows is the pattern's. Source: `lureOrDay`. */
export function contrastOf(
  book: BookRecords,
  columns: SegmentColumns,
  rows: readonly number[],
  { inA, inB }: Sides,
): Contrast | null {
  const own = rows.filter(inA)
  if (own.length === 0) return null
  const others = rows.filter((row) => !inA(row) && inB(row))
  const [hours, strikes] = [sum(columns.hours, own), sum(columns.strikes, own)]
  const otherHours = sum(columns.hours, others)
  const otherRate = otherHours > 0 ? sum(columns.strikes, others) / otherHours : 0
  const found = lureOrDay(comparedTrips(new Launches(book, columns), columns, rows, { inA, inB }), {
    dispersion: bookDispersion(columns, rows),
  })
  const trips = byTrip(columns, own)
  return {
    trips: trips.size,
    tripIds: [...trips.keys()],
    hours,
    strikes,
    ratio: found.within?.ratio ?? null,
    lower: found.within?.lower ?? 0,
    upper: found.within?.upper ?? Infinity,
    pValue: found.within?.pValue ?? 1,
    otherRate,
    otherHours,
    held: [...trips.values()].filter((trip) => trip.strikes >= otherRate * trip.hours).length,
  }
}

const sum = (of: ArrayLike<number>, rows: readonly number[]): number =>
  rows.reduce((total, row) => total + at(of, row), 0)

function byTrip(columns: SegmentColumns, rows: readonly number[]): Map<string, { hours: number; strikes: number }> {
  const trips = new Map<string, { hours: number; strikes: number }>()
  for (const row of rows) {
    const trip = at(columns.trip.levels, at(columns.trip.codes, row))
    const { hours, strikes } = trips.get(trip) ?? { hours: 0, strikes: 0 }
    trips.set(trip, { hours: hours + at(columns.hours, row), strikes: strikes + at(columns.strikes, row) })
  }
  return trips
}
