import type { Board, Contribution, Question } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'
import type { Answered } from '../../state/useAnalysis.ts'

export const CONFIDENCE = 0.9

export function useBoard({ by, where }: Question): Answered<Board> {
  const question = { by: [...by], where }
  return useAnalysis('board', [question, CONFIDENCE])
}

export function useBehind({ by, where }: Question, group: readonly string[] | undefined): Answered<Contribution[]> {
  const question = { by: [...by], where }
  return useAnalysis('behind', [question, group])
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
  return useAnalysis('levels', [column, next]).value ?? []
}
