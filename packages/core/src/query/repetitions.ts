import { at, entry } from '../checked/index.ts'
import type { SegmentColumns } from '../effort/index.ts'

/** How often the hours of everything selected stand in the columns: once for each species where the question is by species. */
export function repetitions(columns: SegmentColumns, keep: (row: number) => boolean): number {
  if (columns.repeatedBy === null) return 1
  const { codes } = entry(columns.factors, columns.repeatedBy)
  const seen = new Set<number>()
  for (let row = 0; row < columns.rows; row++) if (keep(row)) seen.add(at(codes, row))
  return Math.max(1, seen.size)
}
