import { chiSquareCdf, normalQuantile } from '../numerics/index.ts'
import { alphaOf } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'
import type { Exposure } from './exposure.ts'

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
  const alpha = alphaOf(options)
  const both = strata.filter(({ a, b }) => a.exposureHours > 0 && b.exposureHours > 0)
  const used = strata.filter(({ a, b }) => a.exposureHours + b.exposureHours > 0)
  if (both.length === 0) throw new RangeError('no stratum has exposure of both A and B: there is nothing to compare within')
  let [top, bottom, spread] = [0, 0, 0]
  for (const { a, b } of used) {
    const total = a.exposureHours + b.exposureHours
    top += (a.events * b.exposureHours) / total
    bottom += (b.events * a.exposureHours) / total
    spread += ((a.events + b.events) * a.exposureHours * b.exposureHours) / total ** 2
  }
  if (top === 0 || bottom === 0) throw new RangeError(`${top === 0 ? 'A' : 'B'} has no event in the strata that have both: the ratio has no bound`)
  const ratio = top / bottom
  const seLogRatio = Math.sqrt(spread / (top * bottom))
  const half = normalQuantile(1 - alpha / 2) * seLogRatio
  return { ratio, seLogRatio, strata: both.length, homogeneityP: homogeneity(both, ratio), lower: ratio * Math.exp(-half), upper: ratio * Math.exp(half) }
}

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
