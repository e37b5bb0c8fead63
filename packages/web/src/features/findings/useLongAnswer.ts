import { startTransition, useEffect, useRef, useState } from 'react'
import { Problem } from '@jotbook/contract'
import type { ProblemDetails } from '@jotbook/contract'
import type { EarlyAnswer, EarlyAnswers, LongAnswers, LongQuestion } from '@jotbook/core'
import { asProblem } from '../../state/api.ts'
import { useAppSelector } from '../../state/store.ts'
import { askLong } from '../../workers/askLong.ts'
import { getReadyFor } from '../../workers/inLongWorker.ts'
import type { Watch } from '../../workers/inLongWorker.ts'
import { inTurns } from './inTurns.ts'

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

interface KeptAnswer {
  readonly book: string
  readonly revision: number
  readonly question: LongQuestion
  readonly answer: unknown
}

/** The last answer to each kind of question, so that coming back to its page finds it there. */
const kept = new Map<LongQuestion['kind'], KeptAnswer>()

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

/** A question that takes seconds: asked by hand, with its progress, called off by hand or by leaving the page. */
export function useLongAnswer<Q extends LongQuestion>(
  kind: Q['kind'],
): LongRun<LongAnswers[Q['kind']], EarlyAnswers[Q['kind']]> & LongAsking<Q> {
  const { book, revision } = useAppSelector(({ records }) => records)
  const [run, setRun] = useState<LongRun<LongAnswers[Q['kind']], EarlyAnswers[Q['kind']]>>({})
  const [last, setLast] = useState(() => kept.get(kind))
  const running = useRef<AbortController>(undefined)
  const stop = (): void => running.current?.abort()
  useEffect(() => () => running.current?.abort(), [])
  const isRunning = run.progress !== undefined
  // Whoever opens the page is about to ask.
  useEffect(() => (book === null || isRunning ? undefined : getReadyFor(kind, book)), [kind, book, isRunning])
  const ask = (question: Q): void => {
    if (book === null) return
    stop()
    const own = new AbortController()
    running.current = own
    const wanted = (next: typeof run): void => {
      // What comes meanwhile is drawn between taps: a new answer is hundreds of rows.
      if (running.current === own) startTransition(() => setRun(next))
    }
    setRun({ progress: 0 })
    setLast(undefined)
    const { watch, over } = hearing<EarlyAnswers[Q['kind']]>(own.signal, wanted)
    const asked = askLong(book, question, watch).finally(over)
    asked.then(
      (answer) => {
        if (running.current !== own) return
        const answered = { book, revision, question, answer }
        kept.set(kind, answered)
        startTransition(() => {
          setLast(answered)
          setRun({})
        })
      },
      (error: unknown) => {
        const isCancelled = error instanceof Problem && error.code === 'cancelled'
        wanted(isCancelled ? {} : { problem: asProblem(error) })
      },
    )
  }
  const standing = last?.book === book && last
  if (!standing) return { ...run, ask, stop }
  return {
    ...run,
    ask,
    stop,
    answer: standing.answer as LongAnswers[Q['kind']],
    asked: standing.question as Q,
    revision: standing.revision,
    isOld: standing.revision !== revision,
  }
}
