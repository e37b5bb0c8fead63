import type { BookRecords } from '../effort/index.ts'
import { bookDispersion } from '../query/index.ts'
import { fitPatternModel } from './fitPatternModel.ts'
import type { PatternModel, PatternOptions } from './fitPatternModel.ts'
import { patternColumns, patternRows } from './patternRows.ts'
import type { PatternRow } from './patternRows.ts'

/** A book with what its hours tell of every pattern. */
export interface PatternBook {
  readonly rows: readonly PatternRow[]
  readonly model: PatternModel
}

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
  return { rows, model: fitPatternModel(rows, { ...options, dispersion }) }
}
