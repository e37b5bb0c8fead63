import { QuestionError, at } from '../../checked/index.ts'
import { buildColumns, planCuts } from '../../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import type { Claim } from '../../practice/index.ts'
import { bookDispersion, clauseRanges, namedColumns, namesOf, rowFilter, tripSpread } from '../../query/index.ts'
import type { Clause } from '../../query/index.ts'
import { epochMs, localDate } from '../../time/index.ts'
import { timeZoneOf } from '../../vocabulary/index.ts'
import type { Id, Reading } from '../../vocabulary/index.ts'
import { clockOf } from '../within/clock.ts'
import type { BookClock } from '../within/clock.ts'
import { ClockGround } from '../within/timeOfDay.ts'
import type { TimeOfDayStart } from '../within/timeOfDay.ts'
import { clausesOf } from './selection.ts'

const ALWAYS = ['reason', 'stint', 'angler', 'lure', 'body', 'water', 'hour', 'back', 'side', 'belly'] as const

/** A book cut for the claims of one species and one day, with what they all go by. Plain data, for several threads to share. */
export interface CutForClaims {
  /** With strikes of that species alone, or trips after that day alone. */
  readonly book: BookRecords
  readonly columns: SegmentColumns
  readonly here: readonly Clause[]
  readonly clock: BookClock | undefined
  /** How its trips differ, and how its strikes come in flurries. */
  readonly variance: number
  readonly dispersion: number
  /** What the hours do by all of its rows; none where there are none. */
  readonly clockStart: TimeOfDayStart | undefined
}

/** Claims that speak of the same fish and the same days: one cut serves them. */
export function claimsByCut(claims: readonly Claim[]): Claim[][] {
  const groups = new Map<string, Claim[]>()
  for (const claim of claims) {
    const key = `${claim.species ?? ''}|${claim.since ?? ''}`
    groups.set(key, [...(groups.get(key) ?? []), claim])
  }
  return [...groups.values()]
}

/**
 * The book with strikes of one species alone, or trips after a day alone, cut by all that its claims speak of: whoever weighs a share of
 * them sees the same pieces as all do.
 *
 * Given      one group of `claimsByCut`; a water, or none for all
 * Throws     QuestionError for a column nobody knows, or where nobody fished, unless it waits for trips to come
 */
export function cutForClaims(book: BookRecords, claims: readonly Claim[], water?: string): CutForClaims {
  const { species, since } = claims[0] ?? {}
  const later = since === undefined ? book : tripsAfter(book, since)
  const own =
    species === undefined
      ? later
      : {
          ...later,
          strikes: later.strikes.filter((strike) => strike.species === species),
          trips: later.trips.map((trip) => ({ ...trip, target: null })),
        }
  const here: Clause[] = water === undefined ? [] : [{ kind: 'oneOf', column: 'water', values: [water] }]
  const clauses = [...here, ...claims.flatMap(clausesOf)]
  // Rules speak in the trade's words: the bands as they are built in, whatever the book sets.
  const columns = buildColumns(own, planCuts([...namedColumns(clauses), ...ALWAYS], clauseRanges(clauses)))
  const rows = rowsHere(columns, rowFilter(columns, here, namesOf(own)))
  if (rows.length === 0 && since === undefined)
    throw new QuestionError(
      water === undefined
        ? 'the book has no hours to put a claim on trial with'
        : `no hour on ${water}: nothing can be learnt of it`,
    )
  const fished = rows.filter((row) => at(columns.hours, row) > 0)
  const dispersion = bookDispersion(columns, fished)
  const ground = new ClockGround(columns, fished, dispersion)
  return {
    book: { ...own, readings: own.readings.flatMap(skyOf) },
    columns,
    here,
    clock: clockOf(columns, fished, ground),
    variance: tripSpread(columns, dispersion)?.variance ?? 0,
    dispersion,
    clockStart: fished.length === 0 ? undefined : ground.timeOfDay(fished).start,
  }
}

/** All that is still asked of a reading once the book is cut: a cut is sent from worker to worker, and readings are a third of it. */
const skyOf = ({ id, trip, time, cloudPct }: Reading): Reading[] =>
  typeof cloudPct === 'number' ? [{ id, trip, time, cloudPct }] : []

/** The rows of the water that is asked for. */
export const rowsHere = ({ rows }: SegmentColumns, keep: (row: number) => boolean): number[] =>
  Array.from({ length: rows }, (_, row) => row).filter(keep)

/** The trips that began on a later local day, with what belongs to them. */
function tripsAfter(book: BookRecords, day: string): BookRecords {
  const waters = new Map(book.waters.map((water) => [water.id, water]))
  const later = new Set(
    book.trips
      .filter((trip) => localDate(epochMs(trip.start), timeZoneOf(trip, waters.get(trip.water))) > day)
      .map(({ id }) => id),
  )
  const ofLater = <R extends { readonly trip: Id<'trip'> }>(records: readonly R[]): R[] =>
    records.filter(({ trip }) => later.has(trip))
  return {
    ...book,
    trips: book.trips.filter(({ id }) => later.has(id)),
    stints: ofLater(book.stints),
    readings: ofLater(book.readings),
    strikes: ofLater(book.strikes),
  }
}
