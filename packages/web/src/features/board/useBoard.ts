import type { Board, Contribution, Question } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'
import type { Answered } from '../../state/useAnalysis.ts'

export const CONFIDENCE = 0.9

export function useBoard({ by, where }: Question): Answered<Board> {
  const question = { by: [...by], where }
  return useAnalysis((worker, book) => worker.board(book, question, CONFIDENCE), JSON.stringify(question))
}

export function useBehind({ by, where }: Question, group: readonly string[] | undefined): Answered<Contribution[]> {
  const question = { by: [...by], where }
  return useAnalysis((worker, book) => worker.behind(book, question, group), JSON.stringify([question, group ?? null]))
}

/**
 * The values a column takes in the book with the hours of each, the most fished first. Read from the book cut as the question will need it once one of
 * them is chosen, so that the board then answers at once.
 */
export function useLevels(
  column: string,
  { by, where }: Question,
): readonly { readonly level: string; readonly hours: number }[] {
  const next: Question = {
    by: [...by],
    where: [...where.filter((clause) => clause.column !== column), { kind: 'oneOf', column, values: [] }],
  }
  return (
    useAnalysis((worker, book) => worker.levels(book, column, next), `levels ${column} ${JSON.stringify(next)}`)
      .value ?? []
  )
}
