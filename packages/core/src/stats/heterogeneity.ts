import { at } from '../checked/index.ts'
import { chiSquareCdf, chiSquareQuantile, findRootFromZero } from '../numerics/index.ts'
import { alphaOf } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'

/** A pattern's log rate ratio on one water, with its error. */
export interface WaterRatio {
  readonly water: string
  readonly logRatio: number
  readonly error: number
}

/** A pattern's ratios drawn together, were they to differ between waters by a variance τ². */
export interface Pooled {
  readonly mean: number
  /** Σw, the weights w = 1/(s² + τ²). */
  readonly weight: number
  /** Σw(x − μ)²: χ² with one degree of freedom less than waters where τ² is right. */
  readonly q: number
}

/**
 * A pattern’s ratios drawn together.
 *
 *   w = 1/(s² + τ²), μ = Σwx/Σw, Q = Σw(x − μ)²
 *
 * Given      log ratios with their errors by water, and the variance τ² between waters
 * Source     DerSimonian & Laird, Control. Clin. Trials 7 (1986) 177
 */
export function pooledAt(ratios: readonly WaterRatio[], tau2: number): Pooled {
  const weights = ratios.map(({ error }) => 1 / (error ** 2 + tau2))
  const weight = weights.reduce((sum, w) => sum + w, 0)
  const mean = ratios.reduce((sum, { logRatio }, i) => sum + at(weights, i) * logRatio, 0) / weight
  return { mean, weight, q: ratios.reduce((sum, { logRatio }, i) => sum + at(weights, i) * (logRatio - mean) ** 2, 0) }
}

/**
 * The variance between waters at which the patterns’ Q add up to a value.
 *
 * Given      the ratios of each pattern by water; the value wanted of ΣQ, which falls as the variance grows
 * Returned   τ², 0 where ΣQ does not reach it
 * Source     Q profile: Viechtbauer, Stat. Med. 26 (2007) 37
 */
export function varianceAt(patterns: readonly (readonly WaterRatio[])[], wanted: number): number {
  const q = (tau2: number): number => patterns.reduce((sum, ratios) => sum + pooledAt(ratios, tau2).q, 0)
  return findRootFromZero((tau2) => q(tau2) - wanted)
}

export interface Heterogeneity extends Interval {
  /** Standard deviation of a pattern's log ratio between waters. */
  readonly sd: number
  /** Of no spread at all: chance of ratios that differ as much. */
  readonly pValue: number
}

/**
 * How far the ratios of patterns differ from water to water, beyond chance: one spread for all patterns.
 *
 *   ΣQ(τ²) over the patterns = Σ(k − 1) for the middle, = the quantiles of χ² with Σ(k − 1) degrees of freedom for the limits
 *
 * Given      patterns, each with its ratios on two waters or more
 * Returned   spread of log ratios with limits
 * Valid for  patterns that are strangers to each other: classes held against the rest of a water are so but for one of them
 * Source     Paule & Mandel, J. Res. Natl. Bur. Stand. 87 (1982) 377; limits by the Q profile: Viechtbauer, Stat. Med. 26 (2007) 37
 */
export function heterogeneity(patterns: readonly (readonly WaterRatio[])[], options: Confidence = {}): Heterogeneity {
  const alpha = alphaOf(options)
  const freedom = patterns.reduce((sum, ratios) => sum + ratios.length - 1, 0)
  const sdAt = (wanted: number): number => Math.sqrt(varianceAt(patterns, wanted))
  const q = patterns.reduce((sum, ratios) => sum + pooledAt(ratios, 0).q, 0)
  return {
    sd: sdAt(freedom),
    lower: sdAt(chiSquareQuantile(1 - alpha / 2, freedom)),
    upper: sdAt(chiSquareQuantile(alpha / 2, freedom)),
    pValue: 1 - chiSquareCdf(q, freedom),
  }
}
