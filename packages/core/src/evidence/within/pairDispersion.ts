import { mantelHaenszelRateRatio } from '../mantelHaenszel.ts'
import type { Stratum } from '../mantelHaenszel.ts'

/** Strikes that come singly stand in for so many trips. (ours) */
const BORROWED_TRIPS = 10

/**
 * How far the strikes of A and B scatter beyond chance within trips: variance over what n strikes that fell singly would have.
 *
 *   φ = Σ (a − n·p)²/(n·p·(1 − p)) / trips,  p = ρ·T_A/(ρ·T_A + T_B),  drawn to 1 as if by ten trips more;  at least 1
 *
 * Given      strata with both; where the times of strikes are known, their flurries tell more (`bookDispersion`)
 * Source     Pearson dispersion: McCullagh & Nelder (1989) §4.5; the prior is ours
 */
export function pairDispersion(strata: readonly Stratum[]): number {
  const both = strata.filter(({ a, b }) => a.exposureHours > 0 && b.exposureHours > 0 && a.events + b.events > 0)
  const struck = (side: 'a' | 'b'): boolean => both.some((stratum) => stratum[side].events > 0)
  if (!struck('a') || !struck('b')) return 1
  const { ratio } = mantelHaenszelRateRatio(both)
  const squares = both.reduce((sum, { a, b }) => {
    const n = a.events + b.events
    const p = (ratio * a.exposureHours) / (ratio * a.exposureHours + b.exposureHours)
    return sum + (a.events - n * p) ** 2 / (n * p * (1 - p))
  }, 0)
  return Math.max(1, (squares + BORROWED_TRIPS) / (both.length + BORROWED_TRIPS))
}
