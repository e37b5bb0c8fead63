import { UNKNOWN } from '../vocabulary/index.ts'
import type { BookRecords } from './bookRecords.ts'
import { SPECIES } from './columnInfo.ts'
import type { CutPlan } from './cutPlan.ts'
import { layTrips } from './layTrips.ts'
import type { SegmentColumns } from './segmentColumns.ts'
import { SegmentTable } from './segmentTable.ts'

/**
 * Cuts every trip of a book, or only some, as the plan asks and lays the segments out as columns.
 *
 * Given      the book's records (deleted ones left out by the caller), what will be asked of the columns, and the trips that are cut where
 *            it is not all of them: the others are their past
 * Returned   typed columns; hours in angler-hours
 */
export function buildColumns(book: BookRecords, plan: CutPlan, only?: ReadonlySet<string>): SegmentColumns {
  const species = plan.factors.includes(SPECIES)
    ? [...new Set(book.strikes.map((strike) => strike.species || UNKNOWN))].sort()
    : undefined
  const table = new SegmentTable(plan.factors, plan.numbers, species)
  return table.columns(layTrips(book, plan, table, only))
}
