import type { Board, Contribution, Question } from '@jotbook/core'
import { useAnalysis } from '../../app/useAnalysis.ts'
import type { Answered } from '../../app/useAnalysis.ts'

export const CONFIDENCE = 0.9

/** A board's rows that say something come first, the others behind them, both by their shrunken rate. */
export function useBoard({ by, where }: Question): Answered<Board> {
  const question = { by: [...by], where }
  return useAnalysis(async (worker, book) => {
    const board = await worker.board(book, question, CONFIDENCE)
    return { ...board, rows: [...board.rows].sort((a, b) => Number(a.tooEarly) - Number(b.tooEarly)) }
  }, JSON.stringify(question))
}

export function useBehind({ by, where }: Question, group: readonly string[] | undefined): Answered<Contribution[]> {
  const question = { by: [...by], where }
  return useAnalysis((worker, book) => worker.behind(book, question, group), JSON.stringify([question, group ?? null]))
}

/** The values a column takes in the book, the most fished first. */
export function useLevels(column: string): readonly string[] {
  return useAnalysis((worker, book) => worker.levels(book, column), `levels ${column}`).value ?? []
}
