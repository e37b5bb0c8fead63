import { at } from '../checked/index.ts'
import { logGamma, normalCdf, normalQuantile } from '../numerics/index.ts'

export interface PowerQuestion {
  /** Strikes an hour of the worse of the two. */
  readonly rate: number
  /** The ratio that shall be told from one; 2, or ½. */
  readonly ratio: number
  /** Share of the hours that goes to A; default a half. */
  readonly share?: number
  /** Variance of a trip's log rate, where A and B are fished on different trips; default 0: they share trips. */
  readonly tripVariance?: number
  /** Hours of a trip, for the spread of trips; default 6. */
  readonly tripHours?: number
  /** Variance over mean of strikes that come in flurries; default 1: they come singly. */
  readonly dispersion?: number
  /** Default 0.95, two-sided. */
  readonly confidence?: number
  /** Default 0.8. */
  readonly power?: number
}

export interface Power {
  /** Hours of both together. */
  readonly hours: number
  /** Chance of telling them apart in those hours. */
  readonly power: number
}

/** Up to so many expected strikes every outcome is counted; beyond, the normal curve serves. */
const ENUMERATED = 150
const MOST_HOURS = 1e6

/**
 * Hours needed to tell two rates apart.
 *
 * Given      the lower rate, the ratio, how hours are split, trips spread and strikes come in flurries
 * Returned   the hours at which the power reaches what was asked (0.8), and the power there
 * Throws     RangeError for a rate or ratio that is not positive, a ratio of 1, or a share outside (0, 1)
 * Method     power of the exact conditional test, by enumeration, a strike of a flurry telling as much as one over its dispersion; with trips that spread, or many strikes, by the normal curve of the
 *            log ratio with variance 1/a + 1/b + σ²·(1/trips of A + 1/trips of B)
 * Source     Przyborowski & Wilenski (1940) for the test; Lehmann & Romano, Testing Statistical Hypotheses, ch. 4
 */
export function powerForRatio(question: PowerQuestion): Power {
  const { power: wanted = 0.8 } = question
  check(question)
  let [low, high] = [0, 1]
  while (powerAt(question, high) < wanted) {
    low = high
    high *= 2
    if (high > MOST_HOURS) return { hours: Infinity, power: powerAt(question, MOST_HOURS) }
  }
  while (high - low > 0.01 * high) {
    const middle = (low + high) / 2
    if (powerAt(question, middle) < wanted) low = middle
    else high = middle
  }
  return { hours: high, power: powerAt(question, high) }
}

function check({ rate, ratio, share = 0.5, dispersion = 1 }: PowerQuestion): void {
  if (!(dispersion >= 1)) throw new RangeError(`the dispersion of strikes must be 1 or more: ${dispersion}`)
  if (!(rate > 0 && Number.isFinite(rate)))
    throw new RangeError(`the rate must be more than 0 strikes an hour: ${rate}`)
  if (!(ratio > 0 && Number.isFinite(ratio)) || ratio === 1)
    throw new RangeError(`the ratio must be more than 0 and not 1: ${ratio}`)
  if (!(share > 0 && share < 1)) throw new RangeError(`the share of hours must lie between 0 and 1: ${share}`)
}

/**
 * Chance of telling the two apart in so many hours of both together.
 *
 * Given      the question of `powerForRatio`; hours, 0 or more
 * Returned   a probability
 * Source     as `powerForRatio`
 */
export function powerAt(question: PowerQuestion, hours: number): number {
  const { rate, ratio, share = 0.5, tripVariance = 0, tripHours = 6, dispersion = 1, confidence = 0.95 } = question
  check(question)
  const [a, b] = [rate * Math.max(1, ratio), rate * Math.max(1, 1 / ratio)].map(
    (one, i) => (one * hours * (i === 0 ? share : 1 - share)) / dispersion,
  ) as [number, number]
  const alpha = 1 - confidence
  if (tripVariance > 0 || a + b > ENUMERATED) {
    const trips = tripVariance * tripHours * (1 / (share * hours) + 1 / ((1 - share) * hours))
    const error = Math.sqrt(1 / a + 1 / b + trips)
    return normalCdf(Math.abs(Math.log(ratio)) / error - normalQuantile(1 - alpha / 2))
  }
  return enumerated(a, b, share, alpha)
}

/** Over every number of strikes, the chance that the exact limits exclude equal rates on either side: that a tail is rarer than α/2. */
function enumerated(a: number, b: number, share: number, alpha: number): number {
  const [all, chance] = [a + b, a / (a + b)]
  const most = Math.ceil(all + 8 * Math.sqrt(all) + 8)
  const logFactorial = Float64Array.from({ length: most + 1 }, (_, n) => logGamma(n + 1))
  const [even, real] = [logChance(share), logChance(chance)]
  let power = 0
  for (let n = 1; n <= most; n++) {
    const seen = Math.exp(-all + n * Math.log(all) - at(logFactorial, n))
    if (seen < 1e-12) continue
    const binomial = (k: number, { yes, no }: LogChance): number =>
      Math.exp(logFactorial[n]! - logFactorial[k]! - logFactorial[n - k]! + k * yes + (n - k) * no)
    let told = 0
    for (let k = n, tail = binomial(k, even); k >= 0 && tail < alpha / 2; k--, tail += k >= 0 ? binomial(k, even) : 1)
      told += binomial(k, real)
    for (let k = 0, tail = binomial(k, even); k <= n && tail < alpha / 2; k++, tail += k <= n ? binomial(k, even) : 1)
      told += binomial(k, real)
    power += seen * told
  }
  return power
}

/** ln p and ln (1 − p). */
interface LogChance {
  readonly yes: number
  readonly no: number
}

const logChance = (p: number): LogChance => ({ yes: Math.log(p), no: Math.log1p(-p) })
