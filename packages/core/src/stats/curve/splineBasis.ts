/** Cubic B-splines on equally spaced knots, the range widened by a thousandth on either side. */
export interface SplineBasis {
  readonly size: number
  /** The four values that are not zero at x, and the index of the first; beyond the range those of its edge. */
  readonly at: (x: number) => { readonly first: number; readonly values: readonly [number, number, number, number] }
}

const WIDENED = 0.001

/**
 * A basis of cubic B-splines over a range; rows add up to one, so that the intercept lies inside.
 *
 * Given      the range and the number of splines, 4 or more
 * Returned   beyond the range the values of its edge
 * Source     Eilers & Marx, Stat. Sci. 11 (1996) 89; knots as R's mgcv lays them
 */
export function cubicBasis(low: number, high: number, size: number): SplineBasis {
  const [from, to] = [low - WIDENED * (high - low), high + WIDENED * (high - low)]
  const intervals = size - 3
  const step = (to - from) / intervals
  return {
    size,
    at: (x) => {
      const place = Math.min(Math.max((x - from) / step, 0), intervals)
      const first = Math.min(Math.floor(place), intervals - 1)
      const t = place - first
      const u = 1 - t
      return {
        first,
        values: [
          (u * u * u) / 6,
          (3 * t * t * t - 6 * t * t + 4) / 6,
          (-3 * t * t * t + 3 * t * t + 3 * t + 1) / 6,
          (t * t * t) / 6,
        ],
      }
    },
  }
}
