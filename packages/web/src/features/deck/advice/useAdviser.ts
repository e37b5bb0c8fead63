import { useEffect, useState } from 'react'
import type { ProblemDetails } from '@jotbook/contract'
import { api, refusalOf } from '../../../state/api.ts'
import { useBookId } from '../../../state/useBook.ts'
import { answerOf, askWorker } from '../../../state/workerAnswers.ts'
import type { Answer, Args, Asked } from '../../../state/workerAnswers.ts'
import { advise } from '../../../workers/advise.ts'
import type { Advise } from '../../../workers/advise.ts'

type Question = Omit<Asked<Advise>, 'revision'> & { readonly of: number | undefined }

const adviser = api.injectEndpoints({
  endpoints: (build) => ({
    // No query: a question holds the whole day, which is too long to be looked up by.
    adviser: build.mutation<{ readonly answer: unknown; readonly of: number | undefined }, Question>({
      queryFn: ({ of, ...asked }) =>
        answerOf(async () => ({ of, answer: await askWorker<Advise>(advise(), { ...asked, revision: 0 }) })),
    }),
  }),
})

interface Advised<T> {
  readonly value?: T
  readonly of?: number | undefined
  /** Why the last question has no answer. */
  readonly problem?: ProblemDetails
}

/**
 * What the worker that advises aboard answers, asked anew whenever `args` are others; the last answer stays until the next has come, with the
 * moment it was asked `of`. `args` undefined: nothing is asked. They have to stay the same until another thing is asked.
 */
export function useAdviser<M extends keyof Advise>(
  method: M,
  args: Args<Advise, M> | undefined,
  of?: number,
): Advised<Answer<Advise, M>> {
  const book = useBookId()
  const [ask, { data, error }] = adviser.useAdviserMutation()
  const [last, setLast] = useState(data)
  if (data !== undefined && data !== last) setLast(data)
  useEffect(() => {
    if (args) void ask({ book, method, args, of })
  }, [ask, book, method, args, of])
  const known = data ?? last
  const problem = refusalOf(error)
  return {
    ...(known ? { value: known.answer as Answer<Advise, M>, of: known.of } : {}),
    ...(problem ? { problem } : {}),
  }
}
