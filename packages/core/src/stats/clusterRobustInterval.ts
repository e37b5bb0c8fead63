import { at } from '../checked/index.ts'
import { findRootFromZero, tQuantile } from '../numerics/index.ts'
import { alphaOf } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'
import { flurryMean } from './boutSize.ts'

export interface ClusterRobustOptions extends Confidence {
  /** Variance of the log rate from trip to trip, from the whole book; needed below ten trips and where there is no strike. Default 0. */
  readonly tripVariance?: number
  /** Variance over mean of strikes within a trip, from the book's flurries. Where it is not given these trips are asked for it. */
  readonly dispersion?: number
}

/** From so many trips up a group's own trips tell how far they spread (analysis.md §3; ours). */
export const ENOUGH_TRIPS = 10
/** The book's own spread counts for so many trips (ours, by simulation). */
const BOOKS_TRIPS = 10

/**
 * Confidence interval of a strike rate that knows that trips differ and that strikes come in flurries.
 *
 *   rate · exp(±q·se),  se² = T/(T−1) · Σ(y_t − r h_t)² / n²         from ten trips up, q from Student's t with T − 1 degrees; where σ²
 *                                                                    is given, averaged with the below as worth ten trips
 *                       se² = φ/n + σ² Σh_t² / (Σh_t)²               below, q from Student's t as if with ten trips more, σ² and φ the book's
 *   without strikes: 0 to the rate r at which Π(1 + σ² r h_t/m)^(−1/σ²) = α/2, m = (φ + 1)/2 strikes to a flurry (exp(−r Σh/m) for σ² = 0)
 *
 * Given      strikes and hours of each trip (hours > 0), confidence (default 0.9), the book's σ²
 * Returned   lower and upper rate (strikes an hour)
 * Throws     RangeError for lists of different length, no trip, or hours that are not positive
 * Valid for  trips that are independent of one another
 * Source     cluster-robust variance of a ratio: Cochran, Sampling Techniques (1977) ch. 6; below ten trips ours, by simulation
 */
export function clusterRobustInterval(
  tripCounts: ArrayLike<number>,
  tripHours: ArrayLike<number>,
  options: ClusterRobustOptions = {},
): Interval {
  const alpha = alphaOf(options)
  const { tripVariance = 0, dispersion = ownDispersion(tripCounts, tripHours, tripVariance) } = options
  const trips = tripCounts.length
  if (trips !== tripHours.length || trips === 0)
    throw new RangeError(`one count and one span of hours a trip: ${trips} counts, ${tripHours.length} spans`)
  let [strikes, hours] = [0, 0]
  for (let t = 0; t < trips; t++) {
    const h = at(tripHours, t)
    if (!(h > 0)) throw new RangeError(`each trip must have more than 0 hours: ${h}`)
    strikes += at(tripCounts, t)
    hours += h
  }
  if (strikes === 0)
    return { lower: 0, upper: flurryMean(dispersion) * upperWithoutStrikes(tripHours, hours, alpha, tripVariance) }
  const rate = strikes / hours
  const { error, degrees } = logRateError(tripCounts, tripHours, { tripVariance, dispersion })
  const half = tQuantile(1 - alpha / 2, degrees) * error
  return { lower: rate * Math.exp(-half), upper: rate * Math.exp(half) }
}

/** What stands in for a few trips that cannot tell how strikes come together: flurries of one and a half, on so many trips. (ours) */
const USUAL = { dispersion: 2, trips: 6 } as const

/** How far trips scatter beyond Poisson and their spread, drawn to what is usual. */
function ownDispersion(counts: ArrayLike<number>, hours: ArrayLike<number>, tripVariance: number): number {
  const sum = (values: ArrayLike<number>): number => Array.from(values).reduce((total, value) => total + value, 0)
  const rate = sum(counts) / sum(hours)
  if (rate === 0) return 1
  let squares = 0
  for (let t = 0; t < counts.length; t++) {
    const due = rate * at(hours, t)
    squares += (at(counts, t) - due) ** 2 / due - tripVariance * due
  }
  return Math.max(
    1,
    (Math.max(0, squares) + USUAL.dispersion * USUAL.trips) / (Math.max(1, counts.length - 1) + USUAL.trips),
  )
}

/**
 * Error of the log of a rate that has strikes, and the degrees of freedom of its quantile.
 *
 * Given      as `clusterRobustInterval`
 * Source     as `clusterRobustInterval`
 */
export function logRateError(
  tripCounts: ArrayLike<number>,
  tripHours: ArrayLike<number>,
  { tripVariance, dispersion }: { readonly tripVariance: number; readonly dispersion: number },
): { error: number; degrees: number } {
  const trips = tripCounts.length
  let [strikes, hours, squares] = [0, 0, 0]
  for (let t = 0; t < trips; t++) {
    strikes += at(tripCounts, t)
    hours += at(tripHours, t)
    squares += at(tripHours, t) ** 2
  }
  const own = trips >= ENOUGH_TRIPS ? robustVariance(tripCounts, tripHours, strikes / hours, strikes) : 0
  const ofBook = dispersion / strikes + (tripVariance * squares) / hours ** 2
  if (own === 0) return { error: Math.sqrt(ofBook), degrees: trips - 1 + BOOKS_TRIPS }
  // A few trips seldom hold a rare great day: the book's spread, where it is known, counts for as many trips again.
  const borrowed = tripVariance > 0 || dispersion > 1 ? BOOKS_TRIPS : 0
  const degrees = trips - 1 + borrowed
  return { error: Math.sqrt(((trips - 1) * own + borrowed * ofBook) / degrees), degrees }
}

function robustVariance(counts: ArrayLike<number>, hours: ArrayLike<number>, rate: number, strikes: number): number {
  let sum = 0
  for (let t = 0; t < counts.length; t++) sum += (at(counts, t) - rate * at(hours, t)) ** 2
  return ((counts.length / (counts.length - 1)) * sum) / strikes ** 2
}

/** The chance of no strike falls with the rate, down to α/2. */
function upperWithoutStrikes(tripHours: ArrayLike<number>, hours: number, alpha: number, variance: number): number {
  const logChance = (rate: number): number => {
    if (variance <= 0) return -rate * hours
    let sum = 0
    for (let t = 0; t < tripHours.length; t++) sum -= Math.log1p(variance * rate * at(tripHours, t)) / variance
    return sum
  }
  const target = Math.log(alpha / 2)
  return findRootFromZero((rate) => logChance(rate) - target, 1 / hours)
}
