import { listsOf } from '../effort/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { bookDispersion } from '../query/index.ts'
import { epochMs } from '../time/index.ts'
import type { Trip } from '../vocabulary/index.ts'
import { fitPatternModel, withTripAfter } from './fitPatternModel.ts'
import type { PatternModel, PatternOptions } from './fitPatternModel.ts'
import { patternColumns, patternRows } from './patternRows.ts'
import type { PatternRow } from './patternRows.ts'

/** A book with what its hours tell of every pattern. */
export interface PatternBook {
  readonly rows: readonly PatternRow[]
  readonly model: PatternModel
  /** The lists it was cut with. */
  readonly lists: string
  /** Strikes there were when its strengths were found. */
  readonly strikesFitted: number
}

/** The strengths are found anew when strikes have become so many times as many. (ours) */
const REFIT_GROWTH = 1.05

/**
 * The pattern model of a book.
 *
 * Given      the book; options of `fitPatternModel`
 * Returned   its rows, and the model fitted to them
 * Throws     QuestionError where no hour had a strike
 */
export function patternBook(book: BookRecords, options: Omit<PatternOptions, 'dispersion'> = {}): PatternBook {
  const columns = patternColumns(book)
  const rows = patternRows(book, columns)
  const dispersion = bookDispersion(
    columns,
    rows.map(({ row }) => row),
  )
  const model = fitPatternModel(rows, { ...options, dispersion })
  return { rows, model, lists: listsOf(book), strikesFitted: strikesOf(rows) }
}

/**
 * The same after trips that were fished since, in the time these take: the rest is neither cut nor fitted anew.
 *
 * Given      what was learnt, the book as it is now, and the trips that something was written to since
 * Returned   undefined where more has changed than that trips came after all others: the book is to be learnt anew
 */
export function patternBookAfter(
  before: PatternBook,
  book: BookRecords,
  touched: ReadonlySet<string>,
): PatternBook | undefined {
  if (before.lists !== listsOf(book) || before.rows.some(({ trip }) => touched.has(trip))) return undefined
  const startOf = ({ start }: Trip): number => epochMs(start)
  const added = book.trips.filter(({ id }) => touched.has(id)).sort((one, other) => startOf(one) - startOf(other))
  const lastBefore = book.trips.reduce((last, trip) => (touched.has(trip.id) ? last : Math.max(last, startOf(trip))), 0)
  if (added.some((trip) => startOf(trip) <= lastBefore)) return undefined
  const rows = patternRows(book, patternColumns(book, [], [], new Set(added.map(({ id }) => id))))
  const known = rows.every(({ situation }) => before.model.terms.knowsWater(situation))
  if (!known || strikesOf(before.rows) + strikesOf(rows) > REFIT_GROWTH * before.strikesFitted) return undefined
  const model = added.reduce((now, { id }) => {
    const own = rows.filter(({ trip }) => trip === id)
    return own.length > 0 ? withTripAfter(now, own) : now
  }, before.model)
  return { ...before, rows: [...before.rows, ...rows], model }
}

const strikesOf = (rows: readonly PatternRow[]): number => rows.reduce((sum, { strikes }) => sum + strikes, 0)
