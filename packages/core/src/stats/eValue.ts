import type { Exposure } from './exposure.ts'

/** Bouts of two patterns on one trip, and the hours of each. */
export interface TripBouts {
  readonly a: Exposure
  readonly b: Exposure
}

const PRIOR_SD = 0.6
const POINTS = 241
const WIDTH = 6
/** Evidence of twenty to one: were the rates equal it would come up once in twenty books, however often one looks (Ville 1939). */
export const CONFIRMED_AT = 20

/**
 * Evidence that two rates differ which may be looked at after every trip.
 *
 *   E = ∫ Π_trips ρ^a·((t_A + t_B)/(ρt_A + t_B))^n φ(ln ρ; 0, 0.6²) d ln ρ,  n = a + b
 *
 * Given n bouts on a trip, those of A are binomial with ρt_A/(ρt_A + t_B), so that the luck of the day cancels; were ρ = 1, E would be a
 * martingale that starts at 1, and would ever reach 20 once in twenty books at most.
 *
 * Given      bouts and hours of both by trip; a trip with one side only says nothing and changes nothing
 * Method     trapezoids over ln ρ, six prior sds to either side
 * Source     Robbins, Ann. Math. Stat. 41 (1970) 1397; Ville (1939); Grünwald, de Heide & Koolen, JRSS B 86 (2024); the prior is ours
 */
export function eValue(trips: readonly TripBouts[], priorSd = PRIOR_SD): number {
  const used = trips.filter(({ a, b }) => a.exposureHours > 0 && b.exposureHours > 0 && a.events + b.events > 0)
  const logs = Array.from({ length: POINTS }, (_, i) => {
    const z = WIDTH * ((2 * i) / (POINTS - 1) - 1)
    const logRho = priorSd * z
    return used.reduce((sum, trip) => sum + logRatioAt(trip, logRho), -(z * z) / 2)
  })
  const top = Math.max(...logs)
  const step = (2 * WIDTH) / (POINTS - 1)
  return Math.exp(top) * ((logs.reduce((sum, log) => sum + Math.exp(log - top), 0) * step) / Math.sqrt(2 * Math.PI))
}

/** ln of the likelihood at ρ over that at 1. */
function logRatioAt({ a, b }: TripBouts, logRho: number): number {
  const share = a.exposureHours / (a.exposureHours + b.exposureHours)
  return a.events * logRho - (a.events + b.events) * Math.log1p(share * Math.expm1(logRho))
}
