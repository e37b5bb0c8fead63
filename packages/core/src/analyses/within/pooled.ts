import { normalCdf, tCdf } from '../../numerics/index.ts'
import { isNothingToCompare } from '../../stats/index.ts'
import type { Interval, NothingToCompare } from '../../stats/index.ts'
import type { WithinRatio } from './randomTrip.ts'

/** Nothing to compare: an answer, not an error. */
export const NO_RATIO: WithinRatio = {
  ratio: null,
  lower: 0,
  upper: Infinity,
  pValue: 1,
  seLogRatio: null,
  converged: true,
}

/** A ratio that was pooled over strata, with the error of its log. */
type Pooled = Interval & { readonly ratio: number; readonly seLogRatio: number; readonly degreesOfFreedom?: number }

/**
 * A pooled ratio with the p-value of its log over its error.
 *
 *   p = 2·(1 − F(|ln r|/s)),  F normal, or Student's with the degrees of freedom given
 *
 * Returned   p 1 where there is no error
 */
export const pooled = ({ ratio, lower, upper, seLogRatio, degreesOfFreedom }: Pooled): WithinRatio => ({
  ratio,
  lower,
  upper,
  pValue: seLogRatio > 0 ? 2 * (1 - cdf(Math.abs(Math.log(ratio)) / seLogRatio, degreesOfFreedom)) : 1,
  seLogRatio,
  converged: true,
})

const cdf = (z: number, degrees: number | undefined): number =>
  degrees === undefined ? normalCdf(z) : tCdf(z, degrees)

/** The same; null where the strata hold nothing to compare. */
export const pooledOr = (found: Pooled | NothingToCompare): WithinRatio | null =>
  isNothingToCompare(found) ? null : pooled(found)
