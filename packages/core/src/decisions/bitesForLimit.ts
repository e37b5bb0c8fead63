import { logGamma } from '../numerics/index.ts'

/** Chance that so many bites fill the limit, from one bite up. */
export interface BitesRow {
  readonly bites: number
  readonly chance: number
}

/**
 * How many bites fill a limit with which chance.
 *
 *   P(X ≥ limit), X ~ Binomial(bites, share)
 *
 * Given      fish still wanted; the share of bites that end as a fish that may be kept; the most bites of interest
 * Returned   from as many bites as are wanted
 * Source     binomial distribution; seven bites at five in seven fill five on 68 % of days
 */
export function bitesForLimit(wanted: number, share: number, most: number): BitesRow[] {
  return Array.from({ length: Math.max(0, most - wanted + 1) }, (_, i) => {
    const bites = wanted + i
    let chance = 0
    for (let k = wanted; k <= bites; k++) chance += binomial(bites, k, share)
    return { bites, chance: Math.min(1, chance) }
  })
}

const binomial = (n: number, k: number, p: number): number => {
  if (p <= 0 || p >= 1) return k === (p <= 0 ? 0 : n) ? 1 : 0
  return Math.exp(logGamma(n + 1) - logGamma(k + 1) - logGamma(n - k + 1) + k * Math.log(p) + (n - k) * Math.log1p(-p))
}

/**
 * Expected payout of a total against rivals whose totals are drawn alike.
 *
 *   Σ_r payout_r·P(r − 1 of n rivals are above), binomial
 *
 * Given      payouts from the first place down, how many rivals, and the chance that one of them is above the total
 * Source     order of independent totals drawn alike; that they are is ours
 */
export function expectedPayout(payouts: readonly number[], rivals: number, chanceAbove: number): number {
  return payouts.reduce(
    (sum, payout, above) => (above > rivals ? sum : sum + payout * binomial(rivals, above, chanceAbove)),
    0,
  )
}
