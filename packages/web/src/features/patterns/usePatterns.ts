import { useEffect, useRef, useState } from 'react'
import type { ProblemDetails } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import type { WaterPattern } from '@jotbook/core/patterns'
import { keptAnswer } from '../../offline/index.ts'
import { api, isCalledOff, refusalOf } from '../../state/api.ts'
import { useAppSelector } from '../../state/store.ts'
import { useMay } from '../../state/useBook.ts'
import { answerOf } from '../../state/workerAnswers.ts'
import { askPatterns } from '../../workers/askPatterns.ts'
import { patternsKey, writeNew } from './writeNew.ts'

interface Looked {
  readonly patterns?: readonly WaterPattern[]
  readonly progress?: number
  readonly problem?: ProblemDetails
  /** Called off: nothing is known, which is not that nothing stands out. */
  readonly stopped?: boolean
}

interface Look {
  readonly book: Id<'book'>
  readonly water: Id<'water'>
  readonly mayWrite: boolean
  readonly onProgress: (share: number) => void
  readonly signal: AbortSignal
}

/** What is kept of this revision at once, else what is looked for anew; its patterns are written into the book by whoever may. */
async function patternsOf({ book, water, mayWrite, onProgress, signal }: Look): Promise<readonly WaterPattern[]> {
  const key = patternsKey(water)
  const kept = await keptAnswer<WaterPattern[]>(book, key)
  if (kept) return kept
  onProgress(0)
  const patterns = await askPatterns({ book, water, key, onProgress, signal })
  if (mayWrite) await writeNew(book, water, patterns)
  return patterns
}

const patternBooks = api.injectEndpoints({
  endpoints: (build) => ({
    patterns: build.mutation<readonly WaterPattern[], Look>({ queryFn: (look) => answerOf(() => patternsOf(look)) }),
  }),
})

/**
 * The pattern book of a water: what is kept of this revision at once, else looked for anew, with progress. What is found for the first time
 * is written into the book, so that later trips judge it.
 */
export function usePatterns(water: Id<'water'>): Looked & { readonly stop: () => void } {
  const { book, revision } = useAppSelector(({ records }) => records)
  const { may } = useMay()
  const mayWrite = may('pattern', 'create')
  const [look, { data, error, isLoading }] = patternBooks.usePatternsMutation()
  const [progress, setProgress] = useState<number>()
  const running = useRef<AbortController>(undefined)
  useEffect(() => {
    if (book === null || water === '') return undefined
    const own = new AbortController()
    running.current = own
    setProgress(undefined)
    const onProgress = (share: number): void => {
      if (!own.signal.aborted) setProgress(share)
    }
    void look({ book, water, mayWrite, onProgress, signal: own.signal })
    return () => own.abort()
  }, [book, revision, water, mayWrite, look])
  const stop = (): void => running.current?.abort()
  const problem = refusalOf(error)
  if (isLoading) return { ...(progress === undefined ? {} : { progress }), stop }
  if (problem) return isCalledOff(problem) ? { stopped: true, stop } : { problem, stop }
  return { ...(data ? { patterns: data } : {}), stop }
}
