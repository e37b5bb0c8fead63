import { tQuantile } from '../numerics/index.ts'
import { alphaOf } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'
import { pooledAt, varianceAt } from './heterogeneity.ts'
import type { WaterRatio } from './heterogeneity.ts'

export interface RandomEffectsMeta extends Interval {
  readonly waters: number
  /** Over all waters. */
  readonly ratio: number
  /** Spread of the log ratio between waters, beyond chance. */
  readonly betweenSd: number
  /** What to expect on a water not yet fished; null below five waters. */
  readonly newWater: Interval | null
}

/** A prediction for a new water needs this many. */
const ENOUGH_WATERS = 5

/**
 * Does a pattern hold elsewhere? Its ratio water by water, pooled with the spread between waters.
 *
 *   w_i = 1/(s_i² + τ²), μ = Σwx/Σw, τ² such that Σw(x − μ)² = k − 1;  Var(μ) = Σw(x − μ)²/((k − 1)Σw), Student's t with k − 1
 *
 * Given      at least two waters, each with its log ratio and error (> 0)
 * Returned   ratio with limits; a prediction for a new water from five waters up, by t with k − 2
 * Throws     RangeError for fewer than two waters, or an error that is not positive
 * Source     Paule & Mandel, J. Res. Natl. Bur. Stand. 87 (1982) 377; Hartung & Knapp, Stat. Med. 20 (2001) 3875; Higgins, Thompson &
 *            Spiegelhalter, J. R. Stat. Soc. A 172 (2009) 137 for the prediction
 */
export function randomEffectsMeta(ratios: readonly WaterRatio[], options: Confidence = {}): RandomEffectsMeta {
  const alpha = alphaOf(options)
  const k = ratios.length
  if (k < 2) throw new RangeError(`whether a pattern travels needs two waters: ${k}`)
  const wrong = ratios.find(({ error }) => !(error > 0 && Number.isFinite(error)))
  if (wrong) throw new RangeError(`the error of ${wrong.water} must be more than 0: ${wrong.error}`)
  const tau2 = varianceAt([ratios], k - 1)
  const { mean, q, weight } = pooledAt(ratios, tau2)
  // Hartung & Knapp's factor below one would claim more than chance allows.
  const variance = Math.max(1, q / (k - 1)) / weight
  const half = tQuantile(1 - alpha / 2, k - 1) * Math.sqrt(variance)
  const spread = k >= ENOUGH_WATERS ? tQuantile(1 - alpha / 2, k - 2) * Math.sqrt(tau2 + variance) : null
  return {
    waters: k,
    ratio: Math.exp(mean),
    lower: Math.exp(mean - half),
    upper: Math.exp(mean + half),
    betweenSd: Math.sqrt(tau2),
    newWater: spread === null ? null : { lower: Math.exp(mean - spread), upper: Math.exp(mean + spread) },
  }
}
