import type { BookRecords } from './bookRecords.ts'
import { tripsInOrder } from './bookRecords.ts'
import { SPECIES } from './columnInfo.ts'
import { buildColumns } from './buildColumns.ts'
import type { CutPlan } from './cutPlan.ts'
import { spliceColumns } from './spliceColumns.ts'
import type { SegmentColumns } from './segmentColumns.ts'

/** A book's columns with what they rest on beside its trips: after a change only the trips it touched are cut anew. */
export interface CutBook {
  readonly columns: SegmentColumns
  /** The waters, spots, lures and setups they were cut with. */
  readonly lists: string
  /** Some strikes of the book have no time, which decides whether a trip of which only the hours are known can serve. */
  readonly untimed: boolean
}

/** The lists of a book as one text: what was cut with others is out of date. */
export const listsOf = ({ waters, spots, lures, setups }: BookRecords): string =>
  JSON.stringify([waters, spots, lures, setups])
const isUntimed = ({ strikes }: BookRecords): boolean => strikes.some(({ timeUnknown }) => timeUnknown)

/** Cuts a whole book, to be cut anew in parts later. */
export const cutBook = (book: BookRecords, plan: CutPlan): CutBook => ({
  columns: buildColumns(book, plan),
  lists: listsOf(book),
  untimed: isUntimed(book),
})

/**
 * The columns of a book after some of its trips were touched; the same as those of the whole book cut anew, but for the numbering of levels.
 *
 * Given      the columns before, by the same plan; the book's lists and trips as they are now, with what belongs to the touched trips only
 * Returned   undefined where one trip's cuts may rest on another's: the whole book must be cut
 */
export function recut(
  before: CutBook,
  now: BookRecords,
  touched: ReadonlySet<string>,
  plan: CutPlan,
): CutBook | undefined {
  const rests = plan.needsPast || plan.factors.includes(SPECIES) || before.lists !== listsOf(now)
  if (rests || (!plan.needsStints && (before.untimed || isUntimed(now)))) return undefined
  const part = buildColumns({ ...now, trips: now.trips.filter(({ id }) => touched.has(id)) }, plan)
  const order = tripsInOrder(now.trips).map(({ id }) => id)
  return {
    columns: spliceColumns(before.columns, part, touched, order),
    lists: before.lists,
    untimed: before.untimed || isUntimed(now),
  }
}
