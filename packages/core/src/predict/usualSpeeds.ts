import type { BookRecords } from '../effort/index.ts'
import { speedOf } from '../presentation/index.ts'
import type { Speed } from '../presentation/index.ts'
import { epochMs } from '../time/index.ts'

/**
 * How fast each lure was fished for most of the hours of which that is known.
 *
 * Given      stints with their retrieves; those without an end or a known retrieve are left out
 * Returned   a speed for each lure that has one
 */
export function usualSpeeds({ stints }: Pick<BookRecords, 'stints'>): ReadonlyMap<string, Speed> {
  const spent = new Map<string, Map<Speed, number>>()
  for (const { lure, retrieve, start, end } of stints) {
    const speed = speedOf(retrieve)
    if (!speed || !end) continue
    const own = spent.get(lure) ?? new Map<Speed, number>()
    spent.set(lure, own.set(speed, (own.get(speed) ?? 0) + epochMs(end) - epochMs(start)))
  }
  return new Map(
    [...spent].map(([lure, own]) => [lure, [...own].reduce((most, one) => (one[1] > most[1] ? one : most))[0]]),
  )
}
