import { factorArrowhead, halvedStep, logGamma, quadraticForms, solveArrowhead } from '../../numerics/index.ts'
import type { Arrowhead, Square } from '../../numerics/index.ts'
import { differencePenalty, logPseudoDeterminant } from '../curve/penalisedFit.ts'
import type { AdditiveTerm } from './additiveTerm.ts'
import type { RowSums, Weighed } from './rowSums.ts'
import type { SparseColumns, SparseRows } from './sparseRows.ts'

/** How strongly each term is held, and trips: their precision. */
export interface Strengths {
  readonly strengths: Float64Array
  readonly tripPrecision: number
}

/** Columns side by side. */
type Run = Pick<AdditiveTerm, 'first' | 'size'>

/** Values of all columns and trips. */
export type Values = Pick<Place, 'coefficients' | 'effects'>

/** Where the penalised likelihood is about highest at some strengths. */
export interface Place {
  readonly coefficients: Float64Array
  readonly effects: Float64Array
  readonly system: Arrowhead
  /** At its means, before anything is charged. */
  readonly weighed: Weighed
  /** Restricted log-likelihood by Laplace, up to what no strength changes. */
  readonly reml: number
}

/** A curve's mean is held at nought as firmly as that. */
const HELD = 1e6
/** Columns that nothing charges and the data hardly tell apart. */
const FREE = 1e-6
const MOST_STEPS = 30
const CLOSE = 1e-6
const BENDS = 2
/** So many steps go by one curvature: it costs far more than they do, and the second goes nearly as far by that of the first. */
const STEPS_EACH = 2

/** Counts over hours at given strengths, by penalised Newton steps; trips are a diagonal block beside the columns'. */
export class PenalisedPoisson {
  private readonly penalties: readonly (Square | undefined)[]
  private readonly ofTerm: Int32Array
  private readonly constant: number
  private readonly data: SparseRows
  readonly columns: number

  constructor(
    private readonly rowSums: RowSums,
    private readonly terms: readonly AdditiveTerm[],
    private readonly dispersion: number,
  ) {
    const { data, columns } = rowSums
    this.data = data
    this.columns = columns
    this.penalties = terms.map(({ charge, size }) => (charge === 'bend' ? differencePenalty(size) : undefined))
    this.ofTerm = new Int32Array(columns).fill(-1)
    terms.forEach(({ first, size }, j) => this.ofTerm.fill(j, first, first + size))
    this.constant = data.events.reduce((sum, y) => sum + logGamma(y + 1), 0)
  }

  start(coefficients?: Float64Array): Values {
    const { events, logHours, trips } = this.data
    const begun = coefficients?.length === this.columns ? coefficients : new Float64Array(this.columns)
    if (begun !== coefficients && this.columns > 0) {
      const hours = logHours.reduce((sum, log) => sum + Math.exp(log), 0)
      begun[0] = Math.log(Math.max(0.5, sumOf(events)) / Math.max(hours, 1e-9))
    }
    return { coefficients: begun, effects: new Float64Array(trips) }
  }

  rankOf(j: number): number {
    const { charge, size } = this.terms[j]!
    return charge === 'bend' ? size - BENDS : size
  }

  /** β'S_jβ. */
  chargeOf(j: number, coefficients: Float64Array): number {
    const { first, size } = this.terms[j]!
    const penalty = this.penalties[j]
    let sum = 0
    if (!penalty) for (let a = first; a < first + size; a++) sum += coefficients[a]! ** 2
    else
      for (let a = 0; a < size; a++)
        for (let b = 0; b < size; b++)
          sum += penalty[a * size + b]! * coefficients[first + a]! * coefficients[first + b]!
    return sum
  }

  /** tr(V·S_j), V the covariance of the columns. */
  traceOf(j: number, covariance: Square): number {
    const { first, size } = this.terms[j]!
    const penalty = this.penalties[j]
    const entry = (a: number, b: number): number => covariance[(first + a) * this.columns + first + b]!
    let sum = 0
    if (!penalty) for (let a = 0; a < size; a++) sum += entry(a, a)
    else for (let a = 0; a < size; a++) for (let b = 0; b < size; b++) sum += penalty[a * size + b]! * entry(a, b)
    return sum
  }

  /**
   * Up to where the penalised likelihood no longer rises.
   *
   * Source     Newton's steps with a curvature kept for two: Shamanskii, Ukrainian Math. J. 19 (1967) 118
   */
  climb(from: Values & Partial<Place>, at: Strengths, mostSteps = MOST_STEPS): Place {
    const { strengths, tripPrecision } = at
    let { coefficients, effects } = from
    let mu = this.means(coefficients, effects)
    let height = this.height(mu, { coefficients, effects }, at)
    let weighed = from.weighed ?? this.weigh(mu)
    let system = this.system(weighed, at)
    let stepsSince = 0
    const anew = (): void => {
      weighed = this.weigh(mu)
      system = this.system(weighed, at)
      stepsSince = 0
    }
    for (let step = 0; step < mostSteps; step++) {
      if (stepsSince === STEPS_EACH) anew()
      const slope = this.slope(mu, { coefficients, effects }, at)
      const move = solveArrowhead(system, slope)
      const q = effects.length
      const [here, promised] = [{ coefficients, effects }, dot(slope, move) / 2]
      const next = halvedStep(
        (share) => ({
          coefficients: here.coefficients.map((value, i) => value + share * move[q + i]!),
          effects: here.effects.map((value, i) => value + share * move[i]!),
        }),
        (tried) => {
          mu = this.means(tried.coefficients, tried.effects)
          return this.height(mu, tried, at)
        },
        height - 1e-12 * Math.abs(height),
      )
      ;({ coefficients, effects } = next.place)
      height = next.height
      // A step that promised so little leaves the curvature as it was.
      if (promised < CLOSE * (Math.abs(height) + 1)) break
      stepsSince++
    }
    if (stepsSince > 0) anew()
    const logCharges = this.terms.reduce(
      (sum, { charge, size }, j) => {
        const own = charge === 'bend' ? logPseudoDeterminant(size) : 0
        return sum + this.rankOf(j) * Math.log(strengths[j]!) + own
      },
      effects.length * Math.log(tripPrecision),
    )
    return {
      coefficients,
      effects,
      system,
      weighed,
      reml: height - this.constant / this.dispersion + (logCharges - system.logDeterminant) / 2,
    }
  }

  /**
   * Whether effects that are left out would spread from nought: the slope of the restricted likelihood in their variance, over its error.
   *
   *   ½·Σ((Z'r)² − g)/√(½·Σg²), g of diag(Z'WZ − Z'WX·H⁻¹·X'WZ), X with trips, H the charged precision
   *
   * Given      the rows' entries by column, rows in the order of those fitted, and runs of columns left out
   * Returned   of each run, about standard normal where there are none; columns that go together are taken for apart
   * Source     variance-component score at nought: Lin, Biometrika 84 (1997) 309
   */
  spreadScores(whole: SparseColumns, runs: readonly Run[], { coefficients, effects, system }: Place): number[] {
    const mu = this.means(coefficients, effects)
    return runs.map((run) => this.spreadScore(whole, run, mu, system))
  }

  private spreadScore(whole: SparseColumns, { first, size }: Run, mu: Float64Array, system: Arrowhead): number {
    const { events, trips } = this.data
    const n = trips + this.columns
    // Of each column left out, what it has in common with each trip and each column.
    const crossed = new Float64Array(size * n)
    const [own, pull] = [new Float64Array(size), new Float64Array(size)]
    for (let a = 0; a < size; a++) {
      const [from, to] = [whole.starts[first + a]!, whole.starts[first + a + 1]!]
      const rows = whole.row.subarray(from, to)
      const weights = whole.value.slice(from, to)
      for (let k = 0; k < rows.length; k++) {
        const [i, z] = [rows[k]!, weights[k]!]
        weights[k] = (z * mu[i]!) / this.dispersion
        own[a]! += weights[k]! * z
        pull[a]! += (z * (events[i]! - mu[i]!)) / this.dispersion
      }
      crossed.set(this.rowSums.sumsOf(rows, weights), a * n)
    }
    let [score, variance] = [0, 0]
    quadraticForms(system, crossed).forEach((form, a) => {
      const left = own[a]! - form
      score += (pull[a]! ** 2 - left) / 2
      variance += left ** 2 / 2
    })
    return variance > 0 ? score / Math.sqrt(variance) : 0
  }

  /**
   * By how much the posterior's mean of each column lies off its mode, to first order, and the variance x'Vx of each row's log rate, its
   * trip left out. `covariance`: V of the columns.
   *
   *   −½·H⁻¹·Σ μ·x·(x'H⁻¹x): a count says more of what a rate is not above than of what it is not below
   *
   * Source     Tierney & Kadane, JASA 81 (1986) 82, with the Poisson's third derivative μ
   */
  aroundMode(
    { coefficients, effects, system }: Place,
    covariance: Square,
  ): { meanOffMode: Float64Array; variances: Float64Array } {
    const { starts, column, value, trip, trips } = this.data
    const mu = this.means(coefficients, effects)
    const m = this.columns
    const pull = new Float64Array(trips + m)
    const { own: variances, apart } = this.rowSums.squaresOfRows(system, covariance)
    for (let i = 0; i < mu.length; i++) {
      const t = trip[i]!
      const leverage = trips > 0 ? apart[i]! + 1 / system.diagonal[t]! : variances[i]!
      const share = (-0.5 * mu[i]! * leverage) / this.dispersion
      if (trips > 0) pull[t] = pull[t]! + share
      for (let k = starts[i]!; k < starts[i + 1]!; k++)
        pull[trips + column[k]!] = pull[trips + column[k]!]! + share * value[k]!
    }
    return { meanOffMode: solveArrowhead(system, pull).slice(trips), variances }
  }

  /** Of all trips' effects together: Σ 1/d + tr(V·Σ b·b'/d²). `covariance`: V of the columns. */
  tripVariance({ system }: Place, covariance: Square): number {
    const m = this.columns
    const squares = this.rowSums.squaresOfTrips(system)
    let sum = system.diagonal.reduce((own, d) => own + 1 / d, 0)
    for (let a = 0; a < m; a++) {
      for (let k = a * m; k < a * m + a; k++) sum += 2 * squares[k]! * covariance[k]!
      sum += squares[a * m + a]! * covariance[a * m + a]!
    }
    return sum
  }

  private means(coefficients: Float64Array, effects: Float64Array): Float64Array {
    const { rows, logHours, trip } = this.data
    const totals = this.rowSums.totals(coefficients)
    const mu = new Float64Array(rows)
    for (let i = 0; i < rows; i++) {
      const eta = totals[i]! + logHours[i]! + (effects.length > 0 ? effects[trip[i]!]! : 0)
      mu[i] = Math.exp(Math.min(eta, 30))
    }
    return mu
  }

  /** The penalised log-likelihood, the counts' share divided by their dispersion. */
  private height(mu: Float64Array, { coefficients, effects }: Values, { strengths, tripPrecision }: Strengths): number {
    let sum = 0
    for (let i = 0; i < mu.length; i++) {
      const y = this.data.events[i]!
      sum += (y > 0 ? y * Math.log(mu[i]!) : 0) - mu[i]!
    }
    let charge = tripPrecision * dot(effects, effects)
    this.terms.forEach((term, j) => {
      charge +=
        strengths[j]! * this.chargeOf(j, coefficients) +
        HELD * heldOf(term, coefficients).reduce((sum, one) => sum + one * one, 0)
    })
    for (let c = 0; c < this.columns; c++) if (this.ofTerm[c]! < 0) charge += FREE * coefficients[c]! ** 2
    return sum / this.dispersion - charge / 2
  }

  private weigh(mu: Float64Array): Weighed {
    return this.rowSums.weigh(mu.map((mean) => mean / this.dispersion))
  }

  /** What the rows say of the precision, and what is charged. */
  private system({ dense, joint, ofTrips }: Weighed, { strengths, tripPrecision }: Strengths): Arrowhead {
    const charged = this.charges(strengths)
    for (let k = 0; k < charged.length; k++) charged[k] = charged[k]! + dense[k]!
    const diagonal = ofTrips.map((weight) => weight + tripPrecision)
    const system = factorArrowhead(diagonal, joint, charged)
    if (!system) throw new Error('the precision of a charged model is positive definite by construction')
    return system
  }

  private charges(strengths: Float64Array): Square {
    const m = this.columns
    const dense = new Float64Array(m * m)
    for (let c = 0; c < m; c++) if (this.ofTerm[c]! < 0) dense[c * m + c] = FREE
    this.terms.forEach(({ first, size, held = [] }, j) => {
      const penalty = this.penalties[j]
      for (let a = 0; a < size; a++) {
        const line = (first + a) * m + first
        if (!penalty) dense[line + a] = strengths[j]!
        else
          for (let b = 0; b <= a; b++)
            dense[line + b] =
              strengths[j]! * penalty[a * size + b]! + HELD * held.reduce((sum, one) => sum + one[a]! * one[b]!, 0)
      }
    })
    return dense
  }

  private slope(
    mu: Float64Array,
    { coefficients, effects }: Values,
    { strengths, tripPrecision }: Strengths,
  ): Float64Array {
    const { rows, events, trip, trips } = this.data
    const slope = new Float64Array(trips + this.columns)
    for (let t = 0; t < trips; t++) slope[t] = -tripPrecision * effects[t]!
    const residuals = new Float64Array(rows)
    for (let i = 0; i < rows; i++) {
      const residual = (events[i]! - mu[i]!) / this.dispersion
      residuals[i] = residual
      if (trips > 0) slope[trip[i]!]! += residual
    }
    slope.set(this.rowSums.sums(residuals), trips)
    this.terms.forEach((term, j) => {
      const { first, size, held = [] } = term
      const penalty = this.penalties[j]
      const sums = heldOf(term, coefficients)
      for (let a = 0; a < size; a++) {
        let pull = HELD * held.reduce((sum, one, h) => sum + sums[h]! * one[a]!, 0)
        if (!penalty) pull += strengths[j]! * coefficients[first + a]!
        else for (let b = 0; b < size; b++) pull += strengths[j]! * penalty[a * size + b]! * coefficients[first + b]!
        slope[trips + first + a] = slope[trips + first + a]! - pull
      }
    })
    for (let c = 0; c < this.columns; c++)
      if (this.ofTerm[c]! < 0) slope[trips + c] = slope[trips + c]! - FREE * coefficients[c]!
    return slope
  }
}

const sumOf = (values: Float64Array): number => values.reduce((sum, one) => sum + one, 0)
function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}

/** The sums of a term's columns that are held at nought. */
const heldOf = ({ first, held = [] }: AdditiveTerm, coefficients: Float64Array): number[] =>
  held.map((weights) => weights.reduce((sum, one, a) => sum + one * coefficients[first + a]!, 0))
