import { at, entry } from '../../checked/index.ts'
import { buildColumns, columnInfo } from '../../effort/index.ts'
import type { BookRecords, ColumnSource } from '../../effort/index.ts'
import { namesOf, onWaters, planFor, rowFilter } from '../../query/index.ts'
import type { Clause } from '../../query/index.ts'

/** What is the same all through a stint. */
const OF_STINT: ReadonlySet<ColumnSource> = new Set(['trip', 'water', 'stint', 'setup', 'lure'])
const ALSO: ReadonlySet<string> = new Set(['month', 'year', 'season', 'level'])

/**
 * The book of the stints that meet what of a question speaks of whole stints: for answers that follow a trip's time, where an hour cannot
 * be taken out of its day. `unused` are the other clauses.
 */
export function stintsWhere(
  book: BookRecords,
  where: readonly Clause[],
): { readonly book: BookRecords; readonly unused: readonly Clause[] } {
  const isUsed = ({ column }: Clause): boolean => ALSO.has(column) || OF_STINT.has(columnInfo(column).source)
  const used = where.filter(isUsed)
  const unused = where.filter((clause) => !isUsed(clause))
  if (used.length === 0) return { book, unused }
  const names = namesOf(book)
  const onWater = onWaters(book, used, names)
  const trips = new Set(onWater.trips.map(({ id }) => id))
  const own = { ...onWater, stints: book.stints.filter(({ trip }) => trips.has(trip)) }
  const others = used.filter(({ column }) => column !== 'water')
  if (others.length === 0) return { book: own, unused }
  const columns = buildColumns(own, planFor({ by: ['stint'], where: others }, book.bands))
  const keep = rowFilter(columns, others, names)
  const { codes, levels } = entry(columns.factors, 'stint')
  const met = new Set<string>()
  for (let row = 0; row < columns.rows; row++) if (keep(row)) met.add(at(levels, at(codes, row)))
  return { book: { ...own, stints: own.stints.filter(({ id }) => met.has(id)) }, unused }
}
