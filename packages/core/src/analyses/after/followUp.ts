import type { BookRecords } from '../../effort/index.ts'
import { MINUTE_MS, epochMs } from '../../time/index.ts'
import type { Stint } from '../../vocabulary/index.ts'
import type { Confidence } from '../../stats/index.ts'
import { afterOpeners } from './afterOpeners.ts'
import type { Opener } from './afterOpeners.ts'
import { fishedTrips } from './fishedTrips.ts'
import type { InsideOut } from './fishedTrips.ts'

const WITHIN_MS = 30 * MINUTE_MS

export interface FollowUp extends InsideOut {
  /** Strikes and raised fish of the finder at a known spot. */
  readonly finds: number
}

/**
 * A fast lure finds, a slow one catches: the catcher's rate within half an hour of a finder's strike (or a fish it raised) at the same
 * spot, against its rate there at other times of the same trip: a spot that is good shows finds and catches alike.
 *
 * Given      which stints are the finder's and which the catcher's (by default all others)
 */
export function followUp(
  book: BookRecords,
  isFinder: (stint: Stint) => boolean,
  isCatcher?: (stint: Stint) => boolean,
  options: Confidence = {},
): FollowUp {
  const catches = isCatcher ?? ((stint: Stint): boolean => !isFinder(stint))
  const trips = fishedTrips(book).map(({ bundle, stints }) => {
    const finders = new Map(bundle.stints.filter(isFinder).map((stint) => [stint.id, stint]))
    const openers = bundle.strikes.flatMap((strike): Opener[] => {
      const spot = strike.stint ? finders.get(strike.stint)?.spot : undefined
      return spot ? [{ ms: epochMs(strike.time), spot, counted: false }] : []
    })
    return { trip: bundle.trip.id, stints: stints.filter(({ stint }) => catches(stint)), openers }
  })
  return {
    finds: trips.reduce((sum, { openers }) => sum + openers.length, 0),
    ...afterOpeners(trips, { ...options, windowMs: WITHIN_MS }),
  }
}
