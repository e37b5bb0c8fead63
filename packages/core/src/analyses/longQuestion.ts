import { QuestionError } from '../checked/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { tryClaims } from './claims/tryClaims.ts'
import type { ClaimTrial, UnjudgedTrial } from './claims/tryClaims.ts'
import { searchOf } from './search/searchOf.ts'
import type { EarlyFinding, PatternSearch } from './search/types.ts'
import { parseWhere } from '../query/index.ts'

/** A question to the whole book that takes seconds: asked in a worker, and called off by ending it. `water` null: on all waters. */
export type LongQuestion =
  | {
      readonly kind: 'search'
      readonly water: string | null
      readonly where: string
      readonly seed: number
      readonly confidence: number
    }
  | { readonly kind: 'claims'; readonly water: string | null; readonly confidence: number }

export interface WaterSearch {
  readonly water: string
  readonly search: PatternSearch
}

export interface LongAnswers {
  /** One for each water that has hours. */
  readonly search: readonly WaterSearch[]
  readonly claims: readonly ClaimTrial[]
}
export type LongAnswer = LongAnswers[keyof LongAnswers]

/** What is known before all is weighed together. */
export interface EarlyAnswers {
  readonly search: { readonly water: string; readonly findings: readonly EarlyFinding[] }
  readonly claims: UnjudgedTrial
}
export type EarlyAnswer = EarlyAnswers[keyof EarlyAnswers]

/** Whoever waits for an answer: hears the share that is done, and what is known by then. */
export interface Listener {
  readonly progress: (share: number) => void
  readonly early?: (known: EarlyAnswer) => void
}

/**
 * Answers it on the spot.
 *
 * Given      a book; who hears how far it is, and what is known by then
 * Returned   a search for each water that has hours and a strike, or every rule with its verdict
 * Throws     QuestionError as `searchOf` and `tryClaims` do
 */
export function answerLong(
  book: BookRecords,
  question: LongQuestion,
  { progress, early = () => undefined }: Listener,
): LongAnswer {
  const { confidence, water } = question
  if (question.kind === 'claims')
    return tryClaims(book, { ...(water === null ? {} : { water }), confidence, progress, early })
  const where = parseWhere(question.where)
  const search = (of: string, heard: (share: number) => void): WaterSearch => ({
    water: of,
    search: searchOf(
      book,
      { water: of, where },
      { seed: question.seed, confidence, progress: heard, early: (findings) => early({ water: of, findings }) },
    ),
  })
  if (water !== null) return [search(water, progress)]
  const waters = fishedWaters(book)
  return waters.flatMap((of, i) => {
    try {
      return [search(of, (share) => progress((i + share) / waters.length))]
    } catch (error) {
      // Of a water without hours by lure, or without a strike, there is nothing to search.
      if (error instanceof QuestionError) return []
      throw error
    }
  })
}

function fishedWaters({ waters, trips }: BookRecords): string[] {
  const fished = new Set(trips.map(({ water }) => water))
  return waters.filter(({ id }) => fished.has(id)).map(({ name }) => name)
}
