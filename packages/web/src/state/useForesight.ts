import { foresee } from '../workers/foresee.ts'
import type { Foresee } from '../workers/foresee.ts'
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
