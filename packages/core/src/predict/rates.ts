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

/** E[exp η]. */
export const meanRate = ({ mean, variance }: LogRate): number => Math.exp(mean + Math.min(variance, MOST_VARIANCE) / 2)

/** A log rate as a gamma of the same mean and spread, with what rules add. */
export function knownRate(log: LogRate, rule: RuleOfRate): KnownRate {
  const own = 1 / Math.expm1(Math.max(Math.min(log.variance, MOST_VARIANCE), 1e-6))
  const ruleHours = rule.multiplier === 1 ? 0 : rule.hours
  return { shape: own + ruleHours * rule.classRate * rule.multiplier, hours: own / meanRate(log) + ruleHours }
}

/** The same with its limits (default 0.9). */
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
