import { buildColumns } from '../../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import { at, entry } from '../../checked/index.ts'
import { namesOf, planFor, rowFilter } from '../../query/index.ts'
import type { Clause, Question } from '../../query/index.ts'
import { DAY_MS, epochMs, localDate } from '../../time/index.ts'
import type { Id } from '../../vocabulary/index.ts'

export interface WeekOfYear {
  readonly year: number
  readonly trips: number
  readonly tripIds: readonly Id<'trip'>[]
  readonly hours: number
  readonly strikes: number
  /** The lures of that week, most strikes first. */
  readonly lures: readonly { readonly lure: Id<'lure'>; readonly strikes: number; readonly hours: number }[]
}

interface Week {
  readonly date: string
  readonly where: readonly Clause[]
  readonly days?: number
}

const YEAR_DAYS = 365.25
const DAYS_AROUND = 7

/**
 * The same time of the year in other years: trips within a week of a day.
 *
 * Given      `date` as YYYY-MM-DD, of any year; which hours
 * Returned   the latest year first; years without such a trip are left out
 */
export const sameWeek = (book: BookRecords, week: Week): WeekOfYear[] =>
  sameWeekOfCut(book, buildColumns(book, planFor(cutForWeek(week), book.bands)), week)

/** How a book is cut for its weeks. */
export const cutForWeek = ({ where }: Pick<Week, 'where'>): Question => ({ by: ['lure'], where })

/** The same of a book that is cut already. */
export function sameWeekOfCut(
  book: BookRecords,
  columns: SegmentColumns,
  { date, where, days = DAYS_AROUND }: Week,
): WeekOfYear[] {
  const keep = rowFilter(columns, where, namesOf(book))
  const zones = new Map(book.waters.map(({ id, timeZone }) => [id, timeZone ?? 'UTC']))
  const dates = new Map(
    book.trips.map((trip) => [trip.id, localDate(epochMs(trip.start), zones.get(trip.water) ?? 'UTC')]),
  )
  const lures = entry(columns.factors, 'lure')
  const years = new Map<
    number,
    { trips: Set<string>; hours: number; lures: Map<string, { strikes: number; hours: number }> }
  >()
  for (let row = 0; row < columns.rows; row++) {
    if (!keep(row) || at(columns.hours, row) <= 0) continue
    const trip = at(columns.trip.levels, at(columns.trip.codes, row))
    const own = dates.get(trip)
    if (own === undefined || daysApart(own, date) > days) continue
    const year = Number(own.slice(0, 4))
    const sums = years.get(year) ?? {
      trips: new Set<string>(),
      hours: 0,
      lures: new Map<string, { strikes: number; hours: number }>(),
    }
    years.set(year, sums)
    sums.trips.add(trip)
    sums.hours += at(columns.hours, row)
    const lure = at(lures.levels, at(lures.codes, row))
    const thrown = sums.lures.get(lure) ?? { strikes: 0, hours: 0 }
    sums.lures.set(lure, {
      strikes: thrown.strikes + at(columns.strikes, row),
      hours: thrown.hours + at(columns.hours, row),
    })
  }
  return [...years]
    .sort(([a], [b]) => b - a)
    .map(([year, { trips, hours, lures: thrown }]) => {
      const of = [...thrown]
        .map(([lure, sums]) => ({ lure, ...sums }))
        .sort((a, b) => b.strikes - a.strikes || b.hours - a.hours)
      return {
        year,
        trips: trips.size,
        tripIds: [...trips],
        hours,
        strikes: of.reduce((sum, { strikes }) => sum + strikes, 0),
        lures: of,
      }
    })
}

/** Days between two dates on the ring of the year. */
function daysApart(a: string, b: string): number {
  const apart = Math.abs(Date.parse(`2000${a.slice(4)}`) - Date.parse(`2000${b.slice(4)}`)) / DAY_MS
  return Math.min(apart, YEAR_DAYS - apart)
}
