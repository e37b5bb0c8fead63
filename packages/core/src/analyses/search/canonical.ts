import { at, entry } from '../../checked/index.ts'
import type { Factor } from '../../effort/index.ts'
import type { Names } from '../../query/index.ts'
import type { CellSource } from './cells.ts'

/**
 * Rows and levels in an order that depends on what they say alone: what is drawn by turns is then the same whatever ids a book's records
 * have and in whatever order they come.
 *
 * Given      the rows asked of; the columns that patterns are made of; names of what is named by ids
 */
export function canonical(
  source: CellSource,
  rows: readonly number[],
  columns: readonly string[],
  names: Names,
): { source: CellSource; rows: number[] } {
  const factors = Object.fromEntries(columns.map((name) => [name, byWord(entry(source.factors, name), names[name])]))
  const told = new Map(rows.map((row) => [row, tellRow({ ...source, factors }, row, columns, names)]))
  const tellOf = (row: number): string => told.get(row) ?? ''
  const rank = tripRanks(rows, (row) => at(source.trip.codes, row), tellOf)
  const ordered = [...rows].sort((a, b) => rank(a) - rank(b) || compare(tellOf(a), tellOf(b)))
  return { source: { ...source, factors: { ...source.factors, ...factors } }, rows: ordered }
}

/** The place of each row's trip, in the order of what the trips' rows say. */
function tripRanks(
  rows: readonly number[],
  tripOf: (row: number) => number,
  tellOf: (row: number) => string,
): (row: number) => number {
  const lines = new Map<number, string[]>()
  for (const row of rows) {
    const own = lines.get(tripOf(row)) ?? []
    lines.set(tripOf(row), own)
    own.push(tellOf(row))
  }
  const trips = [...lines]
    .map(([trip, own]) => ({ trip, said: own.sort().join('\n') }))
    .sort((a, b) => compare(a.said, b.said))
  const ranks = new Map(trips.map(({ trip }, rank) => [trip, rank]))
  return (row) => ranks.get(tripOf(row))!
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0)

const tellRow = (
  { hours, strikes, factors }: CellSource,
  row: number,
  columns: readonly string[],
  names: Names,
): string =>
  [
    ...columns.map((name) => {
      const { codes, levels } = entry(factors, name)
      const level = at(levels, at(codes, row))
      return names[name]?.get(level) ?? level
    }),
    at(hours, row).toFixed(6),
    at(strikes, row),
  ].join('|')

/** The same factor, its levels in the order of their names. */
function byWord({ codes, levels }: Factor, names: ReadonlyMap<string, string> | undefined): Factor {
  const word = (level: string): string => names?.get(level) ?? level
  const sorted = [...levels].sort((a, b) => compare(word(a), word(b)))
  const place = new Map(sorted.map((level, code) => [level, code]))
  const moved = Int32Array.from(levels, (level) => place.get(level)!)
  return { codes: codes.map((code) => at(moved, code)), levels: sorted }
}
