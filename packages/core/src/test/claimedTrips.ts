import type { TripPair } from '../analyses/index.ts'
import { drawGamma, drawPoisson } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'

/** What a claim is asked of: trips on which both are thrown, A better by a ratio or not. */
export interface ClaimWorld {
  readonly trips: number
  /** Strikes an hour of B. */
  readonly rate: number
  readonly ratio: number
}

/** Gamma shape of the days: sd about 0.5. */
const SHAPE = 4

export function claimedTrips({ trips, rate, ratio }: ClaimWorld, random: Random): TripPair[] {
  return Array.from({ length: trips }, () => {
    const luck = drawGamma(random, SHAPE) / SHAPE
    const [hoursA, hoursB] = [0.5 + 1.5 * random(), 1 + 2 * random()]
    return {
      a: { events: drawPoisson(random, rate * ratio * luck * hoursA), exposureHours: hoursA },
      b: { events: drawPoisson(random, rate * luck * hoursB), exposureHours: hoursB },
      known: [random() < 0.5 ? 1 : 0],
    }
  })
}
