import { at, entry } from '../../checked/index.ts'
import { buildColumns, planCuts } from '../../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import { epochMs } from '../../time/index.ts'
import type { Confidence } from '../confidence.ts'
import type { Exposure } from '../exposure.ts'
import { namesOf } from '../question.ts'
import { rowFilter } from '../rowFilter.ts'
import { clauseRanges, namedColumns } from '../where.ts'
import type { Clause } from '../where.ts'
import { lureOrDay } from './lureOrDay.ts'
import type { ComparedTrip, Design, LureOrDay } from './lureOrDay.ts'

export interface WithinQuestion {
  readonly a: readonly Clause[]
  readonly b: readonly Clause[]
  /** What both must meet. */
  readonly where: readonly Clause[]
  readonly design?: Design
}

/** How one came to A or B in mid-trip: by plan (plan, rotation, test), because others were blank, or nobody logged why. */
export interface Switches {
  readonly planned: number
  readonly blank: number
  readonly unknown: number
}

export interface BookWithin extends LureOrDay {
  readonly switches: Switches
}

const PLANNED = new Set(['plan', 'rotation', 'test'])
const OTHERS_BLANK = 'others blank'

/**
 * Two patterns of a book held against each other, lure or day. Throws RangeError for an unknown column, an hour that is both A and B, or
 * hours of neither.
 */
export function withinOf(book: BookRecords, { a, b, where, design }: WithinQuestion, options: Confidence = {}): BookWithin {
  const clauses = [...a, ...b, ...where]
  const columns = buildColumns(book, planCuts([...namedColumns(clauses), 'reason', 'stint'], clauseRanges(clauses)))
  const names = namesOf(book)
  const inA = rowFilter(columns, [...a, ...where], names)
  const inB = rowFilter(columns, [...b, ...where], names)
  const rows = Array.from({ length: columns.rows }, (_, row) => row).filter((row) => at(columns.hours, row) > 0)
  const twice = rows.find((row) => inA(row) && inB(row))
  if (twice !== undefined) throw new RangeError('A and B overlap: some hours are both, so that there is nothing to hold against each other')
  const found = lureOrDay(comparedTrips(book, columns, rows, inA, inB), { ...options, ...(design ? { design } : {}) })
  if (found.hours.a === 0 || found.hours.b === 0) throw new RangeError(`no hour is ${found.hours.a === 0 ? 'A' : 'B'}: there is nothing to compare`)
  return { ...found, switches: switchesOf(book, columns, rows, (row) => inA(row) || inB(row)) }
}

function comparedTrips(
  book: BookRecords,
  columns: SegmentColumns,
  rows: readonly number[],
  inA: (row: number) => boolean,
  inB: (row: number) => boolean,
): ComparedTrip[] {
  interface Sums {
    a: Exposure
    b: Exposure
    planned: { a: Exposure; b: Exposure }
    first: 'a' | 'b' | undefined
  }
  const none = (): Exposure => ({ events: 0, exposureHours: 0 })
  const trips = new Map<string, Sums>()
  const reasons = entry(columns.factors, 'reason')
  for (const row of rows) {
    const side = inA(row) ? 'a' : inB(row) ? 'b' : undefined
    if (!side) continue
    const trip = at(columns.trip.levels, at(columns.trip.codes, row))
    const sums = trips.get(trip) ?? { a: none(), b: none(), planned: { a: none(), b: none() }, first: undefined }
    trips.set(trip, sums)
    sums.first ??= side
    const add = (sum: Exposure): Exposure => ({ events: sum.events + at(columns.strikes, row), exposureHours: sum.exposureHours + at(columns.hours, row) })
    sums[side] = add(sums[side])
    if (PLANNED.has(at(reasons.levels, at(reasons.codes, row)))) sums.planned[side] = add(sums.planned[side])
  }
  const known = launchOf(book, [...trips.keys()])
  return [...trips].map(([trip, { a, b, planned, first }]) => ({ a, b, planned, known: [first === 'a' ? 1 : 0, ...(known.get(trip) ?? [])] }))
}

/** At least so many trips must have a water or season for it to have a factor of its own. */
const LEAST_TRIPS_OF_LEVEL = 5

/** What was known of each trip at launch: water, season of the year, and whether the sky was grey. */
function launchOf(book: BookRecords, chosen: readonly string[]): ReadonlyMap<string, readonly number[]> {
  const trips = new Map(book.trips.map((trip) => [trip.id, trip]))
  const firstCloud = new Map<string, { ms: number; cloudPct: number }>()
  for (const { trip, time, cloudPct } of book.readings) {
    const start = trips.get(trip)?.start
    if (typeof cloudPct !== 'number' || start === undefined || epochMs(time) < epochMs(start)) continue
    const held = firstCloud.get(trip)
    if (!held || epochMs(time) < held.ms) firstCloud.set(trip, { ms: epochMs(time), cloudPct })
  }
  const wordsOf = (id: string): string[] => {
    const trip = trips.get(id)
    const month = Number((trip?.start ?? '').slice(5, 7))
    return [`water ${trip?.water}`, `season ${Math.floor((month % 12) / 3)}`, ...((firstCloud.get(id)?.cloudPct ?? 0) >= 80 ? ['grey'] : [])]
  }
  const counts = new Map<string, number>()
  for (const id of chosen) for (const word of wordsOf(id)) counts.set(word, (counts.get(word) ?? 0) + 1)
  const levels = [...counts].filter(([, count]) => count >= LEAST_TRIPS_OF_LEVEL && count <= chosen.length - LEAST_TRIPS_OF_LEVEL).map(([word]) => word)
  return new Map(chosen.map((id) => [id, levels.map((level) => (wordsOf(id).includes(level) ? 1 : 0))]))
}

/** How stints of A or B that followed another of the same angler and trip came about. */
function switchesOf(book: BookRecords, columns: SegmentColumns, rows: readonly number[], asked: (row: number) => boolean): Switches {
  const stintFactor = entry(columns.factors, 'stint')
  const chosen = new Set(rows.filter(asked).map((row) => at(stintFactor.levels, at(stintFactor.codes, row))))
  const first = new Set<string>()
  const seen = new Set<string>()
  for (const stint of [...book.stints].sort((x, y) => epochMs(x.start) - epochMs(y.start))) {
    const who = `${stint.trip} ${stint.angler ?? ''}`
    if (!seen.has(who)) first.add(stint.id)
    seen.add(who)
  }
  const switches = { planned: 0, blank: 0, unknown: 0 }
  for (const { id, reason } of book.stints) {
    if (!chosen.has(id) || first.has(id)) continue
    switches[reason && PLANNED.has(reason) ? 'planned' : reason === OTHERS_BLANK ? 'blank' : 'unknown']++
  }
  return switches
}
