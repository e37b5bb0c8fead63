import { at, entry } from '../checked/index.ts'
import type { SegmentColumns } from '../effort/index.ts'
import { repetitions } from './repetitions.ts'

/**
 * What was counted by stint (casts, targets), spread evenly over the stint's hours.
 *
 * Given      columns that were cut with `stint`, and counts by stint; null or under one: not counted
 * Returned   the count that falls to a row; 0 where nothing was counted
 */
export function spreadOverStints(
  columns: SegmentColumns,
  counts: ReadonlyMap<string, number | null | undefined>,
): (row: number) => number {
  const { codes, levels } = entry(columns.factors, 'stint')
  // Each segment once, however often a grouping repeats it.
  const times = repetitions(columns, () => true)
  const hoursOf = new Float64Array(levels.length)
  for (let row = 0; row < columns.rows; row++) hoursOf[at(codes, row)]! += at(columns.hours, row) / times
  return (row) => {
    const stint = at(codes, row)
    const count = counts.get(at(levels, stint))
    return count == null || count <= 0 ? 0 : (count * at(columns.hours, row)) / (hoursOf[stint] || 1)
  }
}
