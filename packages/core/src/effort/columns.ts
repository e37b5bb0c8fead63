import { entry } from '../checked/index.ts'
import type { BookRecords } from './bookRecords.ts'
import { SPECIES } from './columnInfo.ts'
import { tripRows } from './tripRows.ts'
import type { CutPlan } from './cutPlan.ts'
import { COUNTS } from './segmentRow.ts'
import type { CountName, LeftOut, SegmentRow } from './segmentRow.ts'
import type { LooseEnd } from './types.ts'

/** A categorical column: `codes[i]` indexes `levels`. */
export interface Factor {
  readonly codes: Int32Array
  readonly levels: readonly string[]
}

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
  readonly trip: Factor
  readonly factors: Readonly<Record<string, Factor>>
  readonly numbers: Readonly<Record<string, Float64Array>>
  /** Every segment stands once for each level of this factor, with all its hours. */
  readonly repeatedBy: string | null
  /** Landed fish, the row of each and what was measured (NaN: not). */
  readonly fishRows: Int32Array
  readonly fishWeightG: Float64Array
  readonly fishLengthMm: Float64Array
  /** Ids of the strikes in the rate, and the row of each. */
  readonly strikeIds: readonly string[]
  readonly strikeRows: Int32Array
  readonly leftOut: LeftOut
  readonly looseEnds: readonly (LooseEnd & { readonly trip: string })[]
}

/**
 * Cuts every trip of a book as the plan asks and lays the segments out as columns.
 *
 * Given      the book's records (deleted ones left out by the caller) and what will be asked of the columns
 * Returned   typed columns; hours in angler-hours
 */
export function buildColumns(book: BookRecords, plan: CutPlan): SegmentColumns {
  const leftOut: LeftOut = { trips: 0, strikes: 0, looseStrikes: 0, stintsWithoutHours: 0 }
  const rows: SegmentRow[] = []
  const trips: string[] = []
  const looseEnds: (LooseEnd & { trip: string })[] = []
  for (const rowsOfTrip of tripRows(book, plan, leftOut)) {
    for (const row of rowsOfTrip.rows) {
      rows.push(row)
      trips.push(rowsOfTrip.trip)
    }
    for (const end of rowsOfTrip.looseEnds) looseEnds.push({ ...end, trip: rowsOfTrip.trip })
  }
  const counts = Object.fromEntries(COUNTS.map((name) => [name, Int32Array.from(rows, (row) => row.counts[name])])) as Record<CountName, Int32Array>
  return {
    rows: rows.length,
    hours: Float64Array.from(rows, (row) => row.hours),
    ...counts,
    trip: factorOf(trips),
    factors: Object.fromEntries(plan.factors.map((name) => [name, factorOf(rows.map((row) => entry(row.labels, name)))])),
    numbers: Object.fromEntries(plan.numbers.map((name) => [name, Float64Array.from(rows, (row) => row.numbers[name] ?? NaN)])),
    repeatedBy: plan.factors.includes(SPECIES) ? SPECIES : null,
    fishRows: Int32Array.from(rows.flatMap((row, i) => row.fish.map(() => i))),
    fishWeightG: Float64Array.from(rows.flatMap((row) => row.fish.map(({ weightG }) => weightG ?? NaN))),
    fishLengthMm: Float64Array.from(rows.flatMap((row) => row.fish.map(({ lengthMm }) => lengthMm ?? NaN))),
    strikeIds: rows.flatMap((row) => row.strikeIds),
    strikeRows: Int32Array.from(rows.flatMap((row, i) => row.strikeIds.map(() => i))),
    leftOut,
    looseEnds,
  }
}

/** Levels in the order they first appear. */
export function factorOf(labels: readonly string[]): Factor {
  const codeOf = new Map<string, number>()
  const codes = Int32Array.from(labels, (label) => {
    let code = codeOf.get(label)
    if (code === undefined) codeOf.set(label, (code = codeOf.size))
    return code
  })
  return { codes, levels: [...codeOf.keys()] }
}
