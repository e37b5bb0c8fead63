import {
  cholesky,
  choleskyInverse,
  diagonalOfInverse,
  factorArrowhead,
  halvedStep,
  logDeterminant,
  logGamma,
  linesOf,
  solveArrowhead,
} from '../../numerics/index.ts'
import type { Arrowhead, Square } from '../../numerics/index.ts'
import type { SplineBasis } from './splineBasis.ts'

/** Rows of hours and strikes over one condition, and the trip of each (−1 throughout: no trip term). */
export interface CurveData {
  readonly x: Float64Array
  readonly events: Float64Array
  readonly logHours: Float64Array
  readonly trip: Int32Array
  readonly trips: number
}

export interface PenalisedFit {
  readonly coefficients: Float64Array
  /** Of the coefficients, trips integrated out. */
  readonly covariance: Square
  readonly edf: number
  /** Restricted log-likelihood, its constants included. */
  readonly reml: number
  /** A smoothing and a spread of trips of about the highest restricted likelihood, going by this fit. */
  readonly better: { readonly lambda: number; readonly tripSd: number }
  readonly converged: boolean
}

/** Strikes seen and expected of a stretch of a trip. */
export interface Stretch {
  readonly events: number
  readonly expected: number
}

/** Coefficients and trip effects that a fit may begin with. */
export interface Start {
  coefficients: Float64Array
  effects: Float64Array
}

const ORDER = 2
/** Flurries are over by then. (ours) */
const STRETCH_H = 1
const MOST_STEPS = 100
/** A Newton step that promises less than this share of the likelihood leaves about its square. */
const CLOSE = 2e-10

/**
 * DᵀD of second differences: what a curve is charged for bending.
 *
 * Given      the number of splines
 * Returned   size × size row by row
 * Source     Eilers & Marx, Stat. Sci. 11 (1996) 89, eq. 13
 */
export function differencePenalty(size: number): Square {
  const penalty = new Float64Array(size * size)
  for (let row = 0; row + ORDER < size; row++) {
    const weights = [1, -2, 1] as const
    for (let a = 0; a < 3; a++)
      for (let b = 0; b < 3; b++)
        penalty[(row + a) * size + row + b] = penalty[(row + a) * size + row + b]! + weights[a]! * weights[b]!
  }
  return penalty
}

/**
 * ln of the product of DᵀD’s eigenvalues that are not zero: ln|D·Dᵀ|.
 *
 * Given      the number of splines
 * Source     for the restricted likelihood: Wood, Generalized Additive Models (2017) §6.2.1
 */
export function logPseudoDeterminant(size: number): number {
  const n = size - ORDER
  const product = new Float64Array(n * n)
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) product[i * n + j] = [6, -4, 1][Math.abs(i - j)] ?? 0
  const factor = cholesky(product, n)
  return factor ? logDeterminant(factor, n) : NaN
}

/** The curve at one smoothing λ and one spread of trips, by penalised Newton steps; trips are a diagonal block beside the spline's. */
export class CurveFitter {
  private readonly firsts: Int32Array
  private readonly values: Float64Array
  private readonly penalty: Square
  private readonly logPenalty: number
  private readonly constant: number

  constructor(
    private readonly data: CurveData,
    private readonly size: number,
    basis: SplineBasis,
  ) {
    const n = data.x.length
    this.firsts = new Int32Array(n)
    this.values = new Float64Array(4 * n)
    for (let i = 0; i < n; i++) {
      const { first, values } = basis.at(data.x[i]!)
      this.firsts[i] = first
      this.values.set(values, 4 * i)
    }
    this.penalty = differencePenalty(size)
    this.logPenalty = logPseudoDeterminant(size)
    this.constant = data.events.reduce((sum, y) => sum + logGamma(y + 1), 0)
  }

  start(): Start {
    const { events, logHours, trips } = this.data
    const strikes = events.reduce((sum, y) => sum + y, 0)
    const hours = logHours.reduce((sum, log) => sum + Math.exp(log), 0)
    return {
      coefficients: new Float64Array(this.size).fill(Math.log(Math.max(strikes, 0.5) / hours)),
      effects: new Float64Array(trips),
    }
  }

  fit(lambda: number, tripSd: number, from: Start): PenalisedFit {
    const { size } = this
    const { trips } = this.data
    const precision = trips > 0 ? 1 / (tripSd * tripSd) : 0
    let { coefficients, effects } = from
    let mu = this.means(coefficients, effects)
    let value = this.penalised(mu, coefficients, effects, lambda, precision)
    let converged = false
    for (let step = 0; step < MOST_STEPS && !converged; step++) {
      const system = this.system(mu, lambda, precision)
      if (!system) break
      const move = this.step(system, mu, coefficients, effects, lambda, precision)
      const at = { coefficients, effects }
      const next = halvedStep(
        (share) => ({
          coefficients: moved(at.coefficients, move.coefficients, share),
          effects: moved(at.effects, move.effects, share),
        }),
        (tried) => {
          mu = this.means(tried.coefficients, tried.effects)
          return this.penalised(mu, tried.coefficients, tried.effects, lambda, precision)
        },
        value - 1e-12 * Math.abs(value),
      )
      converged = move.promised < CLOSE * (Math.abs(value) + 1)
      ;({ coefficients, effects } = next.place)
      value = next.height
    }
    from.coefficients = coefficients
    from.effects = effects
    const system = this.system(mu, lambda, precision)
    if (!system)
      return {
        coefficients,
        covariance: new Float64Array(size * size).fill(NaN),
        edf: NaN,
        reml: -Infinity,
        better: { lambda, tripSd },
        converged: false,
      }
    const covariance = choleskyInverse(system.factor, size)
    const logDet = system.logDeterminant
    const logPrior = this.logPenalty + (size - ORDER) * Math.log(lambda) + trips * Math.log(precision || 1)
    const reml = value - this.constant + logPrior / 2 - logDet / 2 + (ORDER / 2) * Math.log(2 * Math.PI)
    const edf = this.edf(covariance, lambda)
    const better = {
      lambda: (edf - ORDER) / this.roughness(coefficients),
      tripSd: this.betterTripSd(system, covariance, effects, precision),
    }
    return { coefficients, covariance, edf, reml, better, converged }
  }

  /** The coefficients at which the likelihood with trips integrated out is highest, by one step from where it is highest with trips at their modes. */
  marginal(fit: PenalisedFit, { effects }: Start, tripSd: number): Float64Array {
    const { size } = this
    const { trip, trips } = this.data
    if (trips === 0) return fit.coefficients
    const mu = this.means(fit.coefficients, effects)
    const precision = 1 / (tripSd * tripSd)
    const curvature = new Float64Array(trips).fill(precision)
    for (let i = 0; i < mu.length; i++) curvature[trip[i]!]! += mu[i]!
    // d(−½·ln H_t)/dβ = −½·Σ μ·x/(σ²·H_t²), the mode moving along.
    const slope = new Float64Array(size)
    for (let i = 0; i < mu.length; i++) {
      const pull = (-0.5 * mu[i]! * precision) / (curvature[trip[i]!] ?? 1) ** 2
      for (let a = 0; a < 4; a++) {
        const j = this.firsts[i]! + a
        slope[j]! += pull * this.values[4 * i + a]!
      }
    }
    return fit.coefficients.map((value, i) => {
      let step = value
      for (let j = 0; j < size; j++) step += fit.covariance[i * size + j]! * slope[j]!
      return step
    })
  }

  /** Stretches of an hour or so of each trip: what was seen, and what a fit expects. */
  stretches({ coefficients, effects }: Start): Map<number, Stretch[]> {
    const { trip, events, logHours } = this.data
    const open = new Map<number, { events: number; expected: number; hours: number }>()
    const byTrip = new Map<number, Stretch[]>()
    this.means(coefficients, effects).forEach((mu, i) => {
      const t = trip[i]!
      let own = open.get(t)
      if (!own) {
        open.set(t, (own = { events: 0, expected: 0, hours: 0 }))
        byTrip.set(t, [...(byTrip.get(t) ?? []), own])
      }
      own.events += events[i]!
      own.expected += mu
      own.hours += Math.exp(logHours[i]!)
      if (own.hours >= STRETCH_H) open.delete(t)
    })
    return byTrip
  }

  private means(coefficients: Float64Array, effects: Float64Array): Float64Array {
    const { logHours, trip } = this.data
    const { firsts, values } = this
    const mu = new Float64Array(logHours.length)
    for (let i = 0; i < mu.length; i++) {
      const first = firsts[i]!
      const t = trip[i]!
      let eta = logHours[i]!
      for (let a = 0; a < 4; a++) eta += values[4 * i + a]! * coefficients[first + a]!
      if (t >= 0) eta += effects[t]!
      mu[i] = Math.exp(eta)
    }
    return mu
  }

  // eslint-disable-next-line max-params -- where a fit stands, and its two smoothings
  private penalised(
    mu: Float64Array,
    coefficients: Float64Array,
    effects: Float64Array,
    lambda: number,
    precision: number,
  ): number {
    let sum = 0
    for (let i = 0; i < mu.length; i++) {
      const y = this.data.events[i]!
      sum += (y > 0 ? y * Math.log(mu[i]!) : 0) - mu[i]!
    }
    return sum - (lambda / 2) * this.roughness(coefficients) - (precision / 2) * dot(effects, effects)
  }

  /** Sum of the squared second differences. */
  private roughness(coefficients: Float64Array): number {
    let sum = 0
    for (let i = 0; i + 2 < this.size; i++)
      sum += (coefficients[i]! - 2 * coefficients[i + 1]! + coefficients[i + 2]!) ** 2
    return sum
  }

  /** Wood & Fasiolo, Biometrics 73 (2017) 1071: the effects' squares over what of their freedom the data use up. */
  private betterTripSd(system: Arrowhead, covariance: Square, effects: Float64Array, precision: number): number {
    const variances = diagonalOfInverse(system, this.size, covariance)
    let sum = 0
    for (let t = 0; t < effects.length; t++) sum += variances[t]!
    return Math.sqrt(dot(effects, effects) / (effects.length - precision * sum))
  }

  private system(mu: Float64Array, lambda: number, precision: number): Arrowhead | undefined {
    const { size: k, firsts, values } = this
    const { trip, trips } = this.data
    const spline = this.penalty.map((one) => lambda * one)
    const diagonal = new Float64Array(trips).fill(precision)
    const joint = new Float64Array(trips * k)
    // Of the symmetric block only the lower triangle is filled: no more of it is read.
    for (let i = 0; i < mu.length; i++) {
      const first = firsts[i]!
      const weight = mu[i]!
      const t = trip[i]!
      for (let a = 0; a < 4; a++) {
        const scaled = weight * values[4 * i + a]!
        const row = (first + a) * k + first
        if (t >= 0) joint[t * k + first + a]! += scaled
        for (let b = 0; b <= a; b++) spline[row + b]! += scaled * values[4 * i + b]!
      }
      if (t >= 0) diagonal[t]! += weight
    }
    return factorArrowhead(diagonal, linesOf(joint, diagonal.length), spline)
  }

  // eslint-disable-next-line max-params -- where a fit stands, and its two smoothings
  private step(
    system: Arrowhead,
    mu: Float64Array,
    coefficients: Float64Array,
    effects: Float64Array,
    lambda: number,
    precision: number,
  ): Step {
    const { size: k, firsts, values } = this
    const { events, trip, trips } = this.data
    const gradient = new Float64Array(k)
    const ofTrips = effects.map((effect) => -precision * effect)
    for (let i = 0; i < mu.length; i++) {
      const residual = events[i]! - mu[i]!
      const first = firsts[i]!
      for (let a = 0; a < 4; a++) gradient[first + a]! += residual * values[4 * i + a]!
      const t = trip[i]!
      if (t >= 0) ofTrips[t]! += residual
    }
    for (let a = 0; a < k; a++)
      for (let b = 0; b < k; b++) gradient[a]! -= lambda * this.penalty[a * k + b]! * coefficients[b]!
    const whole = new Float64Array(trips + k)
    whole.set(ofTrips)
    whole.set(gradient, trips)
    const move = solveArrowhead(system, whole)
    return { coefficients: move.slice(trips), effects: move.slice(0, trips), promised: dot(whole, move) / 2 }
  }

  /** Trace of what the data say against what the penalty says: k − λ·tr(V·S). */
  private edf(covariance: Square, lambda: number): number {
    let trace = 0
    for (let i = 0; i < covariance.length; i++) trace += covariance[i]! * this.penalty[i]!
    return this.size - lambda * trace
  }
}

/** A Newton step, and by how much it promises to raise the penalised likelihood. */
interface Step extends Start {
  readonly promised: number
}

const dot = (a: Float64Array, b: Float64Array): number => a.reduce((sum, one, i) => sum + one * b[i]!, 0)
const moved = (from: Float64Array, by: Float64Array, share: number): Float64Array =>
  from.map((value, i) => value + share * by[i]!)
