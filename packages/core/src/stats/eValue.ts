import { at } from '../checked/index.ts'
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
export const eValue = (trips: readonly TripBouts[], priorSd = PRIOR_SD): number => ratioEvidence(trips, priorSd).equal

/** What has been learnt of a ratio of two rates, so that it may be looked at whenever one likes. */
export interface RatioEvidence {
  /** Evidence against equal rates. */
  readonly equal: number
  /** Ratios that the evidence has never ruled out at so many to one: whatever one stops for, they hold the true one as often as said. */
  readonly lower: number
  readonly upper: number
  /** Mean over the mixture, of the logarithm. */
  readonly ratio: number
}

/**
 * Evidence against every ratio at once.
 *
 *   E(ρ0) = ∫ L(ρ) φ(ln ρ; 0, sd²) d ln ρ / L(ρ0);  limits: the ρ0 with E(ρ0) < `odds`
 *
 * Given      as for `eValue`; the sd of the mixture, and the odds (20: limits that hold the true ratio in 95 of 100 books, always)
 * Source     confidence sequences: Robbins, Ann. Math. Stat. 41 (1970) 1397; Howard, Ramdas, McAuliffe & Sekhon, Ann. Statist. 49 (2021) 1055
 */
export function ratioEvidence(
  trips: readonly TripBouts[],
  priorSd = PRIOR_SD,
  odds: number = CONFIRMED_AT,
): RatioEvidence {
  const used = trips.filter(({ a, b }) => a.exposureHours > 0 && b.exposureHours > 0 && a.events + b.events > 0)
  const logRhos = Array.from({ length: POINTS }, (_, i) => priorSd * WIDTH * ((2 * i) / (POINTS - 1) - 1))
  const likelihoods = logRhos.map((logRho) => used.reduce((sum, trip) => sum + logRatioAt(trip, logRho), 0))
  const logs = logRhos.map((logRho, i) => at(likelihoods, i) - (logRho / priorSd) ** 2 / 2)
  const top = Math.max(...logs)
  const weights = logs.map((log) => Math.exp(log - top))
  const sum = weights.reduce((all, one) => all + one, 0)
  const step = (2 * WIDTH) / (POINTS - 1)
  const logEqual = top + Math.log((sum * step) / Math.sqrt(2 * Math.PI))
  const kept = logRhos.filter((_, i) => logEqual - at(likelihoods, i) < Math.log(odds))
  return {
    equal: Math.exp(logEqual),
    // Beyond the grid lies six sds: there nothing is ruled out.
    lower: kept[0] === logRhos[0] ? 0 : Math.exp(kept[0] ?? 0),
    upper: kept.at(-1) === logRhos.at(-1) ? Infinity : Math.exp(kept.at(-1) ?? 0),
    ratio: Math.exp(weights.reduce((all, one, i) => all + one * at(logRhos, i), 0) / sum),
  }
}

/** ln of the likelihood at ρ over that at 1. */
function logRatioAt({ a, b }: TripBouts, logRho: number): number {
  const share = a.exposureHours / (a.exposureHours + b.exposureHours)
  return a.events * logRho - (a.events + b.events) * Math.log1p(share * Math.expm1(logRho))
}
