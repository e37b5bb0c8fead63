import type { Id } from '../vocabulary/index.ts'
import { LabelEncoder } from '../numerics/index.ts'
import type { LooseEnd } from './types.ts'

/** A categorical column: `codes[i]` indexes `levels`. */
export interface Factor {
  readonly codes: Int32Array
  readonly levels: readonly string[]
}

/** What effort could not be used, said with every rate. */
export interface LeftOut {
  /** Trips whose hours are not known at all, or not as finely as the question needs; what their strikes tell of hook-up and size is used. */
  readonly trips: number
  /** Strikes of those trips. */
  readonly strikes: number
  /** Strikes on usable trips that belong to no stint or lie outside it. */
  readonly looseStrikes: number
  /** Stints that count no hours: still open, or ending before they start. */
  readonly stintsWithoutHours: number
}

export const NOTHING_LEFT_OUT: LeftOut = { trips: 0, strikes: 0, looseStrikes: 0, stintsWithoutHours: 0 }

export const sumOfLeftOut = (parts: Iterable<LeftOut>): LeftOut =>
  [...parts].reduce(
    (sum, part) => ({
      trips: sum.trips + part.trips,
      strikes: sum.strikes + part.strikes,
      looseStrikes: sum.looseStrikes + part.looseStrikes,
      stintsWithoutHours: sum.stintsWithoutHours + part.stintsWithoutHours,
    }),
    NOTHING_LEFT_OUT,
  )

/** A book's effort as columns of equal length, one row a segment, trips in one run each. */
export interface SegmentColumns {
  readonly rows: number
  readonly hours: Float64Array
  /** Strikes in the rate: missed, lost, landed or not yet said; target species or species not known; not the same fish again. */
  readonly strikes: Int32Array
  readonly raised: Int32Array
  readonly bycatch: Int32Array
  readonly sameFish: Int32Array
  readonly missed: Int32Array
  readonly lost: Int32Array
  readonly landed: Int32Array
  /** Strikes of which nobody has said the outcome. */
  readonly unsaid: Int32Array
  /** Hours after midnight at the water when each begins and ends, the end past 24 where it is another day; NaN where it is not known. */
  readonly clockFrom: Float64Array
  readonly clockTo: Float64Array
  readonly trip: Factor
  readonly factors: Readonly<Record<string, Factor>>
  readonly numbers: Readonly<Record<string, Float64Array>>
  /** Every segment stands once for each level of this factor, with all its hours. */
  readonly repeatedBy: string | null
  /** Landed fish, the row of each and what was measured (NaN: not). */
  readonly fishRows: Int32Array
  readonly fishWeightG: Float64Array
  readonly fishLengthMm: Float64Array
  /** Ids of the strikes in the rate, the row of each, and when it was (NaN: not known). */
  readonly strikeIds: readonly string[]
  readonly strikeRows: Int32Array
  readonly strikeMs: Float64Array
  /** Whose each was: the angler's place among those of its trip, as their stints begin. */
  readonly strikeAngler: Int32Array
  readonly leftOut: LeftOut
  /** The same by trip, of trips that have any. */
  readonly leftOutOf: ReadonlyMap<string, LeftOut>
  readonly looseEnds: readonly (LooseEnd & { readonly trip: Id<'trip'> })[]
}

/** Levels in the order they first appear. */
export function factorOf(labels: readonly string[]): Factor {
  const levels = new LabelEncoder()
  return { codes: Int32Array.from(labels, (label) => levels.codeOf(label)), levels: levels.labels }
}
