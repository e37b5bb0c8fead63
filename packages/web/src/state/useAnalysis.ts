import type { Analysis } from '../workers/analysis.worker.ts'
import { api } from './api.ts'
import { analysis } from '../workers/analysis.ts'
import { keptAnswer } from '../offline/index.ts'
import { useAppSelector } from './store.ts'
import { answerOf, askWorker, useAnswered } from './workerAnswers.ts'
import type { Answer, Answered, Args, Asked } from './workerAnswers.ts'

export type { Answered } from './workerAnswers.ts'

const answers = api.injectEndpoints({
  endpoints: (build) => ({
    analysis: build.query<unknown, Asked<Analysis> & { readonly keptAs: string | undefined }>({
      queryFn: ({ keptAs, ...asked }) =>
        answerOf(async () => {
          const kept = keptAs === undefined ? undefined : await keptAnswer(asked.book, keptAs)
          return kept ?? (await askWorker(analysis(), asked))
        }),
      // An answer is shown as it came: comparing it with the one before would cost more than drawing it.
      structuralSharing: false,
    }),
  }),
})

interface Asking {
  /** The name under which the worker keeps its answer on the device: one of this revision is read here, before the worker has started. */
  readonly keptAs?: string
  /** What a change of the book hardly moves is not asked again after each. */
  readonly once?: boolean
}

/**
 * What a method of the worker answers for the open book, asked again whenever the question or the book changes; the last answer stays until
 * then, and one that was had a minute ago comes at once. `args` undefined: nothing is asked yet.
 */
export function useAnalysis<M extends keyof Analysis>(
  method: M,
  args: Args<Analysis, M> | undefined,
  { keptAs, once = false }: Asking = {},
): Answered<Answer<Analysis, M>> {
  const { book, revision } = useAppSelector(({ records }) => records)
  const { data, currentData, error } = answers.useAnalysisQuery(
    { book: book ?? '', revision: once ? 0 : revision, method, args: args ?? [], keptAs },
    { skip: book === null || args === undefined },
  )
  return useAnswered(data, error, currentData === undefined)
}
