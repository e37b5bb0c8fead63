import { useMemo } from 'react'
import type { ProblemDetails } from '@jotbook/contract'
import type { Analysis } from '../workers/analysis.worker.ts'
import { api, asProblem } from './api.ts'
import { analysis } from '../workers/analysis.ts'
import { keptAnswer } from '../offline/index.ts'
import { useAppSelector } from './store.ts'

export interface Answered<T> {
  readonly value?: T
  readonly problem?: ProblemDetails
}

type Method = keyof Analysis
type Args<M extends Method> = Analysis[M] extends (book: string, ...rest: infer Rest) => unknown ? Rest : never
type Answer<M extends Method> = Awaited<ReturnType<Analysis[M]>>

interface Asked {
  readonly book: string
  /** Another revision of the book is another question. */
  readonly revision: number
  readonly method: Method
  readonly args: readonly unknown[]
  readonly keptAs: string | undefined
}

type AnyMethod = (book: string, ...args: readonly unknown[]) => Promise<unknown>

const answers = api.injectEndpoints({
  endpoints: (build) => ({
    analysis: build.query<unknown, Asked>({
      queryFn: async ({ book, method, args, keptAs }) => {
        try {
          const kept = keptAs === undefined ? undefined : await keptAnswer(book, keptAs)
          return { data: kept ?? (await (analysis()[method] as AnyMethod)(book, ...args)) }
        } catch (error) {
          return { error: asProblem(error, 'invalid-request') }
        }
      },
      // An answer is shown as it came: comparing it with the one before would cost more than drawing it.
      structuralSharing: false,
    }),
  }),
})

/**
 * What a method of the worker answers for the open book, asked again whenever the question or the book changes; the last answer stays until
 * then, and one that was had a minute ago comes at once. `keptAs` is the name under which the worker keeps its answer on the device: one of
 * this revision is read here, before the worker has started.
 */
export function useAnalysis<M extends Method>(method: M, args: Args<M>, keptAs?: string): Answered<Answer<M>> {
  const { book, revision } = useAppSelector(({ records }) => records)
  const { data, error } = answers.useAnalysisQuery(
    { book: book ?? '', revision, method, args, keptAs },
    { skip: book === null },
  )
  return useMemo(
    () => (error ? { problem: error as ProblemDetails } : data === undefined ? {} : { value: data as Answer<M> }),
    [data, error],
  )
}
