import { at, entry } from '../../checked/index.ts'
import { buildColumns, planCuts } from '../../effort/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import { clauseRanges, namedColumns, namesOf, onWaters, rowFilter } from '../../query/index.ts'
import type { Clause } from '../../query/index.ts'
import { SEARCH_COLUMNS } from './searchOf.ts'

/** A condition that was met more often in the hours of a pattern than in the other hours there. */
export interface CameWith {
  readonly column: string
  readonly level: string
  /** Shares of the pattern's hours and of the others, of those in which it is known. */
  readonly inside: number
  readonly outside: number
}

const ALSO = ['season', 'day_part', 'angler', 'platform'] as const
const MOST = 5
/** A share that differs by less came with it by the way. (ours) */
const LEAST_APART = 0.2
const UNKNOWN = 'unknown'

/**
 * What else was so while a pattern was: anything of it may be the reason instead.
 *
 * Given      the pattern as a filter, its water among it; other hours are those of the same water
 * Returned   the furthest apart first, one level a column
 */
export function cameWith(book: BookRecords, where: readonly Clause[]): CameWith[] {
  const named = new Set(namedColumns(where))
  const asked = [...SEARCH_COLUMNS, ...ALSO].filter((column) => !named.has(column))
  const names = namesOf(book)
  const plan = planCuts([...asked, ...named], clauseRanges(where), book.bands)
  const columns = buildColumns(onWaters(book, where, names), plan)
  const inside = rowFilter(columns, where, names)
  const onWater = rowFilter(
    columns,
    where.filter(({ column }) => column === 'water'),
    names,
  )
  return asked
    .flatMap((column) => {
      const { codes, levels } = entry(columns.factors, column)
      const hours = levels.map(() => ({ inside: 0, outside: 0 }))
      for (let row = 0; row < columns.rows; row++)
        if (onWater(row)) at(hours, at(codes, row))[inside(row) ? 'inside' : 'outside'] += at(columns.hours, row)
      return furthest(column, levels, hours)
    })
    .sort((a, b) => b.inside - b.outside - (a.inside - a.outside))
    .slice(0, MOST)
}

function furthest(
  column: string,
  levels: readonly string[],
  hours: readonly { readonly inside: number; readonly outside: number }[],
): CameWith[] {
  const known = levels.flatMap((level, i) => (level === UNKNOWN ? [] : [{ level, ...at(hours, i) }]))
  const sum = (side: 'inside' | 'outside'): number => known.reduce((total, one) => total + one[side], 0)
  const [all, others] = [sum('inside'), sum('outside')]
  if (all <= 0 || others <= 0) return []
  return known
    .map(({ level, inside, outside }) => ({ column, level, inside: inside / all, outside: outside / others }))
    .filter(({ inside, outside }) => inside - outside >= LEAST_APART)
    .sort((a, b) => b.inside - b.outside - (a.inside - a.outside))
    .slice(0, 1)
}
