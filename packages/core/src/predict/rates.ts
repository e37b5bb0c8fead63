import { gammaQuantile } from '../numerics/index.ts'
import { alphaOf } from '../stats/index.ts'
import type { Confidence } from '../stats/index.ts'

/** A foretold log rate: its mean, and how far off it may be. Its exponential is a mean over good and bad days. */
export interface LogRate {
  readonly mean: number
  readonly variance: number
}

/** A rate as it is known: gamma with so many strikes in so many hours. */
export interface ForetoldRate {
  readonly rate: number
  readonly lower: number
  readonly upper: number
  readonly shape: number
  readonly hours: number
}

/** Hours that a rule of practice is worth. (ours) */
export const RULE_HOURS = 2
/** What is hardly known is not to pay for that: the variance of a log rate counts up to here. (ours) */
const MOST_VARIANCE = 1

/** E[exp η]. */
export const meanRate = ({ mean, variance }: LogRate): number => Math.exp(mean + Math.min(variance, MOST_VARIANCE) / 2)

/**
 * A log rate as a gamma of the same mean and spread, with what a rule adds: hours at so many times the class's mean.
 *
 * Given      the log rate; the class's mean strikes an hour there, and the multiplier of rules that speak (1: none)
 * Returned   mean with limits (default 0.9)
 */
export function foretoldRate(
  log: LogRate,
  rule: { readonly classRate: number; readonly multiplier: number; readonly hours: number },
  options: Confidence = {},
): ForetoldRate {
  const variance = Math.min(log.variance, MOST_VARIANCE)
  const own = 1 / Math.expm1(Math.max(variance, 1e-6))
  const ruleHours = rule.multiplier === 1 ? 0 : rule.hours
  const shape = own + ruleHours * rule.classRate * rule.multiplier
  const hours = own / meanRate(log) + ruleHours
  const alpha = alphaOf(options)
  return {
    rate: shape / hours,
    lower: gammaQuantile(alpha / 2, shape, hours),
    upper: gammaQuantile(1 - alpha / 2, shape, hours),
    shape,
    hours,
  }
}
