import { useMemo } from 'react'
import type { ProblemDetails } from '@jotbook/contract'
import { foresee } from '../workers/foresee.ts'
import type { Foresee } from '../workers/foresee.ts'
import { api, asProblem } from './api.ts'
import { useAppSelector } from './store.ts'
import type { Answered } from './useAnalysis.ts'

type Method = keyof Foresee
type Args<M extends Method> = Foresee[M] extends (book: string, ...rest: infer Rest) => unknown ? Rest : never
type Answer<M extends Method> = Awaited<ReturnType<Foresee[M]>>

interface Asked {
  readonly book: string
  /** Another revision of the book is another question. */
  readonly revision: number
  readonly method: Method
  readonly args: readonly unknown[]
}

type AnyMethod = (book: string, ...args: readonly unknown[]) => Promise<unknown>

const foresight = api.injectEndpoints({
  endpoints: (build) => ({
    foresight: build.query<unknown, Asked>({
      queryFn: async ({ book, method, args }) => {
        try {
          return { data: await (foresee(method)[method] as unknown as AnyMethod)(book, ...args) }
        } catch (error) {
          return { error: asProblem(error, 'invalid-request') }
        }
      },
      structuralSharing: false,
    }),
  }),
})

/** What the worker foretells for the open book; the last answer stays until the next has come. `args` undefined: nothing is asked yet. */
export function useForesight<M extends Method>(
  method: M,
  args: Args<M> | undefined,
): Answered<Answer<M>> & { readonly waiting: boolean } {
  const { book, revision } = useAppSelector(({ records }) => records)
  const { data, error, isFetching } = foresight.useForesightQuery(
    { book: book ?? '', revision, method, args: args ?? [] },
    { skip: book === null || args === undefined },
  )
  return useMemo(
    () => ({
      ...(error ? { problem: error as ProblemDetails } : data === undefined ? {} : { value: data as Answer<M> }),
      waiting: isFetching,
    }),
    [data, error, isFetching],
  )
}
