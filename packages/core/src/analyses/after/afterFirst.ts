import type { BookRecords } from '../../effort/index.ts'
import { MINUTE_MS } from '../../time/index.ts'
import type { Confidence } from '../../stats/index.ts'
import { afterOpeners } from './afterOpeners.ts'
import type { Opener } from './afterOpeners.ts'
import { fishedTrips } from './fishedTrips.ts'
import type { Fished, InsideOut } from './fishedTrips.ts'

const WITHIN_MS = 15 * MINUTE_MS
const UNKNOWN_PLACE = 'unknown'

export interface AfterFirst extends InsideOut {
  /** Kind of place, or `all`. */
  readonly place: string
  /** Strikes before which nothing had struck for a quarter of an hour. */
  readonly firsts: number
  /** Further strikes within a quarter of an hour of fishing, to each of them. */
  readonly furtherEach: number
}

/**
 * After a first strike, how many follow within a quarter of an hour, against what the same place gave at other times of the same trip, by
 * kind of place: the most first strikes first. `all` leads.
 */
export function afterFirst(book: BookRecords, options: Confidence = {}): AfterFirst[] {
  const spots = new Map(book.spots.map((spot) => [spot.id, spot]))
  const placeOf = ({ stint }: Fished): string =>
    stint.structure ?? (stint.spot ? spots.get(stint.spot)?.structure : undefined) ?? UNKNOWN_PLACE
  const trips = fishedTrips(book).map(({ bundle, stints }) => ({ trip: bundle.trip.id, stints }))
  const places = [...new Set(trips.flatMap(({ stints }) => stints).map(placeOf))].filter(
    (place) => place !== UNKNOWN_PLACE,
  )
  const of = (place: string, chosen: typeof trips): AfterFirst => {
    const held = chosen.map((one) => ({ ...one, firsts: firstsOf(one.stints) }))
    const firsts = held.reduce((sum, one) => sum + one.firsts.length, 0)
    const found = afterOpeners(
      held.map((one) => ({ trip: one.trip, stints: one.stints, openers: one.firsts })),
      { ...options, windowMs: WITHIN_MS, quietMs: WITHIN_MS },
    )
    return { place, firsts, furtherEach: firsts === 0 ? 0 : found.inside.events / firsts, ...found }
  }
  return [
    of('all', trips),
    ...places
      .map((place) =>
        of(
          place,
          trips.map(({ trip, stints }) => ({ trip, stints: stints.filter((one) => placeOf(one) === place) })),
        ),
      )
      .filter(({ firsts }) => firsts > 0)
      .sort((a, b) => b.firsts - a.firsts),
  ]
}

function firstsOf(stints: readonly Fished[]): Opener[] {
  const strikes = stints
    .flatMap(({ stint, strikes: own }) => own.map(({ ms }) => ({ ms, spot: stint.spot, counted: true })))
    .sort((a, b) => a.ms - b.ms)
  return strikes.filter(({ ms }, i) => i === 0 || ms - (strikes[i - 1]?.ms ?? 0) > WITHIN_MS)
}
