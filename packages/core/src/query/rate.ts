import { binomialInterval, poissonRateInterval, clusterRobustInterval } from '../stats/index.ts'
import type { Interval } from '../stats/index.ts'
import { sizesOf } from './sizes.ts'
import type { Sizes } from './sizes.ts'
import type { Tally } from './tally.ts'
import type { TripSpread } from './tripSpread.ts'

export interface Share extends Interval {
  readonly of: number
  readonly share: number
}

export interface Rate extends Interval {
  readonly strikes: number
  readonly raised: number
  readonly bycatch: number
  readonly sameFish: number
  /** Angler-hours. */
  readonly hours: number
  readonly trips: number
  readonly tripsWithStrike: number
  /** Sum of strikes over sum of hours. */
  readonly rate: number
  /** How `lower` and `upper` were made: *trip* knows that trips differ; *exact* takes strikes as if they came singly. */
  readonly interval: 'exact' | 'trip'
  /** The exact limits, for comparison. */
  readonly exact: Interval
  /** (lost + landed) of (missed + lost + landed); absent when none is known. */
  readonly hookUp?: Share
  /** landed of (lost + landed). */
  readonly landing?: Share
  readonly sizes?: Sizes
}

export interface FishOfGroup {
  readonly weightsG: readonly number[]
  readonly lengthsMm: readonly number[]
}

/** The rate of a group that has hours. `spread` null: the book has too few trips to know how they differ. */
export function rateOf(
  tally: Tally,
  fish: FishOfGroup,
  confidence: number,
  spread: Pick<TripSpread, 'variance' | 'dispersion'> | null,
): Rate {
  const { hours, strikes, raised, bycatch, sameFish, missed, lost, landed, tripStrikes, tripHours } = tally
  const hooked = lost + landed
  const exact = poissonRateInterval(strikes, hours, { confidence })
  const sizes = sizesOf(fish.weightsG, fish.lengthsMm)
  return {
    strikes,
    raised,
    bycatch,
    sameFish,
    hours,
    trips: tripHours.length,
    tripsWithStrike: tripStrikes.filter((count) => count > 0).length,
    rate: strikes / hours,
    ...(spread === null
      ? exact
      : clusterRobustInterval(tripStrikes, tripHours, {
          confidence,
          tripVariance: spread.variance,
          dispersion: spread.dispersion,
        })),
    interval: spread === null ? 'exact' : 'trip',
    exact,
    ...(missed + hooked > 0 ? { hookUp: shareOf(hooked, missed + hooked, confidence) } : {}),
    ...(hooked > 0 ? { landing: shareOf(landed, hooked, confidence) } : {}),
    ...(sizes ? { sizes } : {}),
  }
}

const shareOf = (part: number, of: number, confidence: number): Share => ({
  of,
  share: part / of,
  ...binomialInterval(part, of, { confidence }),
})
