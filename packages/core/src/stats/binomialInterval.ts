import { betaQuantile, normalQuantile } from '../numerics/index.ts'
import { alphaOf } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'

export interface BinomialOptions extends Confidence {
  /** Default `wilson`. */
  readonly method?: 'wilson' | 'clopper-pearson'
}

/**
 * Confidence interval for a share, two-sided.
 *
 *   Wilson            (p̂ + z²/2n ± z·√(p̂(1−p̂)/n + z²/4n²)) / (1 + z²/n)
 *   Clopper–Pearson   quantiles α/2 of Beta(k, n−k+1) and 1−α/2 of Beta(k+1, n−k)
 *
 * Given      successes k and trials n (integers, 0 ≤ k ≤ n, n ≥ 1), method, confidence (default 0.9)
 * Returned   lower and upper share in [0, 1]
 * Throws     RangeError with the bound and the value
 * Accuracy   Wilson 1e-12; Clopper–Pearson 1e-9 relative, conservative
 * Source     Wilson, JASA 22 (1927) 209; Clopper & Pearson, Biometrika 26 (1934) 404; compared in Newcombe, Stat. Med. 17 (1998) 857
 */
export function binomialInterval(
  successes: number,
  trials: number,
  { method = 'wilson', ...options }: BinomialOptions = {},
): Interval {
  const alpha = alphaOf(options)
  if (!Number.isInteger(trials) || trials < 1)
    throw new RangeError(`trials must be a whole number, 1 or more: ${trials}`)
  if (!Number.isInteger(successes) || successes < 0 || successes > trials)
    throw new RangeError(`successes must be a whole number from 0 to ${trials}: ${successes}`)
  return method === 'wilson'
    ? wilsonInterval(successes / trials, trials, alpha)
    : clopperPearson(successes, trials, alpha)
}

/**
 * Wilson's limits of a share of n trials.
 *
 * Given      share in [0, 1]; n, which need not be whole where it stands for trials that hang together; α outside, two-sided
 * Returned   lower and upper share in [0, 1]
 * Source     Wilson, JASA 22 (1927) 209
 */
export function wilsonInterval(share: number, n: number, alpha: number): Interval {
  const z = normalQuantile(1 - alpha / 2)
  const middle = (share + (z * z) / (2 * n)) / (1 + (z * z) / n)
  const half = (z * Math.sqrt((share * (1 - share)) / n + (z * z) / (4 * n * n))) / (1 + (z * z) / n)
  return { lower: share === 0 ? 0 : middle - half, upper: share === 1 ? 1 : middle + half }
}

function clopperPearson(k: number, n: number, alpha: number): Interval {
  return {
    lower: k === 0 ? 0 : betaQuantile(alpha / 2, k, n - k + 1),
    upper: k === n ? 1 : betaQuantile(1 - alpha / 2, k + 1, n - k),
  }
}
