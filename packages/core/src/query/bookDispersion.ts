import { at } from '../checked/index.ts'
import type { SegmentColumns } from '../effort/index.ts'
import { boutSize, flurryDispersion } from '../stats/index.ts'
import type { StrikesOfTrip } from '../stats/index.ts'

/** A book that has hardly a strike is taken for one whose flurries are of such a mean, as if it had so many strikes. (ours) */
const USUAL_BOUT = { mean: 1.3, strikes: 15 } as const

/**
 * Variance over mean of a book's strikes, by its mean flurry.
 *
 * Given      columns with the times of strikes, and the rows that count
 * Returned   1 or more; drawn to flurries of 1.3 as if fifteen strikes more had come so (ours)
 * Source     `boutSize`, `flurryDispersion`
 */
export function bookDispersion(columns: SegmentColumns, rows: readonly number[]): number {
  const trips = strikesOf(columns, rows)
  const strikes = trips.reduce((sum, { times }) => sum + times.length, 0)
  const mean = (strikes * boutSize(trips) + USUAL_BOUT.strikes * USUAL_BOUT.mean) / (strikes + USUAL_BOUT.strikes)
  return flurryDispersion(mean)
}

/** Strikes of each angler on each trip, with the hours they came in: a trip's, in equal parts for those who struck. */
export function strikesOf(
  { trip, hours, strikeRows, strikeMs, strikeAngler }: SegmentColumns,
  rows: readonly number[],
): StrikesOfTrip[] {
  const spent = new Float64Array(trip.levels.length)
  const asked = new Uint8Array(hours.length)
  for (const row of rows) {
    asked[row] = 1
    const code = at(trip.codes, row)
    spent[code] = at(spent, code) + at(hours, row)
  }
  const times = new Map<number, number[][]>()
  strikeRows.forEach((row, i) => {
    if (asked[row] !== 1 || !Number.isFinite(at(strikeMs, i))) return
    const code = at(trip.codes, row)
    const ofTrip = times.get(code) ?? []
    times.set(code, ofTrip)
    const own = (ofTrip[at(strikeAngler, i)] ??= [])
    own.push(at(strikeMs, i))
  })
  return [...times].flatMap(([code, ofTrip]) => {
    const struck = ofTrip.filter((own) => own.length > 0)
    return struck.map((own) => ({ times: own, hours: at(spent, code) / struck.length }))
  })
}
