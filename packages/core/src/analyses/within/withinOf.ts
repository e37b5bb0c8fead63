import type { Id } from '../../vocabulary/index.ts'
import { QuestionError, at, entry } from '../../checked/index.ts'
import { buildColumns, planCuts } from '../../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import type { Confidence, Exposure, ShareStratum, WeightStratum } from '../../stats/index.ts'
import { namesOf, rowFilter, clauseRanges, namedColumns, bookDispersion } from '../../query/index.ts'
import {
  LEAST,
  NO_EXPOSURE,
  plusExposure,
  strengthOf,
  mantelHaenszelShareRatio,
  sharesTogether,
  weightRatio,
  weightsTogether,
} from '../../stats/index.ts'
import type { Clause, Names, Question } from '../../query/index.ts'
import { LEAST_MEASURED } from '../size/fishSizes.ts'
import type { SizeBy } from '../size/fishSizes.ts'
import { Launches } from './launches.ts'
import { lureOrDay, sensitivityOf } from './lureOrDay.ts'
import type { Design, LureOrDay } from './lureOrDay.ts'
import { comparedTrips, isPlanned, shareStrata, tripOf, sizeStrata } from './comparedTrips.ts'
import type { Sides } from './comparedTrips.ts'
import { NO_RATIO, pooledOr } from './pooled.ts'
import { ClockGround, asksOfTheClock } from './timeOfDay.ts'

export interface WithinQuestion {
  readonly a: readonly Clause[]
  readonly b: readonly Clause[]
  /** What both must meet. */
  readonly where: readonly Clause[]
  /** Strikes an hour (default), hooked of struck, lost of hooked, or weight of the landed. */
  readonly of?: WithinOf
  readonly design?: Design
}

export const WITHIN_OF = ['rate', 'hook_up', 'lost', 'size'] as const
export type WithinOf = (typeof WITHIN_OF)[number]

/** How one came to A or B in mid-trip: by plan (plan, rotation, test), because others were blank, or nobody logged why. */
export interface Switches {
  readonly planned: number
  readonly blank: number
  readonly unknown: number
}

export interface BookWithin extends LureOrDay {
  /** Of size: what the fish were compared by. */
  readonly sizeBy?: SizeBy
  readonly switches: Switches
  /** Strikes of A and B, and the trips with hours of either. */
  readonly strikes: { readonly a: number; readonly b: number }
  readonly tripIds: readonly string[]
  /** Hours and strikes of both, trip by trip, in the order of the book's hours. */
  readonly pairs: readonly TripExposures[]
}

/** Hours and strikes of A and B on one trip. */
export interface TripExposures {
  readonly trip: Id<'trip'>
  readonly a: Exposure
  readonly b: Exposure
}

const OTHERS_BLANK = 'others blank'

/**
 * Two patterns of a book held against each other, lure or day. Throws QuestionError for an unknown column, an hour that is both A and B, or
 * hours of neither.
 */
export function withinOf(book: BookRecords, question: WithinQuestion, options: Confidence = {}): BookWithin {
  const { by, where } = cutForWithin(question)
  const columns = buildColumns(book, planCuts([...namedColumns(where), ...by], clauseRanges(where), book.bands))
  return withinOfCut(book, columns, question, options)
}

/** How a book is cut to compare two patterns: the same for any two of the same columns. */
export const cutForWithin = ({ a, b, where }: WithinQuestion): Question => ({
  by: ['reason', 'stint', 'lure', 'water', 'hour'],
  where: [...a, ...b, ...where],
})

/** The same of a book that is cut already by those columns. */
export const withinOfCut = (
  book: BookRecords,
  columns: SegmentColumns,
  question: WithinQuestion,
  options: Confidence = {},
): BookWithin => new PairScales(book, columns, question.where).compare(question, options)

/** What pairs of one cut are compared by, where all must meet the same. */
export class PairScales {
  private readonly names: Names
  private readonly launches: Launches
  private readonly all: readonly number[]
  private readonly rows: readonly number[]
  private readonly dispersion: number
  private laid: ClockGround | undefined

  constructor(
    book: BookRecords,
    private readonly columns: SegmentColumns,
    private readonly where: readonly Clause[],
  ) {
    this.names = namesOf(book)
    this.launches = new Launches(book, columns)
    this.all = Array.from({ length: columns.rows }, (_, row) => row)
    this.rows = this.all.filter((row) => at(columns.hours, row) > 0)
    this.dispersion = bookDispersion(columns, this.rows)
  }

  /** Throws QuestionError as `withinOf` does. */
  compare({ a, b, of = 'rate', design }: Omit<WithinQuestion, 'where'>, options: Confidence = {}): BookWithin {
    const { columns, all, rows, dispersion } = this
    const sides = this.sidesOf(a, b)
    const held = !asksOfTheClock([...a, ...b])
    const trips = comparedTrips(this.launches, columns, rows, sides, { byHour: held })
    const hours = { a: sumOf(trips, 'a'), b: sumOf(trips, 'b') }
    const isThere = (side: 'a' | 'b'): boolean =>
      of === 'rate' ? hours[side] > 0 : all.some(side === 'a' ? sides.inA : sides.inB)
    const missing = !isThere('a') ? 'A' : !isThere('b') ? 'B' : undefined
    if (missing) throw new QuestionError(`no hour is ${missing}: there is nothing to compare`)
    const asked = (row: number): boolean => sides.inA(row) || sides.inB(row)
    const timeOfDay = held && of === 'rate' ? { timeOfDay: this.ground.timeOfDay(this.others(asked)) } : {}
    const found =
      of === 'rate'
        ? lureOrDay(trips, { ...options, dispersion, ...timeOfDay, ...(design ? { design } : {}) })
        : { ...ofFish(columns, all, sides, { of, ...options }), hours, dispersion, hourNotHeld: null }
    const strikesOf = (side: (row: number) => boolean): number =>
      all.reduce((sum, row) => sum + (side(row) ? at(columns.strikes, row) : 0), 0)
    return {
      ...found,
      switches: switchesOf(this.launches, columns, rows, asked),
      strikes: { a: strikesOf(sides.inA), b: strikesOf(sides.inB) },
      tripIds: [...new Set(rows.filter(asked).map((row) => tripOf(columns, row)))],
      pairs: pairsOf(columns, rows, sides),
    }
  }

  private sidesOf(a: readonly Clause[], b: readonly Clause[]): Sides {
    const side = (own: readonly Clause[]) => rowFilter(this.columns, [...own, ...this.where], this.names)
    const sides = { inA: side(a), inB: side(b) }
    if (this.all.some((row) => sides.inA(row) && sides.inB(row)))
      throw new QuestionError(
        'A and B overlap: some hours are both, so that there is nothing to hold against each other',
      )
    return sides
  }

  private get ground(): ClockGround {
    const inWhere = rowFilter(this.columns, this.where, this.names)
    return (this.laid ??= new ClockGround(this.columns, this.rows.filter(inWhere), this.dispersion))
  }

  /** What tells of the clock. */
  private others(asked: (row: number) => boolean): number[] {
    const inWhere = rowFilter(this.columns, this.where, this.names)
    return this.rows.filter((row) => inWhere(row) && !asked(row))
  }
}

function pairsOf(columns: SegmentColumns, rows: readonly number[], { inA, inB }: Sides): TripExposures[] {
  const pairs = new Map<string, TripExposures>()
  for (const row of rows) {
    const [isA, isB] = [inA(row), inB(row)]
    if (!isA && !isB) continue
    const trip = tripOf(columns, row)
    const { a, b } = pairs.get(trip) ?? { a: NO_EXPOSURE, b: NO_EXPOSURE }
    const own = { events: at(columns.strikes, row), exposureHours: at(columns.hours, row) }
    pairs.set(trip, { trip, a: isA ? plusExposure(a, own) : a, b: isB ? plusExposure(b, own) : b })
  }
  return [...pairs.values()]
}

const sumOf = (
  trips: readonly { a: { exposureHours: number }; b: { exposureHours: number } }[],
  side: 'a' | 'b',
): number => trips.reduce((sum, trip) => sum + trip[side].exposureHours, 0)

/** A verdict on shares or sizes needs so many strikes or fish of each side, on so many trips with both. (ours) */
const LEAST_FISH = 5

/** Shares and sizes: held within trips; the crude figure beside it takes all for one trip. */
function ofFish(
  columns: SegmentColumns,
  rows: readonly number[],
  sides: Sides,
  { of, ...options }: { readonly of: Exclude<WithinOf, 'rate'> } & Confidence,
): Omit<LureOrDay, 'hours' | 'dispersion' | 'hourNotHeld'> & { readonly sizeBy?: SizeBy } {
  const sizes = of === 'size' ? sizeStrata(columns, rows, sides) : undefined
  if (sizes) {
    const enough = Math.min(sizes.measured.a, sizes.measured.b) >= LEAST_MEASURED
    const found = heldWithin(
      sizes.strata,
      { sizeOf: ({ a, b }: WeightStratum) => [a.length, b.length], together: weightsTogether, ratioOf: weightRatio },
      enough,
      options,
    )
    return { ...found, sizeBy: sizes.by }
  }
  return heldWithin(
    shareStrata(columns, rows, sides, of === 'lost' ? 'lost' : 'hook_up'),
    {
      sizeOf: ({ a, b }: ShareStratum) => [a.trials, b.trials],
      together: sharesTogether,
      ratioOf: mantelHaenszelShareRatio,
    },
    true,
    options,
  )
}

/** What is held within strata of one kind. */
interface Held<S> {
  readonly sizeOf: (stratum: S) => [number, number]
  readonly together: (strata: readonly S[]) => S
  readonly ratioOf: (strata: readonly S[], options: Confidence) => Parameters<typeof pooledOr>[0]
}

function heldWithin<S>(
  strata: readonly S[],
  { sizeOf, together, ratioOf }: Held<S>,
  enough: boolean,
  options: Confidence,
): Omit<LureOrDay, 'hours' | 'dispersion' | 'hourNotHeld'> {
  const both = strata.filter((stratum) => Math.min(...sizeOf(stratum)) > 0)
  const within = pooledOr(ratioOf(strata, options))
  const crude = pooledOr(ratioOf([together(both)], options))
  const crudeAll = pooledOr(ratioOf([together(strata)], options))
  const few = both.length < LEAST.trips || Math.min(...sizeOf(together(both))) < LEAST_FISH
  return {
    crudeAll: crudeAll?.ratio ?? null,
    crude: crude ?? NO_RATIO,
    within: within && { ...within, design: 'mh', stints: 'all' },
    other: null,
    trips: both.length,
    oneSided: strata.length - both.length,
    agree: null,
    shareOfDay: null,
    sensitivity: within ? sensitivityOf(within) : 1,
    verdict: !within || few || !enough ? 'too early' : strengthOf(within.pValue),
  }
}

/** How stints of A or B that followed another lure came about. */
function switchesOf(
  launches: Launches,
  { factors }: SegmentColumns,
  rows: readonly number[],
  asked: (row: number) => boolean,
): Switches {
  const { codes, levels } = entry(factors, 'stint')
  const chosen = new Set(rows.filter(asked).map((row) => at(levels, at(codes, row))))
  const switches = { planned: 0, blank: 0, unknown: 0 }
  for (const { id, reason } of launches.switches)
    if (chosen.has(id)) switches[isPlanned(reason) ? 'planned' : reason === OTHERS_BLANK ? 'blank' : 'unknown']++
  return switches
}
