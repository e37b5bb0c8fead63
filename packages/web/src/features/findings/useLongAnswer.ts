import { useEffect, useRef, useState } from 'react'
import { Problem } from '@jotbook/contract'
import type { ProblemDetails } from '@jotbook/contract'
import type { LongAnswers, LongQuestion } from '@jotbook/core'
import { useAppSelector } from '../../app/store.ts'
import { askLong } from '../../workers/longWork.ts'

export interface LongRun<A> {
  /** Share done; undefined while nothing runs. */
  readonly progress?: number
  readonly answer?: A
  readonly problem?: ProblemDetails
}

/** A question that takes seconds: asked by hand, with its progress, called off by hand or by leaving the page. */
export function useLongAnswer<Q extends LongQuestion>(): LongRun<LongAnswers[Q['kind']]> & { readonly ask: (question: Q) => void; readonly stop: () => void } {
  const book = useAppSelector(({ records }) => records.book)
  const [run, setRun] = useState<LongRun<LongAnswers[Q['kind']]>>({})
  const running = useRef<AbortController>(undefined)
  const stop = (): void => running.current?.abort()
  useEffect(() => () => running.current?.abort(), [])
  const ask = (question: Q): void => {
    if (book === null) return
    stop()
    const own = new AbortController()
    running.current = own
    const wanted = (next: LongRun<LongAnswers[Q['kind']]>): void => {
      if (running.current === own) setRun(next)
    }
    setRun({ progress: 0 })
    askLong(book, question, { onProgress: (progress) => wanted({ progress }), signal: own.signal }).then(
      (answer) => wanted({ answer }),
      (error: unknown) => {
        const problem = error instanceof Problem ? error : new Problem('internal', 'The worker failed; try again.')
        wanted(problem.code === 'cancelled' ? {} : { problem: problem.toJSON() })
      },
    )
  }
  return { ...run, ask, stop }
}
