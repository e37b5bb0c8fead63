import { QuestionError, at, entry } from '../../checked/index.ts'
import { buildColumns, columnInfo, factorOf } from '../../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import { namesOf, planFor, rowFilter, whereText, strikesOf } from '../../query/index.ts'
import type { Clause, Names, Question } from '../../query/index.ts'
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
export const searchInput = (book: BookRecords, question: SearchQuestion): SearchInput =>
  searchInputOfCut(buildColumns(book, planFor(cutForSearch(question), book.bands)), namesOf(book), question)

/** What a book is cut by for a search: the same for all of its waters. */
export function cutForSearch({ water, where = [], columns = SEARCH_COLUMNS }: SearchQuestion): Question {
  const continuous = columns.map(columnInfo).find(({ kind }) => kind === 'number')
  if (continuous)
    throw new QuestionError(`${continuous.name} is continuous: search by ${continuous.band ?? 'a band column'} instead`)
  return { by: [...columns, ...ALONE, ...SUBJECTS, 'hour', 'season', 'class'], where: hoursOf(water, where) }
}

const hoursOf = (water: string, where: readonly Clause[]): Clause[] => [
  { kind: 'oneOf', column: 'water', values: [water] },
  ...where,
]

/** What is searched, of columns that were cut by `cutForSearch`. Throws QuestionError where no hour is left. */
export function searchInputOfCut(
  segments: SegmentColumns,
  names: Names,
  { water, where = [], columns = SEARCH_COLUMNS }: SearchQuestion,
): SearchInput {
  const keep = rowFilter(segments, hoursOf(water, where), names)
  const rows = Array.from({ length: segments.rows }, (_, row) => row).filter(
    (row) => at(segments.hours, row) > 0 && keep(row),
  )
  if (rows.length === 0) throw new QuestionError(`no hour on ${water}: there is nothing to search`)
  const joined = columns.map((name) => columnInfo(name).name)
  const hour = entry(segments.factors, 'hour')
  // A quarter of the day: finer would have too few strikes for a factor of its own.
  const quarters = factorOf(Array.from(hour.codes, (code) => quarterOf(at(hour.levels, code))))
  const laid = { ...segments, factors: { ...segments.factors, day_quarter: quarters } }
  const used = [...new Set([...joined, ...ALONE, ...SUBJECTS, ...HELD])]
  const inOrder = canonical(laid, rows, used, names)
  return {
    cells: cellsOf(inOrder.source, inOrder.rows, used),
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
