import { useEffect, useState } from 'react'
import { Problem } from '@jotbook/contract'
import type { ProblemDetails } from '@jotbook/contract'
import type { WaterPattern } from '@jotbook/core/patterns'
import { keptAnswer } from '../../offline/index.ts'
import { asProblem } from '../../state/api.ts'
import { useAppSelector } from '../../state/store.ts'
import { useMay } from '../../state/useBook.ts'
import { askPatterns } from '../../workers/askPatterns.ts'
import { patternsKey, writeNew } from './writeNew.ts'

interface Looked {
  readonly patterns?: readonly WaterPattern[]
  readonly progress?: number
  readonly problem?: ProblemDetails
  /** Called off: nothing is known, which is not that nothing stands out. */
  readonly stopped?: boolean
}

/**
 * The pattern book of a water: what is kept of this revision at once, else looked for anew, with progress. What is found for the first time
 * is written into the book, so that later trips judge it.
 */
export function usePatterns(water: string): Looked & { readonly stop: () => void } {
  const { book, revision } = useAppSelector(({ records }) => records)
  const { may } = useMay()
  const mayWrite = may('pattern', 'create')
  const [looked, setLooked] = useState<Looked>({})
  const [running, setRunning] = useState<AbortController>()
  useEffect(() => {
    if (book === null || water === '') return undefined
    const own = new AbortController()
    const show = (next: Looked): void => {
      if (!own.signal.aborted) setLooked(next)
    }
    const look = async (): Promise<void> => {
      const key = patternsKey(water)
      const kept = await keptAnswer<WaterPattern[]>(book, key)
      if (kept) return show({ patterns: kept })
      show({ progress: 0 })
      const patterns = await askPatterns({
        book,
        water,
        key,
        onProgress: (progress) => show({ progress }),
        signal: own.signal,
      })
      if (mayWrite) await writeNew(book, water, patterns)
      show({ patterns })
    }
    setRunning(own)
    look().catch((error: unknown) => {
      if (error instanceof Problem && error.code === 'cancelled') return
      show({ problem: asProblem(error) })
    })
    return () => own.abort()
  }, [book, revision, water, mayWrite])
  const stop = (): void => {
    running?.abort()
    setLooked({ stopped: true })
  }
  return { ...looked, stop }
}
