import type { Id } from '../vocabulary/index.ts'
import { logGamma, normalQuantile } from '../numerics/index.ts'
import { alphaOf } from '../stats/index.ts'

/** A stint that was foretold: strikes expected and come, and the log chance of what came by each way of foretelling. */
export interface Foretold {
  readonly trip: Id<'trip'>
  readonly strikes: number
  readonly expected: number
  readonly score: number
  readonly water: number
  readonly ofClass: number
  readonly like: number
}

/** Natural logs a strike by which one way of foretelling is better than another, with limits over trips. */
export interface Skill {
  readonly perStrike: number
  readonly lower: number
  readonly upper: number
}

/** Stints of which about as many strikes were expected: how many were, how many came, and how many could have by the trips' scatter. */
export interface CalibrationBin {
  readonly stints: number
  readonly expected: number
  readonly observed: number
  readonly lower: number
  readonly upper: number
}

/**
 * log p of a count whose mean is itself uncertain and whose strikes come in flurries.
 *
 * Given      the count, its mean, the relative variance of the mean, variance over mean of strikes at a known rate
 * Source     negative binomial of the same mean and variance: McCullagh & Nelder (1989) §6.2.3
 */
export function logNegativeBinomial(y: number, mean: number, spread: number, dispersion: number): number {
  const mu = Math.max(mean, 1e-6)
  const size = mu / Math.max(dispersion - 1 + mu * spread, 1e-6)
  return (
    logGamma(y + size) -
    logGamma(size) -
    logGamma(y + 1) +
    size * Math.log(size / (size + mu)) +
    y * Math.log(mu / (size + mu))
  )
}

/**
 * What the model gained a strike, with limits by leaving out trip after trip.
 *
 *   Σ gain / Σ strikes;  Var = (n − 1)/n · Σ (without trip t − their mean)²
 *
 * Given      stints as they were foretold, and what is gained by one
 * Returned   90 % limits, by the normal distribution
 * Source     jackknife: Efron & Tibshirani, An Introduction to the Bootstrap (1993) ch. 11
 */
export function jackknifed(foretold: readonly Foretold[], gainOf: (one: Foretold) => number): Skill {
  const trips = new Map<string, { gain: number; strikes: number }>()
  for (const one of foretold) {
    const own = trips.get(one.trip) ?? { gain: 0, strikes: 0 }
    trips.set(one.trip, { gain: own.gain + gainOf(one), strikes: own.strikes + one.strikes })
  }
  const all = [...trips.values()].reduce(
    (sum, { gain, strikes }) => ({ gain: sum.gain + gain, strikes: sum.strikes + strikes }),
    { gain: 0, strikes: 0 },
  )
  const perStrike = all.gain / Math.max(1, all.strikes)
  const without = [...trips.values()].map(({ gain, strikes }) => (all.gain - gain) / Math.max(1, all.strikes - strikes))
  const mean = without.reduce((sum, one) => sum + one, 0) / without.length
  const n = without.length
  const error = Math.sqrt(((n - 1) / n) * without.reduce((sum, one) => sum + (one - mean) ** 2, 0))
  const z = normalQuantile(1 - alphaOf({}) / 2)
  return { perStrike, lower: perStrike - z * error, upper: perStrike + z * error }
}

const BINS = 10

/**
 * What came against what was expected, by tenths of the stints in order of what was expected.
 *
 * Given      stints as they were foretold
 * Returned   per tenth: strikes expected and counted, 90 % limits by how trips scatter about what was expected of them
 * Source     limits by clusters: Liang & Zeger, Biometrika 73 (1986) 13, trips for clusters; from memory
 */
export function calibrationOf(foretold: readonly Foretold[]): CalibrationBin[] {
  const sorted = [...foretold].sort((one, other) => one.expected - other.expected)
  const z = normalQuantile(1 - alphaOf({}) / 2)
  return Array.from({ length: BINS }, (_, b) => {
    const bin = sorted.slice(Math.floor((b * sorted.length) / BINS), Math.floor(((b + 1) * sorted.length) / BINS))
    const off = new Map<string, number>()
    for (const { trip, strikes, expected } of bin) off.set(trip, (off.get(trip) ?? 0) + strikes - expected)
    const error = Math.sqrt([...off.values()].reduce((sum, one) => sum + one * one, 0))
    const observed = bin.reduce((sum, { strikes }) => sum + strikes, 0)
    return {
      stints: bin.length,
      expected: bin.reduce((sum, one) => sum + one.expected, 0),
      observed,
      lower: Math.max(0, observed - z * error),
      upper: observed + z * error,
    }
  }).filter(({ stints }) => stints > 0)
}
