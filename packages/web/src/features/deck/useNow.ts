import { useEffect, useState } from 'react'

const EVERY_MS = 15_000

/** Counts up a few times a minute and whenever the screen wakes, so that what depends on the hour is drawn anew. */
export function useNow(): number {
  const [tick, setTick] = useState(0)
  useEffect(() => {
    const next = (): void => setTick((count) => count + 1)
    const timer = setInterval(next, EVERY_MS)
    document.addEventListener('visibilitychange', next)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', next)
    }
  }, [])
  return tick
}
