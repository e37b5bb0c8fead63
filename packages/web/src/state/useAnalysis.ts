import { useEffect, useState } from 'react'
import type { Remote } from 'comlink'
import { Problem } from '@jotbook/contract'
import type { ProblemDetails } from '@jotbook/contract'
import { keptAnswer } from '../offline/index.ts'
import { analysis } from '../workers/analysis.ts'
import type { Analysis } from '../workers/analysis.worker.ts'
import { useAppSelector } from './store.ts'

export interface Answered<T> {
  readonly value?: T
  readonly problem?: ProblemDetails
}

/**
 * What the worker answers for the open book, asked again whenever the question or the book changes; the last answer stays until
 * then. `key` spells the question out. `keptAs` is the name under which the worker keeps its answer on the device: one of this revision is read
 * here, before the worker has started.
 */
export function useAnalysis<T>(
  ask: (worker: Remote<Analysis>, book: string) => Promise<T>,
  key: string,
  keptAs?: string,
): Answered<T> {
  const { book, revision } = useAppSelector(({ records }) => records)
  const [answered, setAnswered] = useState<Answered<T>>({})
  useEffect(() => {
    if (book === null) return undefined
    let wanted = true
    const asked = async (): Promise<T> =>
      (keptAs === undefined ? undefined : await keptAnswer<T>(book, keptAs)) ?? (await ask(analysis(), book))
    asked().then(
      (value) => wanted && setAnswered({ value }),
      (error: unknown) =>
        wanted && setAnswered({ problem: new Problem('invalid-request', (error as Error).message).toJSON() }),
    )
    return () => {
      wanted = false
    }
    // `ask` is a new function at each render; `key` tells when it asks something else.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [book, revision, key])
  return answered
}
