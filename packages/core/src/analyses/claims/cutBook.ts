import { at } from '../../checked/index.ts'
import { buildColumns, planCuts } from '../../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import type { Claim } from '../../practice/index.ts'
import { bookDispersion, clauseRanges, namedColumns, namesOf, rowFilter, tripSpread } from '../../query/index.ts'
import type { Clause, Names } from '../../query/index.ts'
import { epochMs, localDate } from '../../time/index.ts'
import { timeZoneOf } from '../../vocabulary/index.ts'
import { ClockHours, clockOf } from '../within/clock.ts'
import { timeOfDayOf } from '../within/timeOfDay.ts'
import type { TimeOfDayStart } from '../within/timeOfDay.ts'
import { clausesOf } from './selection.ts'

const ALWAYS = ['reason', 'stint', 'angler', 'lure', 'body', 'water', 'hour', 'back', 'side', 'belly'] as const

/** A book cut for the claims of one species and one day. */
export interface CutBook {
  readonly book: BookRecords
  readonly columns: SegmentColumns
  readonly rows: readonly number[]
  readonly keep: (row: number) => boolean
  readonly names: Names
  readonly clock: ClockHours | undefined
  /** How its trips differ, and how its strikes come in flurries. */
  readonly variance: number
  readonly dispersion: number
  /** What the hours do by all of its rows, worked out where a claim first asks. */
  readonly clockStart: () => TimeOfDayStart
}

/** The book with strikes of one species alone, or trips after a day alone, cut for every claim that is asked of it. */
export function cutBook(
  book: BookRecords,
  { species, since }: Claim,
  claims: readonly Claim[],
  here: readonly Clause[],
): CutBook {
  const later = since === undefined ? book : tripsAfter(book, since)
  const own =
    species === undefined
      ? later
      : {
          ...later,
          strikes: later.strikes.filter((strike) => strike.species === species),
          trips: later.trips.map((trip) => ({ ...trip, target: null })),
        }
  const clauses = [
    ...here,
    ...claims.filter((claim) => claim.species === species && claim.since === since).flatMap(clausesOf),
  ]
  // Rules speak in the trade's words: the bands as they are built in, whatever the book sets.
  const columns = buildColumns(own, planCuts([...namedColumns(clauses), ...ALWAYS], clauseRanges(clauses)))
  const names = namesOf(own)
  const keep = rowFilter(columns, here, names)
  const rows = Array.from({ length: columns.rows }, (_, row) => row).filter(keep)
  const fished = rows.filter((row) => at(columns.hours, row) > 0)
  const dispersion = bookDispersion(columns, fished)
  const clock = clockOf(columns, fished)
  let start: TimeOfDayStart | undefined
  return {
    book: own,
    columns,
    rows,
    keep,
    names,
    clock: clock && new ClockHours(clock),
    variance: tripSpread(columns, dispersion)?.variance ?? 0,
    dispersion,
    clockStart: () => (start ??= timeOfDayOf(columns, fished, dispersion).start),
  }
}

/** The trips that began on a later local day, with what belongs to them. */
function tripsAfter(book: BookRecords, day: string): BookRecords {
  const waters = new Map(book.waters.map((water) => [water.id, water]))
  const later = new Set(
    book.trips
      .filter((trip) => localDate(epochMs(trip.start), timeZoneOf(trip, waters.get(trip.water))) > day)
      .map(({ id }) => id),
  )
  const ofLater = <R extends { readonly trip: string }>(records: readonly R[]): R[] =>
    records.filter(({ trip }) => later.has(trip))
  return {
    ...book,
    trips: book.trips.filter(({ id }) => later.has(id)),
    stints: ofLater(book.stints),
    readings: ofLater(book.readings),
    strikes: ofLater(book.strikes),
  }
}
