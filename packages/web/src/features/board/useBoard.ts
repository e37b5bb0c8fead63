import { useEffect, useState } from 'react'
import { Problem } from '@jotbook/contract'
import type { ProblemDetails } from '@jotbook/contract'
import type { Board, Contribution, Question } from '@jotbook/core'
import { useAppSelector } from '../../app/store.ts'
import { analysis } from '../../workers/analysis.ts'

export const CONFIDENCE = 0.9

type Answered<T> = { readonly value?: T; readonly problem?: ProblemDetails }

/** What the worker answers for the open book, asked again whenever the question or the book changes; the last answer stays until then. */
function useAnalysis<T>(ask: ((book: string) => Promise<T>) | undefined, key: string): Answered<T> {
  const { book, revision } = useAppSelector(({ records }) => records)
  const [answered, setAnswered] = useState<Answered<T>>({})
  useEffect(() => {
    if (book === null || !ask) return undefined
    let wanted = true
    ask(book).then(
      (value) => wanted && setAnswered({ value }),
      (error: unknown) => wanted && setAnswered({ problem: new Problem('invalid-request', (error as Error).message).toJSON() }),
    )
    return () => {
      wanted = false
    }
    // The question is spelled out in `key`; `ask` is a new function at each render.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [book, revision, key])
  return answered
}

export function useBoard({ by, where }: Question): Answered<Board> {
  const question = { by: [...by], where }
  return useAnalysis((book) => analysis().board(book, question, CONFIDENCE), JSON.stringify(question))
}

export function useBehind({ by, where }: Question, group: readonly string[] | undefined): Answered<Contribution[]> {
  const question = { by: [...by], where }
  return useAnalysis((book) => analysis().behind(book, question, group), JSON.stringify([question, group ?? null]))
}
