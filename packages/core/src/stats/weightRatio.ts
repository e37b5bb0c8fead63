import { at } from '../checked/index.ts'
import { tQuantile } from '../numerics/index.ts'
import { alphaOf } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'
import type { NothingToCompare } from './nothingToCompare.ts'
import { strataDegrees } from './strataDegrees.ts'
import { LEAST_STRATA } from './mantelHaenszelShareRatio.ts'

/** Weights of landed fish of A and B in one stratum, grams. */
export interface WeightStratum {
  readonly a: readonly number[]
  readonly b: readonly number[]
}

/**
 * All strata as one.
 *
 * Given      strata, any number
 * Returned   weights of A and of B side by side, as if it were one stratum: the crude comparison
 */
export const weightsTogether = (strata: readonly WeightStratum[]): WeightStratum => ({
  a: strata.flatMap(({ a }) => a),
  b: strata.flatMap(({ b }) => b),
})

export interface WeightRatio extends Interval {
  /** Middle weight of A over that of B. */
  readonly ratio: number
  readonly seLogRatio: number
  readonly strata: number
  readonly degreesOfFreedom: number
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length

/**
 * Ratio of weights, held within strata (trips, waters): difference of mean log weights, weighted by n_A·n_B/(n_A + n_B).
 *
 *   β = Σ w·(mean log A − mean log B) / Σ w;  Var = s²/Σ w, s² pooled within each side of each stratum; from three strata up no less than
 *   K/(K−1)·Σ w²·(difference − β)²/(Σ w)² with Student's t and (Σ w)²/Σ w² − 1 degrees: fish of a trip are alike
 *
 * Given      weights in grams, more than 0; strata with only one side tell of the spread
 * Returned   nothing to compare when no stratum has both, or no side has two fish from which their spread could be told
 * Valid for  weights that are log-normal within a water
 * Source     two-way analysis of variance without interaction; Student's t
 */
export function weightRatio(
  strata: readonly WeightStratum[],
  options: Confidence = {},
): WeightRatio | NothingToCompare {
  const alpha = alphaOf(options)
  let [weight, difference, squares, degreesOfFreedom, both] = [0, 0, 0, 0, 0]
  for (const stratum of strata) {
    const [a, b] = [stratum.a.map(Math.log), stratum.b.map(Math.log)]
    for (const side of [a, b]) {
      if (side.length === 0) continue
      const middle = mean(side)
      squares += side.reduce((sum, value) => sum + (value - middle) ** 2, 0)
      degreesOfFreedom += side.length - 1
    }
    if (a.length === 0 || b.length === 0) continue
    const own = (a.length * b.length) / (a.length + b.length)
    weight += own
    difference += own * (mean(a) - mean(b))
    both++
  }
  if (both === 0) return { kind: 'noSharedStratum' }
  if (degreesOfFreedom === 0) return { kind: 'noSpread' }
  const logRatio = difference / weight
  const quantile = tQuantile(1 - alpha / 2, degreesOfFreedom)
  const half = Math.max(quantile * Math.sqrt(squares / degreesOfFreedom / weight), scatter(strata, logRatio, alpha))
  const seLogRatio = half / quantile
  return {
    ratio: Math.exp(logRatio),
    seLogRatio,
    strata: both,
    degreesOfFreedom,
    lower: Math.exp(logRatio - half),
    upper: Math.exp(logRatio + half),
  }
}

/** Half the width of the limits by how far the strata scatter; none where too few tell. */
function scatter(strata: readonly WeightStratum[], logRatio: number, alpha: number): number {
  const both = strata.filter(({ a, b }) => a.length > 0 && b.length > 0)
  if (both.length < LEAST_STRATA) return 0
  const weights = both.map(({ a, b }) => (a.length * b.length) / (a.length + b.length))
  const total = weights.reduce((sum, w) => sum + w, 0)
  const squares = both.reduce(
    (sum, { a, b }, i) => sum + (at(weights, i) * (mean(a.map(Math.log)) - mean(b.map(Math.log)) - logRatio)) ** 2,
    0,
  )
  return (
    (tQuantile(1 - alpha / 2, strataDegrees(weights)) * Math.sqrt((both.length / (both.length - 1)) * squares)) / total
  )
}
