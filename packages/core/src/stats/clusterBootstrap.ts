import { at } from '../checked/index.ts'
import { seededRandom } from '../numerics/index.ts'

/**
 * Whole trips drawn with replacement, and a figure worked out anew from each draw.
 *
 * Given      the trips, what is worked out of some of them, how many draws, a seed
 * Returned   the figure of each draw, in the order drawn
 * Throws     RangeError for no trip
 * Valid for  25 trips and more: with 5 to 10 its percentile limits cover too little
 * Source     cluster bootstrap: Davison & Hinkley, Bootstrap Methods (1997) §3.8
 */
export function clusterBootstrap<T, R>(
  trips: readonly T[],
  figure: (drawn: readonly T[]) => R,
  draws = 200,
  seed = 1,
): R[] {
  if (trips.length === 0) throw new RangeError('there is no trip to draw')
  const random = seededRandom(seed)
  return Array.from({ length: draws }, () =>
    figure(Array.from({ length: trips.length }, () => at(trips, Math.floor(random() * trips.length)))),
  )
}
