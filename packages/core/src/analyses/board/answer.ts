import { buildColumns, columnInfo } from '../../effort/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import { rateBoard } from './board.ts'
import type { Board, BoardOptions } from './board.ts'
import { clockOfBook, holdsTheClock } from '../within/clock.ts'
import { namesOf, planFor } from '../../query/index.ts'
import type { Question } from '../../query/index.ts'

/** A book's board for a question. */
export function answer(book: BookRecords, question: Question, options: Omit<BoardOptions, 'names'> = {}): Board {
  const by = question.by.map((name) => columnInfo(name).name)
  // Who has worked it out already hands it in.
  const clock = 'clock' in options ? options.clock : holdsTheClock(question) ? clockOfBook(book) : undefined
  return rateBoard(buildColumns(book, planFor(question, book.bands)), by, question.where, {
    ...options,
    clock,
    names: namesOf(book),
  })
}
