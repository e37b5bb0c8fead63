import { gammaQuantile } from '../numerics/index.ts'
import { alphaOf } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'

/**
 * Exact two-sided confidence interval for the rate of a Poisson process, equal tails.
 *
 *   lower = q(α/2; k) / T            (0 when k = 0)
 *   upper = q(1 − α/2; k + 1) / T    with q(p; a) the quantile of Gamma(a, 1)
 *
 * Given      events k (integer ≥ 0), exposure T (hours, > 0), confidence (default 0.9)
 * Returned   lower and upper rate (events an hour)
 * Throws     RangeError with the bound and the value
 * Valid for  a constant rate and events that come singly; too narrow where days differ or strikes come in flurries
 * Accuracy   conservative: coverage ≥ confidence; bounds to 1e-9 relative against R
 * Source     F. Garwood, Fiducial limits for the Poisson distribution, Biometrika 28 (1936) 437–442
 */
export function poissonRateInterval(events: number, exposureHours: number, options: Confidence = {}): Interval {
  const alpha = alphaOf(options)
  if (!Number.isInteger(events) || events < 0)
    throw new RangeError(`events must be a whole number, 0 or more: ${events}`)
  if (!(exposureHours > 0 && exposureHours < Infinity))
    throw new RangeError(`exposure must be more than 0 hours: ${exposureHours}`)
  return {
    lower: events === 0 ? 0 : gammaQuantile(alpha / 2, events, 1) / exposureHours,
    upper: gammaQuantile(1 - alpha / 2, events + 1, 1) / exposureHours,
  }
}
