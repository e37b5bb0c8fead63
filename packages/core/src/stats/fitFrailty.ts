import { at } from '../checked/index.ts'
import {
  choleskyInverse,
  dampedFactor,
  dampedStep,
  digamma,
  halvedStep,
  logGamma,
  trigamma,
} from '../numerics/index.ts'
import type { Square } from '../numerics/index.ts'

/** Hours that agree in everything a model knows of them: their trip, and which coefficients speak of them, by which values. */
export interface FrailtyCell {
  readonly trip: number
  readonly events: number
  readonly exposureHours: number
  readonly terms: readonly (readonly [coefficient: number, value: number])[]
}

export interface FrailtyModel {
  readonly cells: readonly FrailtyCell[]
  readonly trips: number
  readonly coefficients: number
  /** Normal priors of the coefficients: where they are pulled to, and the inverse of their covariance, row by row. */
  readonly priorMean: Float64Array
  readonly priorPrecision: Square
}

export interface FrailtyFit {
  readonly coefficients: Float64Array
  /** ln of the gamma shape of the trips' luck. */
  readonly logShape: number
  /** The penalised log-likelihood there. */
  readonly value: number
  readonly converged: boolean
}

/** Prior of the trips' luck: relative sd about a half, between a fifth and one and a quarter for two books in three. (ours) */
const LOG_SHAPE = { mean: Math.log(4), sd: 1.5 } as const
const SHAPES = [Math.log(0.05), Math.log(1000)] as const
const MOST_STEPS = 60
const CLOSE = 1e-9
const LONGEST_STEP = 2
const LEAST_RAISED = 1e-4

/**
 * Poisson rates with a gamma luck of its own for each trip and normal priors on the coefficients, by maximum penalised likelihood.
 *
 *   log L = Σ_trips [Σ y·η + lnΓ(k + n) − lnΓ(k) + k·ln k − (k + n)·ln(k + M)],  n = Σ y, M = Σ h·e^η
 *
 * Given      cells, a start, and a coefficient that is held where it is, if any
 * Method     Newton's in the coefficients and ln k with exact derivatives, raised to where the surface bends down, halved until it rises
 * Source     gamma frailty: Clayton, Biometrika 65 (1978) 141; the prior on ln k is ours
 */
export function fitFrailty(
  model: FrailtyModel,
  start: Pick<FrailtyFit, 'coefficients' | 'logShape'>,
  held = -1,
): FrailtyFit {
  const p = model.coefficients
  let beta = Float64Array.from(start.coefficients)
  let logShape = start.logShape
  let value = heightAt(model, beta, logShape)
  for (let step = 0; step < MOST_STEPS; step++) {
    const { gradient, curvature } = slopesAt(model, beta, logShape)
    if (held >= 0) hold(gradient, curvature, p + 1, held)
    const move = dampedStep(gradient, curvature, { least: LEAST_RAISED, longest: LONGEST_STEP })
    const from = { beta, logShape }
    const next = halvedStep(
      (share) => ({
        beta: from.beta.map((one, i) => one + share * at(move, i)),
        logShape: Math.max(SHAPES[0], Math.min(SHAPES[1], from.logShape + share * at(move, p))),
      }),
      (tried) => heightAt(model, tried.beta, tried.logShape),
      value,
    )
    const gain = next.height - value
    if (gain > 0) {
      ;({ beta, logShape } = next.place)
      value = next.height
    }
    if (gain < CLOSE * (1 + Math.abs(value))) return { coefficients: beta, logShape, value, converged: true }
  }
  return { coefficients: beta, logShape, value, converged: false }
}

/**
 * Covariance of the coefficients, the trips’ spread being as uncertain as it is.
 *
 * Given      the model and a fit of it
 * Returned   coefficients × coefficients row by row: a block of the inverse of minus the second derivatives
 * Source     observed information: Cox & Hinkley, Theoretical Statistics (1974) §9.2
 */
export function frailtyCovariance(
  model: FrailtyModel,
  { coefficients, logShape }: Pick<FrailtyFit, 'coefficients' | 'logShape'>,
): Square {
  const n = model.coefficients + 1
  const { curvature } = slopesAt(model, coefficients, logShape)
  const inverse = choleskyInverse(dampedFactor(curvature, n, LEAST_RAISED), n)
  return submatrix(
    inverse,
    n,
    Array.from({ length: model.coefficients }, (_, i) => i),
  )
}

/**
 * ln of the marginal likelihood, but for what is the same under every prior: ½ ln|precision of the prior| is the caller’s.
 *
 * Given      the model and a fit of it
 * Source     Laplace’s method: Kass & Raftery, JASA 90 (1995) 773, §4.1
 */
export function frailtyEvidence(model: FrailtyModel, { coefficients, logShape, value }: FrailtyFit): number {
  const n = model.coefficients + 1
  const factor = dampedFactor(slopesAt(model, coefficients, logShape).curvature, n, LEAST_RAISED)
  let logRoot = 0
  for (let i = 0; i < n; i++) logRoot += Math.log(at(factor, i * n + i))
  return value - logRoot
}

/** Rows and columns of a square matrix. */
export const submatrix = (matrix: Square, n: number, kept: readonly number[]): Square =>
  Float64Array.from(kept.flatMap((i) => kept.map((j) => at(matrix, i * n + j))))

/** The held coefficient does not move and joins nothing. */
function hold(gradient: Float64Array, curvature: Square, n: number, held: number): void {
  gradient[held] = 0
  for (let i = 0; i < n; i++) {
    curvature[held * n + i] = 0
    curvature[i * n + held] = 0
  }
  curvature[held * n + held] = 1
}

function etaOf({ terms }: FrailtyCell, beta: Float64Array): number {
  let eta = 0
  for (const [j, value] of terms) eta += value * beta[j]!
  return eta
}

function heightAt(model: FrailtyModel, beta: Float64Array, logShape: number): number {
  const { cells, trips, priorMean, priorPrecision, coefficients: p } = model
  const k = Math.exp(logShape)
  const [n, m] = [new Float64Array(trips), new Float64Array(trips)]
  let sum = 0
  for (const cell of cells) {
    const eta = etaOf(cell, beta)
    sum += cell.events * eta
    n[cell.trip]! += cell.events
    m[cell.trip]! += cell.exposureHours * Math.exp(eta)
  }
  const constant = k * logShape - logGamma(k)
  for (let t = 0; t < trips; t++) sum += logGamma(k + n[t]!) + constant - (k + n[t]!) * Math.log(k + m[t]!)
  for (let i = 0; i < p; i++) {
    const d = beta[i]! - priorMean[i]!
    if (d !== 0) for (let j = 0; j < p; j++) sum -= (d * priorPrecision[i * p + j]! * (beta[j]! - priorMean[j]!)) / 2
  }
  return sum - ((logShape - LOG_SHAPE.mean) / LOG_SHAPE.sd) ** 2 / 2
}

/** First derivatives and minus the second, in the coefficients and, last, ln k. */
function slopesAt(
  model: FrailtyModel,
  beta: Float64Array,
  logShape: number,
): { gradient: Float64Array; curvature: Square } {
  const { cells, trips, priorMean, priorPrecision, coefficients: p } = model
  const size = p + 1
  const k = Math.exp(logShape)
  const mu = Float64Array.from(cells, (cell) => cell.exposureHours * Math.exp(etaOf(cell, beta)))
  const [n, m] = [new Float64Array(trips), new Float64Array(trips)]
  /** Σ μ·x of each trip. */
  const moment = new Float64Array(trips * p)
  cells.forEach(({ trip, events, terms }, c) => {
    n[trip]! += events
    m[trip]! += mu[c]!
    for (const [j, value] of terms) moment[trip * p + j]! += value * mu[c]!
  })
  const gradient = new Float64Array(size)
  const curvature = new Float64Array(size * size)
  cells.forEach(({ trip, events, terms }, c) => {
    const weight = ((k + n[trip]!) / (k + m[trip]!)) * mu[c]!
    for (const [i, x] of terms) {
      gradient[i]! += x * (events - weight)
      for (const [j, z] of terms) curvature[i * size + j]! += x * z * weight
    }
  })
  for (let t = 0; t < trips; t++) {
    const [own, all] = [n[t]!, k + m[t]!]
    const share = (k + own) / all ** 2
    const slope = digamma(k + own) - digamma(k) + logShape + 1 - Math.log(all) - (k + own) / all
    const bend = trigamma(k + own) - trigamma(k) + 1 / k - 1 / all - (all - k - own) / all ** 2
    gradient[p]! += k * slope
    curvature[p * size + p] = curvature[p * size + p]! - k * k * bend - k * slope
    for (let i = 0; i < p; i++) {
      const s = moment[t * p + i]!
      if (s === 0) continue
      for (let j = 0; j < p; j++) curvature[i * size + j]! -= share * s * moment[t * p + j]!
      const joint = (k * (own - m[t]!) * s) / all ** 2
      curvature[i * size + p]! -= joint
      curvature[p * size + i]! -= joint
    }
  }
  for (let i = 0; i < p; i++) {
    for (let j = 0; j < p; j++) {
      const precision = priorPrecision[i * p + j]!
      gradient[i]! -= precision * (beta[j]! - priorMean[j]!)
      curvature[i * size + j]! += precision
    }
  }
  gradient[p]! -= (logShape - LOG_SHAPE.mean) / LOG_SHAPE.sd ** 2
  curvature[p * size + p]! += 1 / LOG_SHAPE.sd ** 2
  return { gradient, curvature }
}
