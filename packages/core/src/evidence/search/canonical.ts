import { at, entry } from '../../checked/index.ts'
import type { Factor } from '../../effort/index.ts'
import type { Names } from '../rowFilter.ts'
import type { CellSource } from './cells.ts'

/**
 * Rows and levels in an order that depends on what they say alone: what is drawn by turns is then the same whatever ids a book's records
 * have and in whatever order they come.
 *
 * Given      the rows asked of; the columns that patterns are made of; names of what is named by ids
 */
export function canonical(source: CellSource, rows: readonly number[], columns: readonly string[], names: Names): { source: CellSource; rows: number[] } {
  const factors = Object.fromEntries(columns.map((name) => [name, byWord(entry(source.factors, name), names[name])]))
  const told = new Map(rows.map((row) => [row, tellRow({ ...source, factors }, row, columns, names)]))
  const ofTrips = new Map<number, string[]>()
  for (const row of rows) ofTrips.set(at(source.trip.codes, row), [...(ofTrips.get(at(source.trip.codes, row)) ?? []), told.get(row) ?? ''])
  const tripTold = new Map([...ofTrips].map(([trip, lines]) => [trip, lines.sort().join('\n')]))
  const key = (row: number): string => `${tripTold.get(at(source.trip.codes, row))}`
  const ordered = [...rows].sort(
    (a, b) => compare(key(a), key(b)) || at(source.trip.codes, a) - at(source.trip.codes, b) || compare(told.get(a) ?? '', told.get(b) ?? ''),
  )
  return { source: { ...source, factors: { ...source.factors, ...factors } }, rows: ordered }
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0)

const tellRow = ({ hours, strikes, factors }: CellSource, row: number, columns: readonly string[], names: Names): string =>
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
  const moved = Int32Array.from(levels, (level) => place.get(level) ?? 0)
  return { codes: codes.map((code) => at(moved, code)), levels: sorted }
}
