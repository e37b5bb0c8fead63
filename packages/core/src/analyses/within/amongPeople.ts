import { buildColumns } from '../../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import { namesOf, planFor } from '../../query/index.ts'
import type { Clause, Question } from '../../query/index.ts'
import type { Confidence } from '../../stats/index.ts'
import { rateBoard } from '../board/board.ts'
import type { BoardRow } from '../board/board.ts'
import { PairScales, cutForWithin } from './withinOf.ts'
import type { BookWithin } from './withinOf.ts'

export interface PersonsRate {
  readonly angler: string
  readonly row: BoardRow
  /** Against the others aboard, each trip with its own luck; null where nobody else fished. */
  readonly against: BookWithin | null
}

const ANGLER = 'angler'

/**
 * Who brings the strikes? Each person against the others aboard, on shared trips only: who fishes the good days alone is no better for it.
 *
 * Returned   the most hours first; one who was never told apart stands as `unknown`
 * Throws     QuestionError for an unknown column
 * Source     `withinOfCut`
 */
export function amongPeople(book: BookRecords, where: readonly Clause[], options: Confidence = {}): PersonsRate[] {
  const columns = buildColumns(book, planFor(cutForPeople(where), book.bands))
  return amongPeopleOfCut(book, columns, where, options)
}

/** How a book is cut for its people. */
export const cutForPeople = (where: readonly Clause[]): Question => {
  const { by, where: asked } = cutForWithin({ a: [], b: [], where })
  return { by: [...by, ANGLER], where: asked }
}

/** The same of a book that is cut already by those columns. */
export function amongPeopleOfCut(
  book: BookRecords,
  columns: SegmentColumns,
  where: readonly Clause[],
  options: Confidence = {},
): PersonsRate[] {
  const { rows } = rateBoard(columns, [ANGLER], where, { ...options, names: namesOf(book) })
  const scales = new PairScales(book, columns, where)
  return rows
    .map((row): PersonsRate => {
      const [angler = ''] = row.group
      const values = [angler]
      const a: Clause[] = [{ kind: 'oneOf', column: ANGLER, values }]
      const b: Clause[] = [{ kind: 'noneOf', column: ANGLER, values }]
      return { angler, row, against: rows.length < 2 ? null : scales.compare({ a, b }, options) }
    })
    .sort((one, other) => other.row.hours - one.row.hours)
}
