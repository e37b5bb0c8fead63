import { QuestionError, at, entry } from '../../checked/index.ts'
import { buildColumns, columnInfo, planCuts, factorOf } from '../../effort/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import { namesOf, rowFilter, clauseRanges, namedColumns, whereText, strikesOf } from '../../query/index.ts'
import type { Clause } from '../../query/index.ts'
import { boutSize } from '../../stats/index.ts'
import { canonical } from './canonical.ts'
import { cellsOf } from './cells.ts'
import { searchPatterns } from './searchPatterns.ts'
import type { Condition, PatternSearch, SearchInput, SearchOptions } from './types.ts'

/** What patterns are made of, unless others are asked for: conditions, the place, and what the lure is. */
export const SEARCH_COLUMNS = [
  ...[
    'temp_band',
    'clarity_band',
    'wind_band',
    'sky_band',
    'light_band',
    'front',
    'current',
    'structure',
    'class',
    'family',
    'level',
  ],
] as const
const ALONE = ['lure'] as const
/** What is held against all else thrown in the same window: the lure, what it is, how and on what it is fished. (ours) */
const SUBJECTS = ['lure', 'family', 'body', 'class', 'sound', 'retrieve', 'line_kind'] as const
/** What says what a lure is, not under what it is thrown. */
const ATTRIBUTES = ['class', 'family', 'level', 'body', 'back', 'side', 'belly'] as const
const HELD = ['day_quarter', 'season', 'class'] as const

export interface SearchQuestion {
  readonly water: string
  readonly where?: readonly Clause[]
  readonly columns?: readonly string[]
}

/** The hours of a pattern on a water, as a filter. */
export const patternWhere = (conditions: readonly Condition[], water: string): string =>
  whereText([
    { kind: 'oneOf', column: 'water', values: [water] },
    ...conditions.map(({ column, levels }) => ({ kind: 'oneOf', column, values: levels }) as const),
  ])

/**
 * The patterns of one water.
 *
 * Given      a water and a filter; which columns are joined, `SEARCH_COLUMNS` unless others are asked for
 * Throws     QuestionError for a water nobody fished, an unknown or continuous column, or no strike
 * Source     `searchPatterns`
 */
export function searchOf(
  book: BookRecords,
  { water, where = [], columns = SEARCH_COLUMNS }: SearchQuestion,
  options: SearchOptions = {},
): PatternSearch {
  return searchPatterns(searchInput(book, { water, where, columns }), options)
}

/** What `searchOf` searches: the hours of a water, by all columns that are looked at. */
export function searchInput(
  book: BookRecords,
  { water, where = [], columns: asked = SEARCH_COLUMNS }: SearchQuestion,
): SearchInput {
  const infos = asked.map(columnInfo)
  const continuous = infos.find(({ kind }) => kind === 'number')
  if (continuous)
    throw new QuestionError(`${continuous.name} is continuous: search by ${continuous.band ?? 'a band column'} instead`)
  const clauses: Clause[] = [{ kind: 'oneOf', column: 'water', values: [water] }, ...where]
  const joined = infos.map(({ name }) => name)
  const segments = buildColumns(
    book,
    planCuts(
      [...joined, ...ALONE, ...SUBJECTS, ...namedColumns(clauses), 'hour', 'season', 'class'],
      clauseRanges(clauses),
      book.bands,
    ),
  )
  const keep = rowFilter(segments, clauses, namesOf(book))
  const rows = Array.from({ length: segments.rows }, (_, row) => row).filter(
    (row) => at(segments.hours, row) > 0 && keep(row),
  )
  if (rows.length === 0) throw new QuestionError(`no hour on ${water}: there is nothing to search`)
  const hour = entry(segments.factors, 'hour')
  // A quarter of the day: finer would have too few strikes for a factor of its own.
  const quarters = factorOf(Array.from(hour.codes, (code) => quarterOf(at(hour.levels, code))))
  const laid = { ...segments, factors: { ...segments.factors, day_quarter: quarters } }
  const used = [...new Set([...joined, ...ALONE, ...SUBJECTS, ...HELD])]
  const inOrder = canonical(laid, rows, used, namesOf(book))
  const cells = cellsOf(inOrder.source, inOrder.rows, used)
  return {
    cells,
    columns: joined,
    alone: ALONE,
    subjects: SUBJECTS,
    attributes: ATTRIBUTES,
    held: HELD,
    bout: boutSize(strikesOf(segments, rows)),
  }
}

const quarterOf = (hour: string): string =>
  ['night', 'morning', 'midday', 'evening'][Math.floor((Number(hour) + 2) / 6) % 4] ?? 'night'
