import { expose } from 'comlink'
import { answerLong } from '@jotbook/core'
import type { LongAnswer, LongQuestion } from '@jotbook/core'
import { bookRecords, store } from '../offline/forWorkers.ts'

/** One question that takes seconds; the worker is ended after it, or to call it off. */
const long = {
  async answer(book: string, question: LongQuestion, progress: (share: number) => void): Promise<LongAnswer> {
    return answerLong(await bookRecords(book), question, progress)
  },

  /** How much there is to look through. */
  stints: (book: string): Promise<number> => store.records.where({ book, kind: 'stint' }).count(),
}

export type Long = typeof long
expose(long)
