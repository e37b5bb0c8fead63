import { startTransition, useDeferredValue, useEffect, useRef, useState } from 'react'
import type { ProblemDetails } from '@jotbook/contract'
import type { EarlyAnswer, EarlyAnswers, Id, LongAnswer, LongAnswers, LongQuestion } from '@jotbook/core'
import { api, isCalledOff, refusalOf } from '../../state/api.ts'
import { useAppSelector } from '../../state/store.ts'
import { answerOf } from '../../state/workerAnswers.ts'
import { askLong } from '../../workers/askLong.ts'
import { getReadyFor } from '../../workers/inLongWorker.ts'
import type { Watch } from '../../workers/inLongWorker.ts'
import { inTurns } from './inTurns.ts'
import { LastAnswers } from './lastAnswers.ts'

export interface LongRun<A, E> {
  /** Share done; undefined while nothing runs. */
  readonly progress?: number
  /** What is known while it runs. */
  readonly early?: readonly E[]
  readonly answer?: A
  /** Of the book it was worked out of. */
  readonly revision?: number
  /** Whether the book has changed since. */
  readonly isOld?: boolean
  readonly problem?: ProblemDetails
}

interface LongAsking<Q> {
  readonly ask: (question: Q) => void
  readonly stop: () => void
  /** What the answer is to. */
  readonly asked?: Q
}

/** A question to a book as it stood. */
interface LongAsk {
  readonly book: Id<'book'>
  readonly revision: number
  readonly question: LongQuestion
}

/** As many as a book has waters, for most, and the rules. */
const last = new LastAnswers<LongAnswer>(8)

const longAnswers = api.injectEndpoints({
  endpoints: (build) => ({
    long: build.mutation<LongAsk & { readonly answer: LongAnswer }, LongAsk & { readonly watch: Watch }>({
      queryFn: ({ watch, ...asked }) =>
        answerOf(async () => ({
          ...asked,
          answer: await last.answer(asked, () => askLong(asked.book, asked.question, watch)),
        })),
    }),
  }),
})

/** Tells what is known so far of work that is watched, in turns. */
function hearing<E extends EarlyAnswer>(
  signal: AbortSignal,
  tell: (known: Required<Pick<LongRun<never, E>, 'progress' | 'early'>>) => void,
): { readonly watch: Required<Watch>; readonly over: () => void } {
  let progress = 0
  const early: E[] = []
  const { soon, over } = inTurns(() => tell({ progress, early: [...early] }))
  const onProgress = (share: number): void => {
    progress = share
    soon()
  }
  const onEarly = (known: EarlyAnswer): void => {
    early.push(known as E)
    soon()
  }
  return { watch: { onProgress, onEarly, signal }, over }
}

/**
 * A question that takes seconds: asked by hand, with its progress, called off by hand or by leaving the page. The last answer to each kind
 * stays, so that coming back to its page finds it there; one asked shortly before is not worked out again.
 */
export function useLongAnswer<Q extends LongQuestion>(
  kind: Q['kind'],
): LongRun<LongAnswers[Q['kind']], EarlyAnswers[Q['kind']]> & LongAsking<Q> {
  type Known = Required<Pick<LongRun<never, EarlyAnswers[Q['kind']]>, 'progress' | 'early'>>
  const { book, revision } = useAppSelector(({ records }) => records)
  const [send, result] = longAnswers.useLongMutation({ fixedCacheKey: kind })
  // Drawn between taps: a new answer is hundreds of rows.
  const { data, error, isLoading } = useDeferredValue(result)
  const [known, setKnown] = useState<Known>()
  const running = useRef<AbortController>(undefined)
  const stop = (): void => running.current?.abort()
  useEffect(() => () => running.current?.abort(), [])
  const isRunning = isLoading || result.isLoading
  // Whoever opens the page is about to ask.
  useEffect(() => (book === null || isRunning ? undefined : getReadyFor(kind, book)), [kind, book, isRunning])
  const ask = (question: Q): void => {
    if (book === null) return
    stop()
    const own = new AbortController()
    running.current = own
    setKnown(undefined)
    const { watch, over } = hearing<EarlyAnswers[Q['kind']]>(own.signal, (next) => {
      if (running.current === own) startTransition(() => setKnown(next))
    })
    void send({ book, revision, question, watch }).finally(over)
  }
  if (isRunning) return { progress: 0, ...known, ask, stop }
  const problem = refusalOf(error)
  if (problem) return isCalledOff(problem) ? { ask, stop } : { problem, ask, stop }
  if (data?.book !== book) return { ask, stop }
  return {
    ask,
    stop,
    answer: data.answer as LongAnswers[Q['kind']],
    asked: data.question as Q,
    revision: data.revision,
    isOld: data.revision !== revision,
  }
}
