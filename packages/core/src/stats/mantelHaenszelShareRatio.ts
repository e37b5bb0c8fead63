import { normalQuantile, tQuantile } from '../numerics/index.ts'
import { binomialInterval } from './binomialInterval.ts'
import { alphaOf } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'
import type { NothingToCompare } from './nothingToCompare.ts'
import { strataDegrees } from './strataDegrees.ts'

export interface Counted {
  readonly events: number
  readonly trials: number
}

export interface ShareStratum {
  readonly a: Counted
  readonly b: Counted
}

const sumOf = (strata: readonly ShareStratum[], side: 'a' | 'b'): Counted => ({
  events: strata.reduce((sum, stratum) => sum + stratum[side].events, 0),
  trials: strata.reduce((sum, stratum) => sum + stratum[side].trials, 0),
})

/**
 * All strata as one.
 *
 * Given      strata, any number
 * Returned   counts of A and of B summed, as if it were one stratum: the crude comparison
 */
export const sharesTogether = (strata: readonly ShareStratum[]): ShareStratum => ({
  a: sumOf(strata, 'a'),
  b: sumOf(strata, 'b'),
})

export interface PooledShareRatio extends Interval {
  /** Share of A over share of B. */
  readonly ratio: number
  readonly seLogRatio: number
  /** Strata with trials of both. */
  readonly strata: number
}

/**
 * Mantel–Haenszel ratio of two shares (hooked of struck, lost of hooked), held within strata.
 *
 *   ratio = Σ a·n_B/N / Σ b·n_A/N;   Var(log) = Σ [n_A·n_B·(a + b) − a·b·N]/N² / (Σ a·n_B/N · Σ b·n_A/N)
 *
 * That variance vanishes where all of both were hooked, though twenty of twenty may be nine in ten. So the limits are never nearer than
 * those of the two shares together, from Wilson's limits of either; nor, from three strata up, than how far the strata scatter makes them:
 * K/(K−1)·Σ u², u = (a·n_B/N)/R − (b·n_A/N)/S, with Student's t and (Σw)²/Σw² − 1 degrees, w = n_A·n_B/N.
 *
 * Given      events and trials of both in each stratum; strata with only one of them add nothing
 * Returned   nothing to compare when no stratum has both, or either has no event in those that do
 * Source     Greenland & Robins, Biometrics 41 (1985) 55–68; Rothman, Modern Epidemiology; limits from those of either share: Donner &
 *            Zou, Stat. Methods Med. Res. 21 (2012) 347
 */
export function mantelHaenszelShareRatio(
  strata: readonly ShareStratum[],
  options: Confidence = {},
): PooledShareRatio | NothingToCompare {
  const alpha = alphaOf(options)
  const both = strata.filter(({ a, b }) => a.trials > 0 && b.trials > 0)
  if (both.length === 0) return { kind: 'noSharedStratum' }
  let [top, bottom, spread] = [0, 0, 0]
  for (const { a, b } of both) {
    const all = a.trials + b.trials
    top += (a.events * b.trials) / all
    bottom += (b.events * a.trials) / all
    spread += (a.trials * b.trials * (a.events + b.events) - a.events * b.events * all) / all ** 2
  }
  if (top === 0 || bottom === 0) return { kind: 'noEvent' }
  const ratio = top / bottom
  const seLogRatio = Math.sqrt(spread / (top * bottom))
  const z = normalQuantile(1 - alpha / 2)
  const together = logLimitsOf(sharesTogether(both), options)
  const own = Math.max(z * seLogRatio, scatter(both, top, bottom, alpha))
  const [below, above] = [Math.max(own, together.below), Math.max(own, together.above)]
  return {
    ratio,
    seLogRatio: Math.max(below, above) / z,
    strata: both.length,
    lower: ratio * Math.exp(-below),
    upper: ratio * Math.exp(above),
  }
}

/** Fewer trips do not tell how far they scatter. (ours) */
export const LEAST_STRATA = 3

/** Half the width of the limits of the log ratio by how far the strata scatter. */
function scatter(strata: readonly ShareStratum[], top: number, bottom: number, alpha: number): number {
  const k = strata.length
  if (k < LEAST_STRATA) return 0
  const weights = strata.map(({ a, b }) => (a.trials * b.trials) / (a.trials + b.trials))
  const squares = strata.reduce((sum, { a, b }) => {
    const all = a.trials + b.trials
    return sum + ((a.events * b.trials) / all / top - (b.events * a.trials) / all / bottom) ** 2
  }, 0)
  return tQuantile(1 - alpha / 2, strataDegrees(weights)) * Math.sqrt((k / (k - 1)) * squares)
}

/** How far the limits of a ratio of two shares lie from it, in logarithms. */
function logLimitsOf({ a, b }: ShareStratum, options: Confidence): { readonly below: number; readonly above: number } {
  const [p, q] = [a.events / a.trials, b.events / b.trials]
  const [ofA, ofB] = [binomialInterval(a.events, a.trials, options), binomialInterval(b.events, b.trials, options)]
  const limit = (mine: number, other: number, sign: 1 | -1): number =>
    (p * q + sign * Math.sqrt(Math.max(0, (p * q) ** 2 - mine * (2 * p - mine) * other * (2 * q - other)))) /
    (other * (2 * q - other))
  const [lower, upper] = [limit(ofA.lower, ofB.upper, -1), limit(ofA.upper, ofB.lower, 1)]
  return { below: Math.log(p / q / lower), above: Math.log((upper * q) / p) }
}
