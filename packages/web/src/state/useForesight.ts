import { useEffect, useState } from 'react'
import { foresee, watchForesight } from '../workers/foresee.ts'
import type { Foresee, LongForesight } from '../workers/foresee.ts'
import { api } from './api.ts'
import { useAppSelector } from './store.ts'
import { answerOf, askWorker, useAnswered } from './workerAnswers.ts'
import type { Answer, Answered, Args, Asked } from './workerAnswers.ts'

const foresight = api.injectEndpoints({
  endpoints: (build) => ({
    foresight: build.query<unknown, Asked<Foresee>>({
      queryFn: (asked) => answerOf(() => askWorker(foresee(asked.method), asked)),
      structuralSharing: false,
    }),
  }),
})

/** What the worker foretells for the open book; the last answer stays until the next has come. `args` undefined: nothing is asked yet. */
export function useForesight<M extends keyof Foresee>(
  method: M,
  args: Args<Foresee, M> | undefined,
): Answered<Answer<Foresee, M>> & { readonly waiting: boolean } {
  const { book, revision } = useAppSelector(({ records }) => records)
  const { data, error, isFetching } = foresight.useForesightQuery(
    { book: book ?? '', revision, method, args: args ?? [] },
    { skip: book === null || args === undefined },
  )
  return { ...useAnswered<Answer<Foresee, M>>(data, error), waiting: isFetching }
}

/** How far a long answer is that is waited for, from nought to one. */
export function useForesightShare(method: LongForesight): number {
  const [share, setShare] = useState(0)
  useEffect(() => watchForesight(method, setShare), [method])
  return share
}
