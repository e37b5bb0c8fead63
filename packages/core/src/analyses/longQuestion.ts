import type { BookRecords } from '../effort/index.ts'
import { tryClaims } from './claims/tryClaims.ts'
import type { ClaimTrial } from './claims/tryClaims.ts'
import { searchOf } from './search/searchOf.ts'
import type { PatternSearch } from './search/types.ts'
import { parseWhere } from '../query/index.ts'

/** A question to the whole book that takes seconds: asked in a worker, and called off by ending it. */
export type LongQuestion =
  | {
      readonly kind: 'search'
      readonly water: string
      readonly where: string
      readonly seed: number
      readonly confidence: number
    }
  /** `water` null: on all waters. */
  | { readonly kind: 'claims'; readonly water: string | null; readonly confidence: number }

export interface LongAnswers {
  readonly search: PatternSearch
  readonly claims: readonly ClaimTrial[]
}
export type LongAnswer = LongAnswers[keyof LongAnswers]

/** Answers it on the spot. `progress` hears the share that is done. Throws RangeError as `searchOf` and `tryClaims` do. */
export function answerLong(book: BookRecords, question: LongQuestion, progress: (share: number) => void): LongAnswer {
  const { confidence } = question
  if (question.kind === 'claims')
    return tryClaims(book, { ...(question.water === null ? {} : { water: question.water }), confidence, progress })
  return searchOf(
    book,
    { water: question.water, where: parseWhere(question.where) },
    { seed: question.seed, confidence, progress },
  )
}
