import { chiSquareCdf, normalQuantile, tQuantile } from '../numerics/index.ts'
import { alphaOf } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'
import type { Exposure } from './exposure.ts'
import { isNothingToCompare } from './nothingToCompare.ts'
import type { NothingToCompare } from './nothingToCompare.ts'
import { strataDegrees } from './strataDegrees.ts'

export interface Stratum {
  readonly a: Exposure
  readonly b: Exposure
}

export interface PooledRatio extends Interval {
  /** Rate of A over rate of B. */
  readonly ratio: number
  readonly seLogRatio: number
  /** Strata in which both were exposed: the others say nothing of the ratio. */
  readonly strata: number
  /** p of the strata having one ratio; null where some cell expects fewer than 5 events: not assessable. */
  readonly homogeneityP: number | null
}

/**
 * Mantel–Haenszel rate ratio of A to B, held within strata (trips, age bands), for person-time.
 *
 *   ratio = Σ a T_B/T / Σ b T_A/T;   Var(log) = Σ (a+b) T_A T_B/T² / (Σ a T_B/T · Σ b T_A/T)
 *
 *   homogeneity: Σ (a − E)²/V, E = (a+b) r T_A/(r T_A + T_B), V = E·T_B/(r T_A + T_B), chi-square with strata − 1 degrees
 *
 * Given      events and exposure of both in each stratum; strata with only one of them add nothing
 * Throws     RangeError when no stratum has both, or either has no event in those that do
 * Source     Rothman & Boice (1979); variance Greenland & Robins, Biometrics 41 (1985) 55–68; Breslow & Day II (1987) §3.6
 */
export function mantelHaenszelRateRatio(strata: readonly Stratum[], options: Confidence = {}): PooledRatio {
  const found = pooledRateRatio(strata, options)
  if (!isNothingToCompare(found)) return found
  throw new RangeError(
    found.kind === 'noEvent'
      ? 'A or B has no event in the strata that have both: the ratio has no bound'
      : 'no stratum has exposure of both A and B: there is nothing to compare within',
  )
}

function pooledRateRatio(strata: readonly Stratum[], options: Confidence): PooledRatio | NothingToCompare {
  const alpha = alphaOf(options)
  const both = strata.filter(({ a, b }) => a.exposureHours > 0 && b.exposureHours > 0)
  const used = strata.filter(({ a, b }) => a.exposureHours + b.exposureHours > 0)
  if (both.length === 0) return { kind: 'noSharedStratum' }
  let [top, bottom, spread] = [0, 0, 0]
  for (const { a, b } of used) {
    const total = a.exposureHours + b.exposureHours
    top += (a.events * b.exposureHours) / total
    bottom += (b.events * a.exposureHours) / total
    spread += ((a.events + b.events) * a.exposureHours * b.exposureHours) / total ** 2
  }
  if (top === 0 || bottom === 0) return { kind: 'noEvent' }
  const ratio = top / bottom
  const seLogRatio = Math.sqrt(spread / (top * bottom))
  const half = normalQuantile(1 - alpha / 2) * seLogRatio
  return {
    ratio,
    seLogRatio,
    strata: both.length,
    homogeneityP: homogeneity(both, ratio),
    lower: ratio * Math.exp(-half),
    upper: ratio * Math.exp(half),
  }
}

/** What exposures were multiplied by was itself worked out: each stratum's exposure by its levels, and the covariance of their logarithms. */
export interface Adjustment {
  readonly byLevel: readonly { readonly a: ArrayLike<number>; readonly b: ArrayLike<number> }[]
  /** Levels × levels, row by row. */
  readonly covariance: ArrayLike<number>
}

export interface ByStratumOptions extends Confidence {
  /** Variance over mean of events. Default 1. */
  readonly dispersion?: number
  readonly adjustment?: Adjustment
}

/**
 * The same ratio where events come in flurries: its error from how the strata scatter, or from Poisson counts times their dispersion,
 * whichever is wider.
 *
 *   Var(log) = Σ (u/(1 − h))²,  u = (a T_B/T)/R − (b T_A/T)/S, h a stratum's share of Σ (a+b) T_A T_B/T²,  R and S the sums of the numerators;  Student's t with (Σv)²/Σv² − 1 degrees,
 *   v = (a+b) T_A T_B/T² expected of each stratum;  with an adjustment plus gᵀ·V·g, g the slope of the log ratio in it
 *
 * Given      as `mantelHaenszelRateRatio`; K strata with both
 * Source     cluster-robust variance of a ratio: Cochran, Sampling Techniques (1977) ch. 6, as if each stratum were left out in turn: Bell &
 *            McCaffrey, Surv. Methodol. 28 (2002) 169; degrees of freedom: Satterthwaite, Biometrics
 *            Bull. 2 (1946) 110
 */
export function mantelHaenszelByStratum(
  strata: readonly Stratum[],
  { dispersion = 1, adjustment, ...options }: ByStratumOptions = {},
): (PooledRatio & { readonly degreesOfFreedom: number }) | NothingToCompare {
  const plain = pooledRateRatio(strata, options)
  if (isNothingToCompare(plain)) return plain
  const { ratio } = plain
  let [top, bottom, information, squares] = [0, 0, 0, 0]
  const weights: number[] = []
  for (const { a, b } of strata) {
    const total = a.exposureHours + b.exposureHours
    if (total === 0) continue
    top += (a.events * b.exposureHours) / total
    bottom += (b.events * a.exposureHours) / total
    information += ((a.events + b.events) * a.exposureHours * b.exposureHours) / total ** 2
    weights.push((a.exposureHours * b.exposureHours) / total)
  }
  for (const { a, b } of strata) {
    const total = a.exposureHours + b.exposureHours
    if (total === 0) continue
    const leverage = ((a.events + b.events) * a.exposureHours * b.exposureHours) / total ** 2 / information
    const off = (a.events * b.exposureHours) / total / top - (b.events * a.exposureHours) / total / bottom
    squares += (off / Math.max(LEAST_LEFT, 1 - leverage)) ** 2
  }
  const degreesOfFreedom = strataDegrees(weights)
  const robust = plain.strata > 1 ? squares : 0
  const sampling = Math.max(robust, dispersion * plain.seLogRatio ** 2)
  const seLogRatio = Math.sqrt(sampling + (adjustment ? adjustedVariance(strata, adjustment, top, bottom) : 0))
  const half = tQuantile(1 - alphaOf(options) / 2, degreesOfFreedom) * seLogRatio
  return { ...plain, seLogRatio, degreesOfFreedom, lower: ratio * Math.exp(-half), upper: ratio * Math.exp(half) }
}

function adjustedVariance(
  strata: readonly Stratum[],
  { byLevel, covariance }: Adjustment,
  top: number,
  bottom: number,
): number {
  const levels = byLevel[0]?.a.length ?? 0
  const slope = new Float64Array(levels)
  strata.forEach(({ a, b }, t) => {
    const total = a.exposureHours + b.exposureHours
    const own = byLevel[t]
    if (total === 0 || !own) return
    for (let j = 0; j < levels; j++) {
      const [inA, inB] = [own.a[j]!, own.b[j]!]
      // How the share of B moves with the level; that of A moves against it.
      const moved = (inB * a.exposureHours - inA * b.exposureHours) / total ** 2
      slope[j] = slope[j]! + (a.events * moved) / top + (b.events * moved) / bottom
    }
  })
  let sum = 0
  for (let i = 0; i < levels; i++)
    for (let j = 0; j < levels; j++) sum += slope[i]! * covariance[i * levels + j]! * slope[j]!
  return sum
}

/** A stratum that is nearly all there is cannot be left out. */
const LEAST_LEFT = 0.3
const LEAST_EXPECTED = 5

function homogeneity(strata: readonly Stratum[], ratio: number): number | null {
  let chiSquare = 0
  for (const { a, b } of strata) {
    const share = (ratio * a.exposureHours) / (ratio * a.exposureHours + b.exposureHours)
    const events = a.events + b.events
    if (events * Math.min(share, 1 - share) < LEAST_EXPECTED) return null
    chiSquare += (a.events - events * share) ** 2 / (events * share * (1 - share))
  }
  return strata.length > 1 ? 1 - chiSquareCdf(chiSquare, strata.length - 1) : null
}
