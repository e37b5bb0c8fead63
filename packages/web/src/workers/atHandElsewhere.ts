import { wrap } from 'comlink'
import { QuestionError } from '@jotbook/core'
import type { BookAtHand, Id } from '@jotbook/core'
import type { AtHand } from './atHand.ts'

/** A book that the worker at the other end of a channel has at hand. */
export function atHandElsewhere(end: MessagePort, bookId: Id<'book'>): BookAtHand {
  const other = wrap<AtHand>(end)
  return {
    waters: () => other.waters(bookId),
    searchInput: (question) => other.searchInput(bookId, question).catch(asItWas),
    cutForClaims: (claims, water) => other.cutForClaims(bookId, claims, water).catch(asItWas),
  }
}

/** An error comes from another worker with its name, and without its class. */
function asItWas(error: unknown): never {
  if (error instanceof Error && error.name === 'QuestionError') throw new QuestionError(error.message)
  throw error
}
