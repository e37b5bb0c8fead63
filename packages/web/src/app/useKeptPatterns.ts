import { useEffect } from 'react'
import { Problem } from '@jotbook/contract'
import { isUnderWay } from '../state/isUnderWay.ts'
import { allTrips } from '../state/records.ts'
import { useAppSelector } from '../state/store.ts'
import { useMay } from '../state/useBook.ts'

/** A book that has not changed for so long is at rest. */
const REST_MS = 30_000
/** After so long somebody sits at the desk, and there is time for waters that were never looked at. */
const LONG_REST_MS = 120_000

/**
 * Keeps the pattern books current: once the book is at rest after a change, in a worker of its own. Not behind a page nobody looks at, and
 * not while a trip is under way: on the water the battery is worth more.
 */
export function useKeptPatterns(): void {
  const { book, revision, whole } = useAppSelector(({ records }) => records)
  const isAtHome = useAppSelector((state) => !allTrips(state).some(isUnderWay))
  const { may } = useMay()
  const mayWrite = may('pattern', 'create')
  useEffect(() => {
    if (book === null || !whole || !mayWrite || !isAtHome) return undefined
    const own = new AbortController()
    let looking = Promise.resolve()
    const look = async (neverLookedAt: boolean): Promise<void> => {
      if (own.signal.aborted || document.visibilityState !== 'visible') return
      const { keepPatterns } = await import('../features/patterns/index.ts')
      await keepPatterns(book, neverLookedAt, own.signal)
    }
    const after = (restMs: number, neverLookedAt: boolean) =>
      setTimeout(() => {
        // One water at a time, also where the first look takes long.
        looking = looking
          .then(() => look(neverLookedAt))
          .catch((error: unknown) => {
            // Called off, or tried again after the next change; the page itself says what is wrong.
            if (!(error instanceof Problem)) console.error(error)
          })
      }, restMs)
    const timers = [after(REST_MS, false), after(LONG_REST_MS, true)]
    return () => {
      for (const timer of timers) clearTimeout(timer)
      own.abort()
    }
  }, [book, revision, whole, mayWrite, isAtHome])
}
