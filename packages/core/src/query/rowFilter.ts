import { entry } from '../checked/index.ts'
import type { BookRecords, SegmentColumns } from '../effort/index.ts'
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
  const accepted = levels.map(levelTest(clause, names))
  return (row) => accepted[codes[row] ?? -1] ?? false
}

type OfWords = Exclude<Clause, { readonly kind: 'range' }>

function levelTest({ kind, column, values }: OfWords, names: Names): (level: string) => boolean {
  const wanted = new Set(values)
  const matches = (level: string): boolean =>
    wanted.has(level) ||
    wanted.has(names[column]?.get(level) ?? level) ||
    level.split(';').some((word) => wanted.has(word))
  return (level) => matches(level) === (kind === 'oneOf')
}

/** The book without the trips on waters that a filter leaves out: what is cut next need not follow them. */
export function onWaters(book: BookRecords, where: readonly Clause[], names: Names): BookRecords {
  const tests = where.flatMap((clause) =>
    clause.kind !== 'range' && clause.column === 'water' ? [levelTest(clause, names)] : [],
  )
  if (tests.length === 0) return book
  return { ...book, trips: book.trips.filter(({ water }) => tests.every((test) => test(water))) }
}
