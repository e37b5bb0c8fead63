import { logGamma } from '../numerics/index.ts'

/** A rod's rate as known: gamma with strikes `shape` in `hours`. */
export interface KnownRate {
  readonly shape: number
  readonly hours: number
}

/**
 * Strikes to be gained by fishing a rod for some hours to learn of it, and then the best.
 *
 *   H·(E_n max(m*, (a + n)/(b + x)) − max m) − x·(max m − m_i), n the strikes of x hours: negative binomial
 *
 * Given      the rod's rate; the best mean among the others; hours of the test and hours that are left after it
 * Returned   negative where the test costs more than it can bring
 * Source     knowledge gradient: Frazier, Powell & Dayanik, SIAM J. Control Optim. 47 (2008) 2410
 */
export function learnGain(rate: KnownRate, bestOfOthers: number, testH: number, leftH: number): number {
  const own = rate.shape / rate.hours
  return leftH * gainAnHour(rate, bestOfOthers, testH) - testH * (Math.max(own, bestOfOthers) - own)
}

/**
 * Strikes an hour to be gained by the best that is known after a test, over the best known before it; what the test itself costs is left out.
 *
 *   E_n max(m*, (a + n)/(b + x)) − max m
 *
 * Given      as `learnGain`
 * Returned   0 or more
 * Source     knowledge gradient: Frazier, Powell & Dayanik, SIAM J. Control Optim. 47 (2008) 2410, from memory
 */
export function gainAnHour({ shape, hours }: KnownRate, bestOfOthers: number, testH: number): number {
  let [after, seen] = [0, 0]
  for (let n = 0; seen < 1 - 1e-10 && n < 10_000; n++) {
    const chance = negativeBinomial(n, shape, hours / (hours + testH))
    seen += chance
    after += chance * Math.max(bestOfOthers, (shape + n) / (hours + testH))
  }
  return after - Math.max(shape / hours, bestOfOthers)
}

/** Γ(a + n)/(n!·Γ(a))·pᵃ·(1 − p)ⁿ. */
const negativeBinomial = (n: number, shape: number, p: number): number =>
  Math.exp(logGamma(shape + n) - logGamma(n + 1) - logGamma(shape) + shape * Math.log(p) + n * Math.log1p(-p))
