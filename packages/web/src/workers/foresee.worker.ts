import { expose } from 'comlink'
import type { BookRecords } from '@jotbook/core'
import { backtest, patternBook, planDeck, tripOfForecast } from '@jotbook/core/predict'
import type { Backtest, DeckPlan, DeckQuestion, ExpectedHour, PatternBook } from '@jotbook/core/predict'
import { currentBook } from './heldBook.ts'

/** What is asked of a day that has not been. */
export interface DeckAsked {
  readonly water: string
  readonly hours: readonly ExpectedHour[]
  readonly rods: number
  readonly objective: NonNullable<DeckQuestion['objective']>
  readonly locked: readonly string[]
  readonly excluded: readonly string[]
}

/** The model of the book at its present revision: it takes seconds, and serves every plan until the book changes. */
let held:
  | { readonly id: string; readonly revision: number; readonly book: BookRecords; readonly learnt: PatternBook }
  | undefined

async function learntBook(id: string): Promise<{ readonly book: BookRecords; readonly learnt: PatternBook }> {
  const { book, revision } = await currentBook(id)
  if (held?.id === id && held.revision === revision) return held
  // After a change it goes on from where it was: what said nothing then is looked at again when the page is opened anew.
  const start = held?.id === id ? { start: held.learnt.model } : {}
  const now = { id, revision, book, learnt: patternBook(book, start) }
  held = now
  return now
}

const foresee = {
  async deck(bookId: string, { water, hours, rods, objective, locked, excluded }: DeckAsked): Promise<DeckPlan> {
    const { book, learnt } = await learntBook(bookId)
    return planDeck(book, learnt.rows, learnt.model, {
      ...tripOfForecast(water, hours),
      rods,
      objective,
      locked: new Set(locked),
      excluded: new Set(excluded),
    })
  },

  /** The plan tried on the book's own past. */
  async worth(bookId: string, rods: number): Promise<Backtest> {
    const { book } = await currentBook(bookId)
    return backtest(book, { rods })
  },
}

export type Foresee = typeof foresee
expose(foresee)
