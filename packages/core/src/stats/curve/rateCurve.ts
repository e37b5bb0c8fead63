import { at } from '../../checked/index.ts'
import { cholesky, drawNormal, newtonMaximum, normalQuantile, seededRandom } from '../../numerics/index.ts'
import { alphaOf } from '../confidence.ts'
import type { Confidence } from '../confidence.ts'
import { cubicBasis } from './splineBasis.ts'
import type { SplineBasis } from './splineBasis.ts'
import { curveData } from './curveData.ts'
import type { CurveRows, RateCurveData } from './curveData.ts'
import { CurveFitter } from './penalisedFit.ts'
import type { PenalisedFit, Start } from './penalisedFit.ts'

export interface RateCurveOptions extends Confidence {
  /** Where the curve is wanted; default 50 places over the range. */
  readonly points?: ArrayLike<number>
  /** Number of B-splines; default 12. */
  readonly basis?: number
  /** Variance over mean of strikes within a trip, from their flurries; where it is not given, and trips are, they are asked for it. */
  readonly dispersion?: number
}

export interface RateCurvePoint {
  readonly x: number
  /** Strikes an hour on the middle trip. */
  readonly rate: number
  readonly lower: number
  readonly upper: number
  readonly simultaneousLower: number
  readonly simultaneousUpper: number
}

export interface RateCurve {
  /** Effective degrees of freedom of the curve, its level included. */
  readonly edf: number
  readonly lambda: number
  readonly tripSd: number | null
  readonly points: RateCurvePoint[]
  /** Where the whole band lies over the book's mean rate: the longest such stretch. */
  readonly window: { readonly from: number; readonly to: number } | null
}

const POINTS = 50
/** Places along the curve at which its band and window are looked for. */
const FINE = 100
const BASIS = 12
const DRAWS = 4000
const SEED = 1
const FIRST_TRIP_SD = 0.4
/** From a curve that follows every row to a straight line; from trips as good as alike to ones worlds apart. */
const LOG_LAMBDA = [-15, 20] as const
const LOG_TRIP_SD = [-7, 2] as const

/**
 * The rate along one condition as a smooth curve.
 *
 *   y ~ Poisson(h·exp(f(x) + u_trip)), f a cubic P-spline with second differences penalised, u ~ Normal(0, σ²); λ and σ by restricted
 *   maximum likelihood (Laplace)
 *
 * Given      condition, strikes and hours of each row, and its trip if trips differ; rows without hours or condition are left out
 * Returned   the curve with pointwise limits and a simultaneous band (limits that hold along all of it at once, from seeded draws of the
 *            coefficients); the window where that band lies above the book's mean
 * Throws     RangeError for fewer than two different values of the condition, columns of unequal length, a basis under 5; for fewer than
 *            five strikes, strikes at one place or on one trip alone, or a curve that runs off to nothing beside them
 * Valid for  rates on the middle trip: the mean trip's are higher by e^(σ²/2)
 * Accuracy   log λ 1e-2, log rate 1e-3 of R's mgcv; books of many rows are read to two thousandths of the range (`curveData`)
 * Source     Eilers & Marx (1996); Wood, J. R. Statist. Soc. B 73 (2011) 3; Ruppert, Wand & Carroll, Semiparametric Regression (2003) §6.5
 */
export function fitRateCurve(given: RateCurveData, options: RateCurveOptions = {}): RateCurve {
  const { basis: size = BASIS } = options
  if (!(Number.isInteger(size) && size >= 5)) throw new RangeError(`basis must be a whole number, 5 or more: ${size}`)
  const data = curveData(given)
  const [low, high] = data.range
  if (!(high > low))
    throw new RangeError(`a curve needs at least two different values of the condition, not only ${low}`)
  refuseTooFew(data)
  const basis = cubicBasis(low, high, size)
  const fitter = new CurveFitter(
    overDispersion(data, options.dispersion ?? dispersionOf(data, size, basis)),
    size,
    basis,
  )
  const start = fitter.start()
  const withTrips = data.trips > 0
  const score = (at_: Float64Array): number => {
    const reml = fitter.fit(Math.exp(at(at_, 0)), withTrips ? Math.exp(at(at_, 1)) : 1, start).reml
    return Number.isFinite(reml) ? reml : -Infinity
  }
  const near = nearMaximum(fitter, start, withTrips)
  const best = newtonMaximum(score, near, { bounds: [LOG_LAMBDA, LOG_TRIP_SD] })
  const lambda = Math.exp(at(best.x, 0))
  const tripSd = withTrips ? Math.exp(at(best.x, 1)) : null
  const atModes = fitter.fit(lambda, tripSd ?? 1, start)
  refuseRunaway(atModes, basis, data)
  const fit = { ...atModes, coefficients: fitter.marginal(atModes, start, tripSd ?? 1) }
  const others = likelyFits(fitter, start, { logLambda: Math.log(lambda), tripSd: tripSd ?? 1, best: atModes.reml })
  const along = (count: number): number[] =>
    Array.from({ length: count }, (_, i) => low + ((high - low) * i) / (count - 1))
  // Band and window are those of the whole curve, however few points of it are wanted.
  const alpha = alphaOf(options)
  const band = bandOf(along(FINE), { basis, fit }, others, alpha)
  const points = pointsOf(options.points ? Array.from(options.points) : along(POINTS), { basis, fit }, alpha, band)
  const mean = meanRate(data) * Math.exp(-((tripSd ?? 0) ** 2) / 2)
  return {
    edf: fit.edf,
    lambda,
    tripSd,
    points,
    window: windowOf(pointsOf(along(FINE), { basis, fit }, alpha, band), mean),
  }
}

/** Counts and hours as if strikes came singly, as many as tell as much. */
const overDispersion = (data: CurveRows, dispersion: number): CurveRows => ({
  ...data,
  events: data.events.map((y) => y / dispersion),
  logHours: data.logHours.map((h) => h - Math.log(dispersion)),
})

/**
 * Variance over mean of strikes within trips, whatever the luck of each: from pairs of strikes that fall into one stretch of an hour.
 *
 *   φ = 1 + Σ_trips [Σ y·(y − 1) − n·(n − 1)·S] / Σ_trips n·(1 − S),  S = Σ m²/M², m what the curve expects of each stretch of a trip
 *
 * 1 without trips, for then a trip's luck would pass for flurries. Source: factorial moments of clustered counts (Neyman & Scott, J. R.
 * Stat. Soc. B 20 (1958) 1); the use is ours.
 */
function dispersionOf(data: CurveRows, size: number, basis: SplineBasis): number {
  if (data.trips === 0) return 1
  const fitter = new CurveFitter(data, size, basis)
  const start = fitter.start()
  nearMaximum(fitter, start, true)
  let [pairs, strikes] = [0, 0]
  for (const stretches of fitter.stretches(start).values()) {
    const [n, expected] = stretches.reduce(([y, m], one) => [y + one.events, m + one.expected], [0, 0])
    const together = stretches.reduce((sum, one) => sum + (one.expected / expected) ** 2, 0)
    pairs += stretches.reduce((sum, { events }) => sum + events * (events - 1), 0) - n * (n - 1) * together
    strikes += n * (1 - together)
  }
  return strikes > 0 ? Math.max(1, 1 + pairs / strikes) : 1
}

const LEAST_STRIKES = 5
/** An error of a log rate so large says nothing: e^±10. */
const NO_TELLING = 6

function refuseTooFew({ events, x, trip, trips }: CurveRows): void {
  const strikes = events.reduce((sum, y) => sum + y, 0)
  const struck = Array.from(events, (_, row) => row).filter((row) => at(events, row) > 0)
  if (strikes < LEAST_STRIKES)
    throw new RangeError(`a curve needs ${LEAST_STRIKES} strikes or more, and these hours had ${strikes}`)
  if (new Set(struck.map((row) => at(x, row))).size < 2)
    throw new RangeError(`every strike came at ${at(x, struck[0]!)}: that makes no curve`)
  if (trips > 0 && new Set(struck.map((row) => at(trip, row))).size < 2)
    throw new RangeError('every strike came on one trip: what is the trip and what the condition cannot be told')
}

/** Where all strikes lie at an end the curve falls to nothing beside them, at no place that the hours could tell. */
function refuseRunaway(fit: PenalisedFit, basis: SplineBasis, { range: [low, high], events, x }: CurveRows): void {
  const errors = [low, (low + high) / 2, high].map((place) => errorAt(basis.at(place), fit))
  if (errors.every((error) => error < NO_TELLING)) return
  const struck = Array.from(x).filter((_, row) => at(events, row) > 0)
  const [from, to] = [Math.min(...struck), Math.max(...struck)]
  throw new RangeError(`every strike came between ${from} and ${to}: how fast the rate falls beside it cannot be told`)
}

const MOST_ROUNDS = 12
/** In logarithms. */
const NEAR = 0.05

/** About where the restricted likelihood is highest: ln λ and, with trips, ln σ. Each round costs one fit. */
function nearMaximum(fitter: CurveFitter, start: Start, withTrips: boolean): number[] {
  let near = [0, Math.log(FIRST_TRIP_SD)]
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { better } = fitter.fit(Math.exp(at(near, 0)), withTrips ? Math.exp(at(near, 1)) : 1, start)
    const next = [within(Math.log(better.lambda), LOG_LAMBDA), within(Math.log(better.tripSd), LOG_TRIP_SD)].map(
      (one, i) => (Number.isNaN(one) ? at(near, i) : one),
    )
    const moved = Math.max(...next.slice(0, withTrips ? 2 : 1).map((one, i) => Math.abs(one - at(near, i))))
    near = next
    if (moved < NEAR) break
  }
  return withTrips ? near : near.slice(0, 1)
}

const within = (value: number, [low, high]: readonly [number, number]): number => Math.min(Math.max(value, low), high)

const meanRate = ({ events, logHours }: CurveRows): number =>
  events.reduce((sum, y) => sum + y, 0) / logHours.reduce((sum, log) => sum + Math.exp(log), 0)

type BasisRow = ReturnType<SplineBasis['at']>
const weighted = ({ first, values }: BasisRow, of: (index: number) => number): number =>
  values.reduce((sum, value, a) => sum + value * of(first + a), 0)

function errorAt(row: BasisRow, { coefficients, covariance }: PenalisedFit): number {
  const k = coefficients.length
  return Math.sqrt(weighted(row, (i) => weighted(row, (j) => at(covariance, i * k + j))))
}

interface FittedCurve {
  readonly basis: SplineBasis
  readonly fit: PenalisedFit
}

function pointsOf(wanted: readonly number[], { basis, fit }: FittedCurve, alpha: number, band: Band): RateCurvePoint[] {
  const pointwise = normalQuantile(1 - alpha / 2)
  return wanted.map((x) => {
    const row = basis.at(x)
    const [log, error] = [weighted(row, (j) => at(fit.coefficients, j)), errorAt(row, fit)]
    const limit = (factor: number): number => Math.exp(log + factor * error)
    return {
      x,
      rate: Math.exp(log),
      lower: limit(-pointwise),
      upper: limit(pointwise),
      simultaneousLower: Math.exp(log - band.factor * band.errorAt(x)),
      simultaneousUpper: Math.exp(log + band.factor * band.errorAt(x)),
    }
  })
}

/** A fit at one of the smoothings that the strikes leave likely, and how likely. */
interface LikelyFit {
  readonly fit: PenalisedFit
  readonly weight: number
}

const SMOOTHING_STEP = 1.5
const MOST_SMOOTHINGS = 8
/** Less likely than the best by e to this power: left out. */
const UNLIKELY = 4
/** A curve of fewer degrees of freedom is a straight line, whatever its smoothing. */
const STRAIGHT = 2.1

/** Fits at smoothings about the best one, each with its weight by restricted likelihood: how smooth the curve is, is not known either. */
function likelyFits(
  fitter: CurveFitter,
  start: Start,
  { logLambda, tripSd, best }: { readonly logLambda: number; readonly tripSd: number; readonly best: number },
): LikelyFit[] {
  const fits: LikelyFit[] = []
  const from = { coefficients: start.coefficients, effects: start.effects }
  const add = (log: number): boolean => {
    const atModes = fitter.fit(Math.exp(log), tripSd, from)
    const likely = Number.isFinite(atModes.reml) && atModes.reml > best - UNLIKELY
    if (likely)
      fits.push({
        fit: { ...atModes, coefficients: fitter.marginal(atModes, from, tripSd) },
        weight: Math.exp(atModes.reml - best - (log - logLambda) / 2),
      })
    return likely && atModes.edf > STRAIGHT
  }
  // Of all that are straight lines one is enough.
  let wiggly = logLambda
  while (fitter.fit(Math.exp(wiggly - SMOOTHING_STEP), tripSd, from).edf < STRAIGHT && wiggly > LOG_LAMBDA[0])
    wiggly -= SMOOTHING_STEP
  add(wiggly)
  for (let i = 1; i <= MOST_SMOOTHINGS && (add(wiggly - i * SMOOTHING_STEP) || i === 1); i++);
  for (let i = 1; i <= MOST_SMOOTHINGS && add(wiggly + i * SMOOTHING_STEP); i++);
  return fits
}

/** Limits along a whole curve: so many errors wide. */
interface Band {
  readonly factor: number
  readonly errorAt: (x: number) => number
}

/**
 * Limits that hold along all of a curve at once: curves are drawn at every likely smoothing; the error at a place is how far they lie from
 * ours there, and the factor the quantile of the largest of their deviations.
 */
function bandOf(
  places: readonly number[],
  { basis, fit }: FittedCurve,
  others: readonly LikelyFit[],
  alpha: number,
): Band {
  const k = fit.coefficients.length
  const likely = others.length > 0 ? others : [{ fit, weight: 1 }]
  const total = likely.reduce((sum, { weight }) => sum + weight, 0)
  const errorOf = (x: number): number => {
    const row = basis.at(x)
    const own = weighted(row, (j) => at(fit.coefficients, j))
    const squares = likely.reduce(
      (sum, one) =>
        sum +
        one.weight * (errorAt(row, one.fit) ** 2 + (weighted(row, (j) => at(one.fit.coefficients, j)) - own) ** 2),
      0,
    )
    return Math.sqrt(squares / total)
  }
  const rows = places.map((x) => basis.at(x))
  const errors = places.map(errorOf)
  const random = seededRandom(SEED)
  const largest = likely.flatMap(({ fit: { coefficients, covariance }, weight }) => {
    const factor = cholesky(covariance, k)
    if (!factor) return []
    const [z, away] = [new Float64Array(k), new Float64Array(k)]
    return Array.from({ length: Math.round((DRAWS * weight) / total) }, () => {
      for (let i = 0; i < k; i++) {
        z[i] = drawNormal(random)
        let sum = coefficients[i]! - fit.coefficients[i]!
        for (let j = 0; j <= i; j++) sum += factor[i * k + j]! * z[j]!
        away[i] = sum
      }
      return farthest(away, rows, errors)
    })
  })
  const sorted = largest.sort((a, b) => a - b)
  return { factor: sorted[Math.ceil((1 - alpha) * sorted.length) - 1] ?? NaN, errorAt: errorOf }
}

/** How many errors a drawn curve lies away at most. Four thousand curves at a hundred places each: a plain loop. */
function farthest(away: Float64Array, rows: readonly BasisRow[], errors: readonly number[]): number {
  let most = 0
  for (let i = 0; i < rows.length; i++) {
    const { first, values } = rows[i]!
    let sum = 0
    for (let a = 0; a < values.length; a++) sum += values[a]! * away[first + a]!
    most = Math.max(most, Math.abs(sum) / errors[i]!)
  }
  return most
}

/** The longest stretch of neighbouring points whose band lies above a rate. */
function windowOf(points: readonly RateCurvePoint[], mean: number): RateCurve['window'] {
  const stretches: { from: number; to: number }[] = []
  points.forEach(({ x, simultaneousLower }, i) => {
    if (!(simultaneousLower > mean)) return
    const last = stretches.at(-1)
    if (last && last.to === points[i - 1]?.x) last.to = x
    else stretches.push({ from: x, to: x })
  })
  return stretches.sort((a, b) => b.to - b.from - (a.to - a.from))[0] ?? null
}
