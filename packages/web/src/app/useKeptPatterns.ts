import { useEffect } from 'react'
import { Problem } from '@jotbook/contract'
import { useAppSelector } from '../state/store.ts'
import { useMay } from '../state/useBook.ts'

/** A book that has not changed for so long is at rest. */
const REST_MS = 30_000

/** Keeps the pattern books current: once the book is at rest after a change, in a worker of its own, and not behind a page nobody looks at. */
export function useKeptPatterns(): void {
  const { book, revision, whole } = useAppSelector(({ records }) => records)
  const { may } = useMay()
  const mayWrite = may('pattern', 'create')
  useEffect(() => {
    if (book === null || !whole || !mayWrite) return undefined
    const own = new AbortController()
    const look = async (): Promise<void> => {
      if (document.visibilityState !== 'visible') return
      const { keepPatterns } = await import('../features/patterns/index.ts')
      await keepPatterns(book, own.signal)
    }
    const timer = setTimeout(() => {
      look().catch((error: unknown) => {
        // Called off, or tried again after the next change; the page itself says what is wrong.
        if (!(error instanceof Problem)) console.error(error)
      })
    }, REST_MS)
    return () => {
      clearTimeout(timer)
      own.abort()
    }
  }, [book, revision, whole, mayWrite])
}
