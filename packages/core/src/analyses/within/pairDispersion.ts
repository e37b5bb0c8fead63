import { mantelHaenszelRateRatio } from '../../stats/index.ts'
import type { Stratum } from '../../stats/index.ts'

/** Strata that tell little are taken for such flurries as are usual, as if by fifteen strikes in equal hours of both. (ours) */
const USUAL = { dispersion: 1.6, weight: 15 / 4 } as const

/**
 * How far the strikes of A and B scatter beyond chance within trips: variance over what n strikes that fell singly would have.
 *
 *   φ = Σ (a − n·p)² / Σ n·p·(1 − p),  p = ρ·T_A/(ρ·T_A + T_B);  of sums, not the mean of trips' own: a single strike tells nothing
 *
 * Given      strata with both; where the times of strikes are known, their flurries tell more (`bookDispersion`)
 * Returned   at least 1; drawn to 1.6 where strikes are few
 * Source     Pearson dispersion: McCullagh & Nelder (1989) §4.5; the prior is ours
 */
export function pairDispersion(strata: readonly Stratum[]): number {
  const both = strata.filter(({ a, b }) => a.exposureHours > 0 && b.exposureHours > 0 && a.events + b.events > 0)
  const struck = (side: 'a' | 'b'): boolean => both.some((stratum) => stratum[side].events > 0)
  if (!struck('a') || !struck('b')) return 1
  const { ratio } = mantelHaenszelRateRatio(both)
  const [squares, due] = both.reduce(
    ([sum, expected], { a, b }) => {
      const n = a.events + b.events
      const p = (ratio * a.exposureHours) / (ratio * a.exposureHours + b.exposureHours)
      return [sum + (a.events - n * p) ** 2, expected + n * p * (1 - p)]
    },
    [USUAL.dispersion * USUAL.weight, USUAL.weight],
  )
  return Math.max(1, squares / due)
}
