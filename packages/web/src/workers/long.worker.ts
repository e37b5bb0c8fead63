import { expose } from 'comlink'
import { answerLong } from '@jotbook/core'
import type { EarlyAnswer, LongAnswer, LongQuestion } from '@jotbook/core'
import { patternsOfWater } from '@jotbook/core/patterns'
import type { KnownPattern, WaterPattern } from '@jotbook/core/patterns'
import { bookRecords, recordsOf, store } from '../offline/forWorkers.ts'
import { answerOnce } from './answerOnce.ts'
import { letGoOfStore } from './letGoOfStore.ts'
import { workersBeside } from './workersBeside.ts'

/** One question that takes seconds; the worker is ended after it, or to call it off. */
const long = {
  async answer(
    book: string,
    question: LongQuestion,
    progress: (share: number) => void,
    early: (known: EarlyAnswer) => void,
  ): Promise<LongAnswer> {
    const [records, elsewhere] = await Promise.all([bookRecords(book), workersBeside(question)])
    return answerLong(records, question, { progress, early }, elsewhere)
  },

  /** The pattern book of a water, kept on the device under `key` until the book changes. */
  patterns(book: string, water: string, key: string, progress: (share: number) => void): Promise<WaterPattern[]> {
    return answerOnce(book, key, async () => {
      const records = await bookRecords(book)
      const known = (await recordsOf(book, 'pattern'))
        .filter((one) => one.water === water && !one.deletedAt)
        .map(({ where, foundOn }): KnownPattern => ({ where, foundOn }))
      await letGoOfStore()
      // By its id: a water that is renamed keeps its history.
      return patternsOfWater(records, water, { known, progress })
    })
  },

  /** How much there is to look through. */
  stints: (book: string): Promise<number> => store.records.where({ book, kind: 'stint' }).count(),
}

export type Long = typeof long
expose(long)
