import { expose } from 'comlink'
import { buildColumns, contributions, namesOf, planFor, rateBoard } from '@jotbook/core'
import type { Board, BookRecords, Contribution, Question, SegmentColumns } from '@jotbook/core'
import { bookRecords, store } from '../offline/forWorkers.ts'

interface Held {
  readonly key: string
  readonly book: BookRecords
  readonly columns: Map<string, SegmentColumns>
}

let held: Held | undefined

/** The book at its present revision, read from the device store once, and its columns for each way of cutting. */
async function current(bookId: string): Promise<Held> {
  const revision = (await store.books.get(bookId))?.revision ?? 0
  const key = `${bookId}@${revision}`
  if (held?.key !== key) held = { key, book: await bookRecords(bookId), columns: new Map<string, SegmentColumns>() }
  return held
}

async function columnsFor(bookId: string, question: Question): Promise<{ book: BookRecords; columns: SegmentColumns }> {
  const { book, columns } = await current(bookId)
  const plan = planFor(question)
  const key = JSON.stringify(plan)
  const built = columns.get(key) ?? buildColumns(book, plan)
  columns.set(key, built)
  return { book, columns: built }
}

const analysis = {
  async board(bookId: string, question: Question, confidence: number): Promise<Board> {
    const { book, columns } = await columnsFor(bookId, question)
    return rateBoard(columns, question.by, question.where, { confidence, names: namesOf(book) })
  },

  /** From what? The trips and strikes behind a group, or behind everything selected. */
  async behind(bookId: string, question: Question, group: readonly string[] | undefined): Promise<Contribution[]> {
    const { book, columns } = await columnsFor(bookId, question)
    return contributions(columns, question, group, namesOf(book))
  },
}

export type Analysis = typeof analysis
expose(analysis)
