import { QuestionError, at } from '../../checked/index.ts'
import { findCrossing, tCdf, tQuantile } from '../../numerics/index.ts'
import {
  NO_EXPOSURE,
  alphaOf,
  aroundFit,
  fitFrailty,
  frailtyModel,
  plusExposure,
  submatrix,
} from '../../stats/index.ts'
import type { Confidence, Exposure, FrailtyFit, FrailtyModel, FrailtyTerm, FrailtyTrip } from '../../stats/index.ts'
import type { TimeOfDay } from './timeOfDay.ts'

/** Hours of A or B at one time of day. */
export interface SideAtHour extends Exposure {
  readonly side: 'a' | 'b'
  /** Its place among the levels of the time of day. */
  readonly hour: number
}

/** A trip on which A, B or both were thrown, and what was known of it at launch, as numbers. */
export interface TripPair {
  readonly a: Exposure
  readonly b: Exposure
  /** Covariates, of equal length on all trips; none may depend on a strike. */
  readonly known: readonly number[]
  /** The same hours and strikes apart by time of day, where it is held. */
  readonly byHour?: readonly SideAtHour[]
}

export interface WithinRatio {
  /** Rate of A over rate of B. Null where one of them never struck. */
  readonly ratio: number | null
  readonly lower: number
  /** Infinite where B never struck. */
  readonly upper: number
  /** Two-sided, of equal rates. */
  readonly pValue: number
  /** Of the logarithm of the ratio; null where there is none. */
  readonly seLogRatio: number | null
  readonly converged: boolean
}

export interface WithinOptions extends Confidence {
  /** Variance over mean of strikes, from their flurries. Default 1: they come singly. */
  readonly dispersion?: number
  /** What the time of day does, from hours that are neither A nor B; held where it is given. */
  readonly timeOfDay?: TimeOfDay | undefined
}

/** A weak pull of the launch's factors towards one: sd of their logarithms. (ours) */
const COVARIATE_SD = 1
/** The common rate and the ratio are as good as free. */
const FREE_SD = 30
const FARTHEST_LOG_RATIO = 6
const [RATE, RATIO, FIRST] = [0, 1, 2]

/**
 * Ratio of two rates with a luck of its own for each trip, by a gamma-frailty Poisson model (`fitFrailty`).
 *
 *   y ~ luck·h·exp(β0 + ρ·[A] + x·β + γ_hour), x what was known at launch, γ with the prior that other hours give it; counts and hours are
 *   taken over the dispersion of flurries; limits by profile likelihood, as wide as Student's t with the trips that tell of ρ makes them
 *
 * Given      hours and strikes of A and B by trip; trips with only one of them tell of luck and launch
 * Returned   e^ρ, A over B
 * Valid for  exposure that was chosen by what had been seen before it: picking a lure up after blanks, or keeping on while it bites, does
 *            not spoil it
 * Source     Andersen & Gill, Ann. Statist. 10 (1982) 1100 (predictable exposure); gamma frailty: Clayton, Biometrika 65 (1978) 141;
 *            quasi-likelihood of overdispersed counts: McCullagh & Nelder, Generalized Linear Models (1989) ch. 9
 */
export const randomTripRatio = (trips: readonly TripPair[], options: WithinOptions = {}): WithinRatio =>
  fitRandomTrips(trips, options).found

/** What the hours of the clock do, after A and B have told of it too. */
export interface HourEffects {
  readonly effects: Float64Array
  /** Covariance, row by row. */
  readonly covariance: Float64Array
}

/**
 * The ratio by itself: limits and chances take several times as long.
 *
 * Given      as `randomTripRatio`
 * Returned   its logarithm with its error; null where A or B never struck
 * Source     `randomTripRatio`
 */
export function randomTripEstimate(
  trips: readonly TripPair[],
  options: WithinOptions = {},
): { readonly logRatio: number; readonly error: number } | null {
  const sums = sumsOf(trips)
  if (sums.a.events === 0 || sums.b.events === 0) return null
  const { peak, variance } = peakOf(trips, sums, options)
  return { logRatio: peak, error: Math.sqrt(variance) }
}

/** The same, with what the hour does where it was held. */
export function fitRandomTrips(
  trips: readonly TripPair[],
  options: WithinOptions = {},
): { readonly found: WithinRatio; readonly hours: HourEffects | null } {
  const alpha = alphaOf(options)
  const sums = sumsOf(trips)
  if (sums.a.events + sums.b.events === 0)
    return {
      found: { ratio: null, lower: 0, upper: Infinity, pValue: 1, seLogRatio: null, converged: true },
      hours: null,
    }
  const { used, model, joint, covariance, peak, variance } = peakOf(trips, sums, options)
  let warm: FrailtyFit = joint
  /** The best likelihood at a log ratio, looked for along the tangent of the profile. */
  const profile = (logRatio: number): number => {
    const further = (logRatio - at(warm.coefficients, RATIO)) / variance
    const coefficients = warm.coefficients.map(
      (one, i) => one + further * at(covariance, RATIO * model.coefficients + i),
    )
    coefficients[RATIO] = logRatio
    warm = fitFrailty(model, { coefficients, logShape: warm.logShape }, RATIO)
    return warm.value
  }
  const degrees = Math.max(1, tripsThatTell(used) - 1)
  const bound = tQuantile(1 - alpha / 2, degrees)
  const rootAt = (logRatio: number): number => Math.sqrt(2 * Math.max(0, joint.value - profile(logRatio)))
  const error = Math.sqrt(variance)
  const limit = (direction: 1 | -1): number => {
    warm = joint
    const guess = Math.max(CLOSE, Math.min(FARTHEST_LOG_RATIO, LITTLE_MORE * bound * error))
    return peak + direction * edge((distance) => rootAt(peak + direction * distance), bound, guess)
  }
  const [neverA, neverB] = [sums.a.events === 0, sums.b.events === 0]
  const found = {
    ratio: neverA || neverB ? null : Math.exp(peak),
    lower: neverA ? 0 : Math.exp(limit(-1)),
    upper: neverB ? Infinity : Math.exp(limit(1)),
    pValue: 2 * (1 - tCdf(rootAt(0), degrees)),
    seLogRatio: neverA || neverB ? null : error,
    converged: joint.converged,
  }
  return { found, hours: options.timeOfDay ? hourEffects(joint, covariance, options.timeOfDay.levels.length) : null }
}

interface Sums {
  readonly a: Exposure
  readonly b: Exposure
}

/** Hours and strikes of A and of B. Throws QuestionError where one of them has no hours. */
function sumsOf(trips: readonly TripPair[]): Sums {
  const sum = (side: 'a' | 'b'): Exposure => trips.reduce((total, trip) => plusExposure(total, trip[side]), NO_EXPOSURE)
  const sums = { a: sum('a'), b: sum('b') }
  if (!(sums.a.exposureHours > 0 && sums.b.exposureHours > 0))
    throw new QuestionError(`${sums.a.exposureHours > 0 ? 'B' : 'A'} has no hours: there is nothing to compare`)
  return sums
}

/** The model at its best, and the log ratio with its variance there. */
function peakOf(trips: readonly TripPair[], { a, b }: Sums, options: WithinOptions) {
  const used = trips.filter((trip) => trip.a.exposureHours + trip.b.exposureHours > 0)
  const model = modelOf(used, options)
  const begin = new Float64Array(model.coefficients)
  begin[RATE] = at(model.priorMean, RATE)
  begin[RATIO] = Math.log((a.events + 0.5) / a.exposureHours / ((b.events + 0.5) / b.exposureHours))
  const joint = fitFrailty(model, { coefficients: begin, logShape: Math.log(4) })
  const peak = Math.max(-FARTHEST_LOG_RATIO, Math.min(FARTHEST_LOG_RATIO, at(joint.coefficients, RATIO)))
  const { covariance } = aroundFit(model, joint)
  return { used, model, joint, covariance, peak, variance: at(covariance, RATIO * model.coefficients + RATIO) }
}

function hourEffects({ coefficients }: FrailtyFit, covariance: Float64Array, hours: number): HourEffects {
  const first = coefficients.length - hours
  const kept = Array.from({ length: hours }, (_, i) => first + i)
  return { effects: coefficients.slice(first), covariance: submatrix(covariance, coefficients.length, kept) }
}

function modelOf(trips: readonly TripPair[], { dispersion = 1, timeOfDay }: WithinOptions): FrailtyModel {
  const width = trips[0]?.known.length ?? 0
  const hours = timeOfDay?.levels.length ?? 0
  const coefficients = FIRST + width + hours
  const laid = trips.map(({ a, b, known, byHour }): FrailtyTrip => {
    const launch = known.flatMap((value, i): FrailtyTerm[] => (value === 0 ? [] : [[FIRST + i, value]]))
    const sides: readonly (Exposure & { readonly side: 'a' | 'b'; readonly hour?: number })[] =
      timeOfDay && byHour
        ? byHour
        : [
            { side: 'a', ...a },
            { side: 'b', ...b },
          ]
    const cells = sides
      .filter(({ exposureHours }) => exposureHours > 0)
      .map(({ side, hour, events, exposureHours }) => ({
        events: events / dispersion,
        exposureHours: exposureHours / dispersion,
        terms: [
          ...(side === 'a' ? [[RATIO, 1] as const] : []),
          ...(hour === undefined ? [] : [[FIRST + width + hour, 1] as const]),
        ],
      }))
    return { terms: [[RATE, 1], ...launch], cells }
  })
  const all = laid.flatMap(({ cells }) => cells)
  const [events, exposure] = all.reduce(([y, h], cell) => [y + cell.events, h + cell.exposureHours], [0, 0])
  const priorMean = new Float64Array(coefficients)
  priorMean[RATE] = Math.log(Math.max(0.5, events) / exposure)
  const priorPrecision = new Float64Array(coefficients * coefficients)
  for (let i = 0; i < FIRST + width; i++)
    priorPrecision[i * coefficients + i] = 1 / (i < FIRST ? FREE_SD : COVARIATE_SD) ** 2
  for (let i = 0; i < hours; i++) {
    priorMean[FIRST + width + i] = at(timeOfDay?.effects ?? [], i)
    for (let j = 0; j < hours; j++)
      priorPrecision[(FIRST + width + i) * coefficients + FIRST + width + j] = at(
        timeOfDay?.precision ?? [],
        i * hours + j,
      )
  }
  return frailtyModel({ trips: laid, coefficients, priorMean, priorPrecision })
}

/** How many trips of equal weight would tell as much of the ratio. */
function tripsThatTell(trips: readonly TripPair[]): number {
  const shares = trips.map(({ a, b }) => a.exposureHours / (a.exposureHours + b.exposureHours))
  const hours = trips.map(({ a, b }) => a.exposureHours + b.exposureHours)
  const mean = shares.reduce((sum, share, t) => sum + share * at(hours, t), 0) / hours.reduce((sum, h) => sum + h, 0)
  const weights = shares.map((share, t) => at(hours, t) * (share * (1 - share) + (share - mean) ** 2))
  const [sum, squares] = weights.reduce(([s, q], w) => [s + w, q + w * w], [0, 0])
  return squares > 0 ? sum ** 2 / squares : 1
}

const CLOSE = 1e-4
/** As far as the error says, and a little farther, so that the first look lies outside. */
const LITTLE_MORE = 1.1

/** Where the profile leaves its limits in one direction: there the root of the deviance, near a straight line, is `bound`. */
function edge(rootAt: (distance: number) => number, bound: number, guess: number): number {
  const over = (distance: number): number => rootAt(distance) - bound
  let inside = { x: 0, y: -bound }
  let outside = { x: guess, y: over(guess) }
  while (outside.y < 0) {
    inside = outside
    const x = 2 * inside.x
    if (x > 4 * FARTHEST_LOG_RATIO) return Infinity
    outside = { x, y: over(x) }
  }
  return findCrossing(over, inside, outside, CLOSE)
}
