import { entry } from '../checked/index.ts'
import type { SegmentColumns } from '../effort/index.ts'
import type { Clause } from './where.ts'

/** For a column whose levels are ids, the name of each id. */
export type Names = Readonly<Record<string, ReadonlyMap<string, string>>>

/** Whether a row meets every clause. Given columns that hold each clause's column. A value not known meets no range and no exclusion's name but `unknown`. */
export function rowFilter(
  columns: SegmentColumns,
  where: readonly Clause[],
  names: Names = {},
): (row: number) => boolean {
  const tests = where.map((clause) => clauseTest(columns, clause, names))
  return (row) => {
    for (const test of tests) if (!test(row)) return false
    return true
  }
}

function clauseTest(columns: SegmentColumns, clause: Clause, names: Names): (row: number) => boolean {
  if (clause.kind === 'range') {
    const values = entry(columns.numbers, clause.column)
    const [from, to] = [clause.from ?? -Infinity, clause.to ?? Infinity]
    return (row) => {
      const value = values[row] ?? NaN
      return value >= from && value < to
    }
  }
  const { codes, levels } = entry(columns.factors, clause.column)
  const wanted = new Set(clause.values)
  const matches = (level: string): boolean =>
    wanted.has(level) ||
    wanted.has(names[clause.column]?.get(level) ?? level) ||
    level.split(';').some((word) => wanted.has(word))
  const accepted = levels.map((level) => matches(level) === (clause.kind === 'oneOf'))
  return (row) => accepted[codes[row] ?? -1] ?? false
}
