import type { BookRecords } from '../../effort/index.ts'
import { MINUTE_MS, epochMs } from '../../time/index.ts'
import type { Stint } from '../../vocabulary/index.ts'
import type { Confidence } from '../confidence.ts'
import { fishedTrips, inside, selfControlled, totalOf } from './timeline.ts'
import type { InsideOut } from './timeline.ts'

const WITHIN_MS = 30 * MINUTE_MS

export interface FollowUp extends InsideOut {
  /** Strikes and raised fish of the finder at a known spot. */
  readonly finds: number
}

/**
 * A fast lure finds, a slow one catches: the catcher's rate within half an hour of a finder's strike (or a fish it raised) at the same
 * spot, against its rate there and elsewhere on the same trips.
 *
 * Given      which stints are the finder's and which the catcher's (by default all others)
 */
export function followUp(book: BookRecords, isFinder: (stint: Stint) => boolean, isCatcher?: (stint: Stint) => boolean, options: Confidence = {}): FollowUp {
  const catches = isCatcher ?? ((stint: Stint): boolean => !isFinder(stint))
  let finds = 0
  const pairs = fishedTrips(book).flatMap(({ bundle, stints }) => {
    const finders = new Map(bundle.stints.filter(isFinder).map((stint) => [stint.id, stint]))
    const windows = bundle.strikes.flatMap((strike) => {
      const spot = strike.stint ? finders.get(strike.stint)?.spot : undefined
      const ms = epochMs(strike.time)
      return spot ? [{ fromMs: ms, toMs: ms + WITHIN_MS, spot }] : []
    })
    finds += windows.length
    const catchers = stints.filter(({ stint }) => catches(stint))
    return windows.length > 0 ? [{ trip: bundle.trip.id, inside: inside(catchers, windows), all: totalOf(catchers) }] : []
  })
  return { finds, ...selfControlled(pairs, options) }
}
