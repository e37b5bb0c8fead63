import { betaQuantile, logGamma } from '../numerics/index.ts'
import { alphaOf } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'
import type { Exposure } from './exposure.ts'

export interface RateRatio extends Interval {
  /** a over b; infinite where b has no events. */
  readonly ratio: number
  readonly pValue: number
}

/**
 * Ratio of two rates with exact limits, as if strikes came singly.
 *
 *   given a + b events, a's are Binomial(a + b, π) with π = ρ·t_a / (ρ·t_a + t_b); the limits of π by Clopper & Pearson
 *
 * Given      events (integers ≥ 0) and exposure in hours (> 0) of both; confidence (default 0.9)
 * Returned   ratio with lower and upper limit (upper infinite where b has none), and the two-sided p-value of equal rates: the sum of all
 *            outcomes no likelier than the one seen. No events at all: ratio NaN, 0 to infinity, p 1
 * Throws     RangeError with the bound and the value
 * Accuracy   1e-8 relative
 * Source     Przyborowski & Wilenski, Biometrika 31 (1940) 313; as R's poisson.test
 */
export function rateRatio(a: Exposure, b: Exposure, options: Confidence = {}): RateRatio {
  const alpha = alphaOf(options)
  for (const { events, exposureHours } of [a, b]) {
    if (!Number.isInteger(events) || events < 0)
      throw new RangeError(`events must be a whole number, 0 or more: ${events}`)
    if (!(exposureHours > 0 && Number.isFinite(exposureHours)))
      throw new RangeError(`exposure must be more than 0 hours: ${exposureHours}`)
  }
  const [k, n] = [a.events, a.events + b.events]
  if (n === 0) return { ratio: NaN, lower: 0, upper: Infinity, pValue: 1 }
  const asRatio = (share: number): number => ((share / (1 - share)) * b.exposureHours) / a.exposureHours
  return {
    ratio: a.events / a.exposureHours / (b.events / b.exposureHours),
    lower: k === 0 ? 0 : asRatio(betaQuantile(alpha / 2, k, n - k + 1)),
    upper: k === n ? Infinity : asRatio(betaQuantile(1 - alpha / 2, k + 1, n - k)),
    pValue: noLikelier(k, n, a.exposureHours / (a.exposureHours + b.exposureHours)),
  }
}

/** Outcomes whose chance differs from the seen one's by less than this share count as equal to it. */
const SLACK = 1e-7

/** P of all outcomes of Binomial(n, share) that are no likelier than k. */
function noLikelier(k: number, n: number, share: number): number {
  const chance = (i: number): number =>
    Math.exp(
      logGamma(n + 1) - logGamma(i + 1) - logGamma(n - i + 1) + i * Math.log(share) + (n - i) * Math.log1p(-share),
    )
  const seen = chance(k) * (1 + SLACK)
  let sum = 0
  for (let i = 0; i <= n; i++) {
    const one = chance(i)
    if (one <= seen) sum += one
  }
  return Math.min(1, sum)
}
