import { normalCdf } from '../numerics/index.ts'
import { expectedPayout } from './bitesForLimit.ts'

/** What rivals bring over a whole event, each drawn alike: a log-normal. */
export interface Field {
  readonly rivals: number
  /** Of the natural logarithm of grams; the spread of one more total, so that few totals spread wider. */
  readonly mean: number
  readonly sd: number
}

/** One total tells nothing of how a field spreads. */
const FEWEST = 2

/**
 * The field that totals of rivals tell of.
 *
 *   ln w ~ N(m, s²·(1 + 1/n)), m and s of the n totals
 *
 * Given      totals in grams; how many rivals there are, by default as many as totals
 * Returned   undefined with fewer than two totals
 * Source     predictive spread of one more draw: Gelman et al., Bayesian Data Analysis (2013) §3.2, its t taken as normal; from memory
 */
export function fieldOf(totalsG: readonly number[], rivals = totalsG.length): Field | undefined {
  const logs = totalsG.filter((one) => one > 0).map(Math.log)
  if (logs.length < FEWEST) return undefined
  const mean = logs.reduce((sum, one) => sum + one, 0) / logs.length
  const variance = logs.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (logs.length - 1)
  return { rivals, mean, sd: Math.sqrt(variance * (1 + 1 / logs.length)) }
}

/**
 * Chance that one of the rivals brings more than a total.
 *
 *   1 − Φ((ln w − m)/s)
 *
 * Returned   1 for a total of nothing; a field without spread is passed or not
 */
export function chanceAbove({ mean, sd }: Field, totalG: number): number {
  if (totalG <= 0) return 1
  const ahead = Math.log(totalG) - mean
  if (sd === 0) return ahead > 0 ? 0 : 1
  return 1 - normalCdf(ahead / sd)
}

/**
 * What a total is expected to be paid among a field.
 *
 * Given      payouts from the first place down, in any unit
 */
export const paidOf = (field: Field, payouts: readonly number[], totalG: number): number =>
  expectedPayout(payouts, field.rivals, chanceAbove(field, totalG))
