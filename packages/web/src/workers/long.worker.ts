import { expose, wrap } from 'comlink'
import { answerLong } from '@jotbook/core'
import type { EarlyAnswer, Elsewhere, Id, LongAnswer, LongQuestion } from '@jotbook/core'
import { patternsOfWater } from '@jotbook/core/patterns'
import type { KnownPattern, WaterPattern } from '@jotbook/core/patterns'
import { recordsOf, store } from '../offline/forWorkers.ts'
import { answerOnce } from './answerOnce.ts'
import type { AtHand } from './atHand.ts'
import { atHandElsewhere } from './atHandElsewhere.ts'
import { letGoOfStore } from './letGoOfStore.ts'
import { workersBeside } from './workersBeside.ts'

let beside: { readonly kind: LongQuestion['kind']; readonly begun: Promise<Elsewhere | undefined> } | undefined

/** The workers that will be wanted: started once, before or when the question comes. */
function besideFor(kind: LongQuestion['kind']): Promise<Elsewhere | undefined> {
  beside = beside?.kind === kind ? beside : { kind, begun: workersBeside(kind) }
  return beside.begun
}

/** For one question that takes seconds; stopped once it is answered or cancelled. `desk` leads to the worker that holds the book. */
const long = {
  async getReady(kind: LongQuestion['kind']): Promise<void> {
    await besideFor(kind)
  },

  async answer(
    { book, question }: { readonly book: Id<'book'>; readonly question: LongQuestion },
    desk: MessagePort,
    progress: (share: number) => void,
    early: (known: EarlyAnswer) => void,
  ): Promise<LongAnswer> {
    return answerLong(atHandElsewhere(desk, book), question, { progress, early }, await besideFor(question.kind))
  },

  /** The pattern book of a water, kept on the device under `key` until the book changes. */
  patterns(
    { book, water, key }: { readonly book: Id<'book'>; readonly water: Id<'water'>; readonly key: string },
    desk: MessagePort,
    progress: (share: number) => void,
  ): Promise<WaterPattern[]> {
    return answerOnce(book, key, async () => {
      const records = await wrap<AtHand>(desk).book(book)
      const known = (await recordsOf(book, 'pattern'))
        .filter((one) => one.water === water && !one.deletedAt)
        .map(({ where, foundOn }): KnownPattern => ({ where, foundOn }))
      await letGoOfStore()
      // By its id: a water that is renamed keeps its history.
      return patternsOfWater(records, water, { known, progress })
    })
  },

  /** How much there is to look through. */
  stints: (book: Id<'book'>): Promise<number> => store.records.where({ book, kind: 'stint' }).count(),
}

export type Long = typeof long
expose(long)
