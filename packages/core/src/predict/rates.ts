import { gammaQuantile } from '../numerics/index.ts'
import { alphaOf } from '../stats/index.ts'
import type { KnownRate } from '../decisions/index.ts'
import type { Confidence, Interval } from '../stats/index.ts'

/** A foretold log rate: its mean, and how far off it may be. Its exponential is a mean over good and bad days. */
export interface LogRate {
  readonly mean: number
  readonly variance: number
}

/** A rate as it is known, gamma with so many strikes in so many hours, and its limits. */
export interface ForetoldRate extends KnownRate, Interval {
  readonly rate: number
}

/** What rules say of a lure: so many hours at so many times what a new lure of its class brings. */
export interface RuleOfRate {
  readonly classRate: number
  /** 1: no rule speaks. */
  readonly multiplier: number
  readonly hours: number
}

/** Hours that a rule of practice is worth. (ours) */
export const RULE_HOURS = 2
/** What is hardly known is not to pay for that: the variance of a log rate counts up to here. (ours) */
const MOST_VARIANCE = 1

/**
 * E[exp η] of a normal log rate, the variance counted up to 1.
 *
 *   exp(m + v/2)
 *
 * Source     mean of the log-normal; the bound is ours: what is hardly known is not to pay for that
 */
export const meanRate = ({ mean, variance }: LogRate): number => Math.exp(mean + Math.min(variance, MOST_VARIANCE) / 2)

/**
 * A log rate as a gamma of the same mean and spread, with what rules add.
 *
 *   shape k = 1/(e^v − 1), hours k/E[exp η];  a rule adds h0 hours at the class's rate times its multiplier
 *
 * Given      mean and variance of the log rate, and the rules that speak
 * Returned   strikes and hours that the gamma stands for
 * Source     moments of the log-normal; h0: `analysis.md` §6, ours
 */
export function knownRate(log: LogRate, rule: RuleOfRate): KnownRate {
  const own = 1 / Math.expm1(Math.max(Math.min(log.variance, MOST_VARIANCE), 1e-6))
  const ruleHours = rule.multiplier === 1 ? 0 : rule.hours
  return { shape: own + ruleHours * rule.classRate * rule.multiplier, hours: own / meanRate(log) + ruleHours }
}

/**
 * A rate with what rules add, and its limits (default 0.9): equal tails of the gamma of `knownRate`.
 *
 * Returned   strikes an hour
 */
export function foretoldRate(log: LogRate, rule: RuleOfRate, options: Confidence = {}): ForetoldRate {
  const { shape, hours } = knownRate(log, rule)
  const alpha = alphaOf(options)
  return {
    rate: shape / hours,
    lower: gammaQuantile(alpha / 2, shape, hours),
    upper: gammaQuantile(1 - alpha / 2, shape, hours),
    shape,
    hours,
  }
}
