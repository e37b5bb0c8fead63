import { QuestionError, at, entry } from '../../checked/index.ts'
import { buildColumns, planCuts } from '../../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import { epochMs } from '../../time/index.ts'
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
import type { Clause, Question } from '../../query/index.ts'
import { LEAST_MEASURED } from '../size/fishSizes.ts'
import type { SizeBy } from '../size/fishSizes.ts'
import { Launches } from './launches.ts'
import { lureOrDay, sensitivityOf } from './lureOrDay.ts'
import type { Design, LureOrDay } from './lureOrDay.ts'
import { comparedTrips, isPlanned, shareStrata, tripOf, sizeStrata } from './comparedTrips.ts'
import type { Sides } from './comparedTrips.ts'
import { NO_RATIO, pooledOr } from './pooled.ts'
import { asksOfTheClock, timeOfDayOf } from './timeOfDay.ts'

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
  readonly trip: string
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
export function withinOfCut(
  book: BookRecords,
  columns: SegmentColumns,
  { a, b, where, of = 'rate', design }: WithinQuestion,
  options: Confidence = {},
): BookWithin {
  const names = namesOf(book)
  const sides = { inA: rowFilter(columns, [...a, ...where], names), inB: rowFilter(columns, [...b, ...where], names) }
  const all = Array.from({ length: columns.rows }, (_, row) => row)
  const twice = all.find((row) => sides.inA(row) && sides.inB(row))
  if (twice !== undefined)
    throw new QuestionError('A and B overlap: some hours are both, so that there is nothing to hold against each other')
  const rows = all.filter((row) => at(columns.hours, row) > 0)
  const held = !asksOfTheClock([...a, ...b])
  const trips = comparedTrips(new Launches(book, columns), columns, rows, sides, { byHour: held })
  const hours = { a: sumOf(trips, 'a'), b: sumOf(trips, 'b') }
  const missing =
    of === 'rate'
      ? hours.a === 0
        ? 'A'
        : hours.b === 0
          ? 'B'
          : undefined
      : !all.some(sides.inA)
        ? 'A'
        : !all.some(sides.inB)
          ? 'B'
          : undefined
  if (missing) throw new QuestionError(`no hour is ${missing}: there is nothing to compare`)
  const asked = (row: number): boolean => sides.inA(row) || sides.inB(row)
  const dispersion = bookDispersion(columns, rows)
  const inWhere = rowFilter(columns, where, names)
  const rate = (): LureOrDay => {
    const others = rows.filter((row) => inWhere(row) && !asked(row))
    const timeOfDay = held ? { timeOfDay: timeOfDayOf(columns, others, dispersion) } : {}
    return lureOrDay(trips, { ...options, dispersion, ...timeOfDay, ...(design ? { design } : {}) })
  }
  const found =
    of === 'rate'
      ? rate()
      : { ...ofFish(columns, all, sides, { of, ...options }), hours, dispersion, hourNotHeld: null }
  const strikesOf = (side: (row: number) => boolean): number =>
    all.reduce((sum, row) => sum + (side(row) ? at(columns.strikes, row) : 0), 0)
  return {
    ...found,
    switches: switchesOf(book, columns, rows, asked),
    strikes: { a: strikesOf(sides.inA), b: strikesOf(sides.inB) },
    tripIds: [...new Set(rows.filter(asked).map((row) => tripOf(columns, row)))],
    pairs: pairsOf(columns, rows, sides),
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

/** How stints of A or B that followed another of the same angler and trip came about. */
function switchesOf(
  book: BookRecords,
  columns: SegmentColumns,
  rows: readonly number[],
  asked: (row: number) => boolean,
): Switches {
  const stintFactor = entry(columns.factors, 'stint')
  const chosen = new Set(rows.filter(asked).map((row) => at(stintFactor.levels, at(stintFactor.codes, row))))
  // The first in hand is none, nor is the same lure going on, fished otherwise or elsewhere.
  const noSwitch = new Set<string>()
  const before = new Map<string, string>()
  for (const stint of [...book.stints].sort((x, y) => epochMs(x.start) - epochMs(y.start))) {
    const who = `${stint.trip} ${stint.angler ?? ''}`
    if (!before.has(who) || before.get(who) === stint.lure) noSwitch.add(stint.id)
    before.set(who, stint.lure)
  }
  const switches = { planned: 0, blank: 0, unknown: 0 }
  for (const { id, reason } of book.stints) {
    if (!chosen.has(id) || noSwitch.has(id)) continue
    switches[isPlanned(reason) ? 'planned' : reason === OTHERS_BLANK ? 'blank' : 'unknown']++
  }
  return switches
}
