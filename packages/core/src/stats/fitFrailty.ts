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

/** Which coefficient speaks of something, and by which value. */
export type FrailtyTerm = readonly [coefficient: number, value: number]

/** Hours of a trip that agree in everything a model knows of them. */
export interface FrailtyCell {
  readonly events: number
  readonly exposureHours: number
  readonly terms: readonly FrailtyTerm[]
}

/** A trip with the terms that all of its cells share; a coefficient speaks either of a trip or of its cells. */
export interface FrailtyTrip {
  readonly terms: readonly FrailtyTerm[]
  readonly cells: readonly FrailtyCell[]
}

export interface FrailtyDesign {
  readonly trips: readonly FrailtyTrip[]
  readonly coefficients: number
  /** Normal priors of the coefficients: where they are pulled to, and the inverse of their covariance, row by row. */
  readonly priorMean: Float64Array
  readonly priorPrecision: Square
}

/** A design laid out for the sums, once for all fits of it. */
export interface FrailtyModel extends Omit<FrailtyDesign, 'trips'> {
  readonly laid: Laid
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
/** A whole step that gains so little has its gain squared left to gain, and that of the order of `CLOSE`. */
const NEARLY = 1e-5
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
    if (gain < (next.share === 1 ? NEARLY : CLOSE * (1 + Math.abs(value))))
      return { coefficients: beta, logShape, value, converged: true }
  }
  return { coefficients: beta, logShape, value, converged: false }
}

/** How the likelihood falls off around a fit. */
export interface AroundFit {
  /** Of the coefficients, the trips’ spread being as uncertain as it is: a block of the inverse of minus the second derivatives. */
  readonly covariance: Square
  /** ln of the marginal likelihood, but for what is the same under every prior: ½ ln|precision of the prior| is the caller’s. */
  readonly logEvidence: number
}

/**
 * How sure a fit is, and how well the data bear its model out.
 *
 * Given      the model and a fit of it
 * Source     observed information: Cox & Hinkley, Theoretical Statistics (1974) §9.2; Laplace’s method: Kass & Raftery, JASA 90 (1995)
 *            773, §4.1
 */
export function aroundFit(model: FrailtyModel, { coefficients, logShape, value }: FrailtyFit): AroundFit {
  const p = model.coefficients
  const n = p + 1
  const factor = dampedFactor(slopesAt(model, coefficients, logShape).curvature, n, LEAST_RAISED)
  let logRoot = 0
  for (let i = 0; i < n; i++) logRoot += Math.log(at(factor, i * n + i))
  const kept = Array.from({ length: p }, (_, i) => i)
  return { covariance: submatrix(choleskyInverse(factor, n), n, kept), logEvidence: value - logRoot }
}

/**
 * Rows and columns of a square matrix.
 *
 * Given      an n × n matrix by rows, n, and the rows that stay, in order
 * Returned   the matrix of those rows and columns, by rows
 */
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

/** Terms of one thing after another, those of the i-th from `starts[i]`. */
interface Terms {
  readonly starts: Int32Array
  readonly coefficient: Int32Array
  readonly value: Float64Array
}

/**
 * Cells trip by trip, laid out for the sums: those of trip t from `trips[t]`. What the terms of a trip bring to the second derivatives is
 * summed once a trip.
 */
interface Laid {
  readonly trips: Int32Array
  readonly events: Float64Array
  readonly hours: Float64Array
  readonly ofTrips: Terms
  readonly ofCells: Terms
}

/**
 * Lays a design out.
 *
 * Given      trips with their cells, each with its events, exposure and terms
 * Returned   the model that `fitFrailty` fits; the design is not changed
 */
export function frailtyModel({ trips: given, ...design }: FrailtyDesign): FrailtyModel {
  const trips = new Int32Array(given.length + 1)
  for (let t = 0; t < given.length; t++) trips[t + 1] = trips[t]! + given[t]!.cells.length
  const cells = given.flatMap((trip) => trip.cells)
  const events = Float64Array.from(cells, (cell) => cell.events)
  const hours = Float64Array.from(cells, ({ exposureHours }) => exposureHours)
  return { ...design, laid: { trips, events, hours, ofTrips: layTerms(given), ofCells: layTerms(cells) } }
}

/**
 * The same design with other events and hours in its cells, in their order.
 *
 * Given      a model; by cell events, nought where there are no hours, and hours; where the coefficients are pulled to, and how strongly
 * Returned   a model that shares the layout
 */
export const withCounts = (
  { laid, ...design }: FrailtyModel,
  { events, hours, ...prior }: Pick<Laid, 'events' | 'hours'> & Pick<FrailtyDesign, 'priorMean' | 'priorPrecision'>,
): FrailtyModel => ({ ...design, ...prior, laid: { ...laid, events, hours } })

function layTerms(given: readonly { readonly terms: readonly FrailtyTerm[] }[]): Terms {
  const starts = new Int32Array(given.length + 1)
  for (let i = 0; i < given.length; i++) starts[i + 1] = starts[i]! + given[i]!.terms.length
  const coefficient = new Int32Array(starts[given.length]!)
  const value = new Float64Array(coefficient.length)
  let next = 0
  for (const { terms } of given)
    for (const term of terms) {
      coefficient[next] = term[0]
      value[next++] = term[1]
    }
  return { starts, coefficient, value }
}

function etaOf({ starts, coefficient, value }: Terms, i: number, beta: Float64Array): number {
  let eta = 0
  for (let a = starts[i]!; a < starts[i + 1]!; a++) eta += value[a]! * beta[coefficient[a]!]!
  return eta
}

function heightAt(model: FrailtyModel, beta: Float64Array, logShape: number): number {
  const { laid, priorMean, priorPrecision, coefficients: p } = model
  const trips = laid.trips.length - 1
  const k = Math.exp(logShape)
  const constant = k * logShape - logGamma(k)
  let sum = 0
  for (let t = 0; t < trips; t++) {
    const shared = etaOf(laid.ofTrips, t, beta)
    let [n, m] = [0, 0]
    for (let c = laid.trips[t]!; c < laid.trips[t + 1]!; c++) {
      const eta = shared + etaOf(laid.ofCells, c, beta)
      sum += laid.events[c]! * eta
      n += laid.events[c]!
      m += laid.hours[c]! * Math.exp(eta)
    }
    sum += logGamma(k + n) + constant - (k + n) * Math.log(k + m)
  }
  for (let i = 0; i < p; i++) {
    const d = beta[i]! - priorMean[i]!
    if (d !== 0) for (let j = 0; j < p; j++) sum -= (d * priorPrecision[i * p + j]! * (beta[j]! - priorMean[j]!)) / 2
  }
  return sum - ((logShape - LOG_SHAPE.mean) / LOG_SHAPE.sd) ** 2 / 2
}

interface Slopes {
  readonly gradient: Float64Array
  readonly curvature: Square
}

/** First derivatives and minus the second, in the coefficients and, last, ln k. */
function slopesAt(model: FrailtyModel, beta: Float64Array, logShape: number): Slopes {
  const { laid, priorMean, priorPrecision, coefficients: p } = model
  const trips = laid.trips.length - 1
  const size = p + 1
  const k = Math.exp(logShape)
  const slopes = { gradient: new Float64Array(size), curvature: new Float64Array(size * size) }
  const { gradient, curvature } = slopes
  const mu = new Float64Array(laid.events.length)
  for (let t = 0; t < trips; t++) {
    const shared = etaOf(laid.ofTrips, t, beta)
    for (let c = laid.trips[t]!; c < laid.trips[t + 1]!; c++)
      mu[c] = laid.hours[c]! * Math.exp(shared + etaOf(laid.ofCells, c, beta))
  }
  const used: Moments = {
    ...{ moment: new Float64Array(p), factor: new Float64Array(p) },
    ...{ which: new Int32Array(p), seen: new Uint8Array(p), count: 0 },
  }
  // Of two coefficients each trip sums into either half, whichever of them it meets first; both are brought together in the end.
  for (let t = 0; t < trips; t++) {
    const [n, m] = sumsOf(laid, t, mu)
    // Of a trip without hours there is nothing to sum.
    if (m === 0) continue
    const trip = { laid, t, mu, n, m, k }
    addCells(slopes, trip, used)
    addTrip(slopes, trip, used)
    addLuck(slopes, { k, logShape, n, m }, size)
  }
  for (let i = 0; i < p; i++) {
    for (let j = 0; j < p; j++) {
      const precision = priorPrecision[i * p + j]!
      gradient[i]! -= precision * (beta[j]! - priorMean[j]!)
      if (j <= i) curvature[i * size + j]! += precision
    }
  }
  for (let i = 0; i < size; i++)
    for (let j = 0; j < i; j++) {
      const both = curvature[i * size + j]! + curvature[j * size + i]!
      curvature[i * size + j] = both
      curvature[j * size + i] = both
    }
  gradient[p]! -= (logShape - LOG_SHAPE.mean) / LOG_SHAPE.sd ** 2
  curvature[p * size + p]! += 1 / LOG_SHAPE.sd ** 2
  return slopes
}

/** Strikes of a trip, and how many are expected of it before its luck. */
function sumsOf({ trips, events }: Laid, t: number, mu: Float64Array): readonly [n: number, m: number] {
  let [n, m] = [0, 0]
  for (let c = trips[t]!; c < trips[t + 1]!; c++) {
    n += events[c]!
    m += mu[c]!
  }
  return [n, m]
}

/** A trip at its luck, (k + n)/(k + m). */
interface TripAtLuck {
  readonly laid: Laid
  readonly t: number
  readonly mu: Float64Array
  readonly n: number
  readonly m: number
  readonly k: number
}

/** Σ μ·x of the cells of one trip, zero between trips; the first `count` of `which` are the coefficients that have any. */
interface Moments {
  readonly moment: Float64Array
  readonly which: Int32Array
  count: number
  readonly seen: Uint8Array
  /** What each of `which` multiplies the moments by. */
  readonly factor: Float64Array
}

/** What the cells of a trip add by their own terms, and the moments of those. */
function addCells({ gradient, curvature }: Slopes, { laid, t, mu, n, m, k }: TripAtLuck, used: Moments): void {
  const { trips, events, ofCells } = laid
  const { starts, coefficient, value } = ofCells
  const { moment, which, seen } = used
  const size = gradient.length
  const luck = (k + n) / (k + m)
  for (let c = trips[t]!; c < trips[t + 1]!; c++) {
    const [expected, from, to] = [mu[c]!, starts[c]!, starts[c + 1]!]
    const weight = luck * expected
    const over = events[c]! - weight
    for (let a = from; a < to; a++) {
      const [i, x] = [coefficient[a]!, value[a]!]
      if (seen[i] === 0) {
        seen[i] = 1
        which[used.count++] = i
      }
      moment[i]! += x * expected
      gradient[i]! += x * over
      for (let b = from; b <= a; b++) curvature[i * size + coefficient[b]!]! += x * value[b]! * weight
    }
  }
}

/**
 * What a trip adds by the terms that all of its cells share, and by what it tells of its luck; the moments are nought afterwards. Of a
 * shared term both are one factor of the moments that it goes with.
 */
function addTrip({ gradient, curvature }: Slopes, { laid, t, n, m, k }: TripAtLuck, used: Moments): void {
  const { starts, coefficient, value } = laid.ofTrips
  const { moment, which, seen, factor } = used
  const [size, all] = [gradient.length, k + m]
  const luck = (k + n) / all
  const pull = luck / all
  for (let a = 0; a < used.count; a++) {
    const i = which[a]!
    factor[a] = -pull * moment[i]!
    seen[i] = 0
  }
  for (let a = starts[t]!; a < starts[t + 1]!; a++) {
    const [i, x] = [coefficient[a]!, value[a]!]
    moment[i] = x * m
    gradient[i]! += x * (n - luck * m)
    factor[used.count] = luck * x - pull * x * m
    which[used.count++] = i
  }
  const ofShape = (k * (n - m)) / all ** 2
  for (let a = 0; a < used.count; a++) {
    const [i, ofRow] = [which[a]!, factor[a]!]
    for (let b = 0; b <= a; b++) curvature[i * size + which[b]!]! += ofRow * moment[which[b]!]!
    curvature[(size - 1) * size + i]! -= ofShape * moment[i]!
  }
  for (let a = 0; a < used.count; a++) moment[which[a]!] = 0
  used.count = 0
}

/** What a trip adds to the derivatives in ln k. */
function addLuck(
  { gradient, curvature }: Slopes,
  { k, logShape, n, m }: { readonly k: number; readonly logShape: number; readonly n: number; readonly m: number },
  size: number,
): void {
  const all = k + m
  const slope = digamma(k + n) - digamma(k) + logShape + 1 - Math.log(all) - (k + n) / all
  const bend = trigamma(k + n) - trigamma(k) + 1 / k - 1 / all - (all - k - n) / all ** 2
  const last = size * size - 1
  gradient[size - 1]! += k * slope
  curvature[last]! -= k * k * bend + k * slope
}
