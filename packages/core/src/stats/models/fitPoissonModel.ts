import { cholesky, choleskyInverse, choleskySolve, halvedStep, logGamma } from '../../numerics/index.ts'
import type { Square } from '../../numerics/index.ts'
import { cellsOfDesign, designOf, linear, rowOf, widthOf, withoutBarren } from './designMatrix.ts'
import type { Cells, DesignMatrix, Levels, ModelData } from './designMatrix.ts'

export interface Coefficient {
  /** `(Intercept)`, `type:B`, `age`. */
  readonly name: string
  readonly estimate: number
  readonly standardError: number
}

export interface PoissonModelSpec {
  readonly fixed: readonly string[]
  readonly levels?: Levels
  /** `model`: as if strikes came singly; `quasi`: times the dispersion; `cluster`: robust, by the factor named in `cluster`. */
  readonly errors?: 'model' | 'quasi' | 'cluster'
  readonly cluster?: string
}

export interface PoissonModel {
  readonly coefficients: Coefficient[]
  readonly deviance: number
  readonly pearson: number
  /** Pearson's chi-square over its degrees of freedom. */
  readonly dispersion: number
  readonly logLikelihood: number
  readonly residualDf: number
  /** Columns that the others determine, or that would run off to infinity (levels without a strike): no number is given for them. */
  readonly dropped: string[]
  readonly converged: boolean
}

/**
 * Log-linear model of strikes with the hours as offset.
 *
 *   y ~ Poisson(h·exp(Xβ)), by iteratively reweighted least squares
 *
 * Given      rows as columns; names of factors (treatment contrasts) and numbers; rows of no hours are left out
 * Returned   coefficients in the order of the formula with standard errors; deviance, Pearson's chi-square, dispersion, log-likelihood
 *            with its constants
 * Throws     RangeError for a name or a value that is none, for no row with hours, or no strike in them
 * Accuracy   1e-8 relative of the maximum
 * Source     McCullagh & Nelder, Generalized Linear Models (1989) ch. 6; cluster errors: Liang & Zeger, Biometrika 73 (1986) 13,
 *            times G/(G−1)
 */
export function fitPoissonModel(data: ModelData, spec: PoissonModelSpec): PoissonModel {
  const whole = designOf(data, spec.fixed, spec.levels)
  if (whole.design.rows === 0) throw new RangeError('no row has hours: there is nothing to fit')
  refuseWithoutStrikes(whole.design)
  const { design, rows, barren } = withoutBarren(whole.design)
  const kept = Int32Array.from(rows, (row) => whole.kept[row]!)
  const cells = cellsOfDesign(design)
  const { free, aliased } = estimable(cells.design)
  const dropped = [...new Set([...barren, ...aliased])]
  const p = free.length
  const residualDf = design.rows - p
  const fit = maximise(cells.design, free)
  const mu = meansOfRows(design, cells, fit.mu)
  const pearson = sumOver(design, (i) => (design.events[i]! - mu[i]!) ** 2 / mu[i]!)
  const dispersion = residualDf > 0 ? pearson / residualDf : NaN
  const bread = inverseInformation(cells.design, free, fit.mu)
  const covariance = covarianceOf(bread, { design, free, mu, kept }, { spec, data }, dispersion)
  return {
    coefficients: free.map((column, i) => ({
      name: design.names[column] ?? '',
      estimate: fit.beta[column]!,
      standardError: Math.sqrt(covariance[i * p + i]!),
    })),
    deviance: devianceOf(design, mu),
    pearson,
    dispersion,
    logLikelihood: sumOver(
      design,
      (i) => design.events[i]! * Math.log(mu[i]!) - mu[i]! - logGamma(design.events[i]! + 1),
    ),
    residualDf,
    dropped,
    converged: fit.converged,
  }
}

/**
 * Without a strike every coefficient runs off to minus infinity.
 *
 * Given      a design with its events and log exposures
 * Throws     RangeError that tells the hours, where no row has an event
 */
export function refuseWithoutStrikes({ events, offset }: DesignMatrix): void {
  if (events.some((y) => y > 0)) return
  const hours = offset.reduce((sum, log) => sum + Math.exp(log), 0)
  throw new RangeError(`no strike came in these ${hours.toFixed(1)} hours: there is nothing to fit`)
}

function sumOver({ rows }: DesignMatrix, f: (row: number) => number): number {
  let sum = 0
  for (let i = 0; i < rows; i++) sum += f(i)
  return sum
}

/**
 * XᵀWX over the free columns.
 *
 * Given      the design, a weight for each row, and which columns are free
 * Returned   free × free row by row
 * Source     reweighted least squares: McCullagh & Nelder, Generalized Linear Models (1989) §2.5
 */
export function crossProduct(design: DesignMatrix, weights: ArrayLike<number>, free: readonly number[]): Square {
  const p = free.length
  const place = new Int32Array(design.names.length).fill(-1)
  free.forEach((column, i) => (place[column] = i))
  const product = new Float64Array(p * p)
  const columns = new Int32Array(widthOf(design))
  const values = new Float64Array(widthOf(design))
  for (let row = 0; row < design.rows; row++) {
    const count = rowOf(design, row, columns, values)
    const weight = weights[row]!
    for (let a = 0; a < count; a++) {
      const i = place[columns[a]!]!
      if (i < 0) continue
      const scaled = weight * values[a]!
      for (let b = 0; b <= a; b++) {
        const j = place[columns[b]!]!
        if (j < 0) continue
        // Each pair once, into the lower triangle.
        const entry = i >= j ? i * p + j : j * p + i
        product[entry]! += scaled * values[b]!
      }
    }
  }
  for (let i = 0; i < p; i++) for (let j = 0; j < i; j++) product[j * p + i] = product[i * p + j]!
  return product
}

/**
 * Xᵀv over the free columns.
 *
 * Given      the design, a value for each row, and which columns are free
 * Source     as `crossProduct`
 */
export function transposeTimes(design: DesignMatrix, vector: ArrayLike<number>, free: readonly number[]): Float64Array {
  const all = new Float64Array(design.names.length)
  const columns = new Int32Array(widthOf(design))
  const values = new Float64Array(widthOf(design))
  for (let row = 0; row < design.rows; row++) {
    const count = rowOf(design, row, columns, values)
    for (let a = 0; a < count; a++) all[columns[a]!]! += values[a]! * vector[row]!
  }
  return Float64Array.from(free, (column) => all[column]!)
}

const ALIASED = 1e-9

/**
 * Columns that can be told apart, first come first kept.
 *
 * Returned   the columns by number, and the names of those that the ones before them determine
 * Accuracy   a column is determined where less than a billionth of it is left
 * Source     Gaussian elimination in the order of the formula: Golub & Van Loan, Matrix Computations (2013) §3.2
 */
export function estimable(design: DesignMatrix): { free: number[]; aliased: string[] } {
  const candidates = design.names.map((_, i) => i)
  const gram = crossProduct(design, new Float64Array(design.rows).fill(1), candidates)
  const free: number[] = []
  const n = candidates.length
  const reduced = Float64Array.from(gram)
  // Elimination in the order of the formula: a column whose remainder vanishes is determined by those before it.
  for (let j = 0; j < n; j++) {
    const pivot = reduced[j * n + j]!
    if (!(pivot > ALIASED * Math.max(1, gram[j * n + j]!))) continue
    free.push(candidates[j]!)
    for (let i = j + 1; i < n; i++) {
      const factor = reduced[i * n + j]! / pivot
      if (factor !== 0) for (let k = j; k < n; k++) reduced[i * n + k]! -= factor * reduced[j * n + k]!
    }
  }
  const kept = new Set(free)
  return { free, aliased: design.names.filter((_, i) => !kept.has(i)) }
}

interface Fit {
  readonly beta: Float64Array
  readonly mu: Float64Array
  readonly deviance: number
  readonly converged: boolean
}

const MOST_STEPS = 60
const CLOSE = 1e-12
/** Where a coefficient has run this far, the likelihood is flat and the maximum at infinity. */
const LARGEST_ETA = 30

function maximise(design: DesignMatrix, free: readonly number[]): Fit {
  const { events, offset, names } = design
  const beta = new Float64Array(names.length)
  const hours = sumOver(design, (i) => Math.exp(offset[i]!))
  const strikes = sumOver(design, (i) => events[i]!)
  beta[0] = Math.log(Math.max(strikes, 0.5) / hours)
  let mu = meansOf(design, beta)
  let deviance = devianceOf(design, mu)
  for (let step = 0; step < MOST_STEPS; step++) {
    const residual = events.map((y, i) => y - mu[i]!)
    const factor = cholesky(crossProduct(design, mu, free), free.length)
    if (!factor) return { beta, mu, deviance, converged: false }
    const move = choleskySolve(factor, transposeTimes(design, residual, free), free.length)
    const next = halvedStep(
      (share) => {
        const tried = Float64Array.from(beta)
        free.forEach((column, i) => (tried[column] = beta[column]! + share * move[i]!))
        return { beta: tried, mu: meansOf(design, tried) }
      },
      (tried) => -devianceOf(design, tried.mu),
      -deviance - 1e-12 * (Math.abs(deviance) + 1),
      20,
    )
    const gain = deviance + next.height
    beta.set(next.place.beta)
    mu = next.place.mu
    deviance = -next.height
    if (Math.abs(gain) < CLOSE * (Math.abs(deviance) + 0.1))
      return { beta, mu, deviance, converged: beta.every((value) => Math.abs(value) < LARGEST_ETA) }
  }
  return { beta, mu, deviance, converged: false }
}

function meansOf(design: DesignMatrix, beta: Float64Array): Float64Array {
  const eta = linear(design, beta)
  for (let i = 0; i < design.rows; i++) eta[i] = Math.exp(eta[i]! + design.offset[i]!)
  return eta
}

const devianceOf = (design: DesignMatrix, mu: Float64Array): number =>
  2 *
  sumOver(design, (i) => {
    const y = design.events[i]!
    return (y > 0 ? y * Math.log(y / mu[i]!) : 0) - (y - mu[i]!)
  })

/** Each row's share of its cell's mean goes by its hours. */
function meansOfRows(design: DesignMatrix, cells: Cells, means: Float64Array): Float64Array {
  const mu = new Float64Array(design.rows)
  for (let row = 0; row < mu.length; row++) {
    const cell = cells.cellOf[row]!
    mu[row] = means[cell]! * Math.exp(design.offset[row]! - cells.design.offset[cell]!)
  }
  return mu
}

function inverseInformation(design: DesignMatrix, free: readonly number[], mu: Float64Array): Square {
  const p = free.length
  const factor = cholesky(crossProduct(design, mu, free), p)
  return factor ? choleskyInverse(factor, p) : new Float64Array(p * p).fill(NaN)
}

/** A design at its fit: its free columns, the mean of each row, and where its rows lie in the data. */
interface Fitted {
  readonly design: DesignMatrix
  readonly free: readonly number[]
  readonly mu: Float64Array
  readonly kept: Int32Array
}

function covarianceOf(
  bread: Square,
  fitted: Fitted,
  { spec, data }: { readonly spec: PoissonModelSpec; readonly data: ModelData },
  dispersion: number,
): Square {
  if (spec.errors === 'quasi') return bread.map((value) => value * dispersion)
  if (spec.errors !== 'cluster') return bread
  const labels = spec.cluster === undefined ? undefined : data.factors[spec.cluster]
  if (!labels) throw new RangeError(`errors by cluster need the name of a factor in "cluster", not ${spec.cluster}`)
  return sandwich(bread, scoresOf(fitted, labels), fitted.free.length)
}

/** The score of each cluster over the free columns. */
function scoresOf({ design, free, mu, kept }: Fitted, labels: readonly string[]): Float64Array[] {
  const place = new Int32Array(design.names.length).fill(-1)
  free.forEach((column, i) => (place[column] = i))
  const scores = new Map<string, Float64Array>()
  const columns = new Int32Array(widthOf(design))
  const values = new Float64Array(widthOf(design))
  for (let row = 0; row < design.rows; row++) {
    const label = labels[kept[row]!] ?? ''
    let score = scores.get(label)
    if (!score) scores.set(label, (score = new Float64Array(free.length)))
    const count = rowOf(design, row, columns, values)
    const residual = design.events[row]! - mu[row]!
    for (let a = 0; a < count; a++) {
      const i = place[columns[a]!]!
      if (i >= 0) score[i]! += residual * values[a]!
    }
  }
  return [...scores.values()]
}

function sandwich(bread: Square, scores: readonly Float64Array[], p: number): Square {
  const meat = new Float64Array(p * p)
  for (const score of scores)
    for (let i = 0; i < p; i++) for (let j = 0; j <= i; j++) meat[i * p + j]! += score[i]! * score[j]!
  for (let i = 0; i < p; i++) for (let j = 0; j < i; j++) meat[j * p + i] = meat[i * p + j]!
  const g = scores.length
  const corrected = g > 1 ? g / (g - 1) : NaN
  const times = (a: Square, b: Square): Square => {
    const out = new Float64Array(p * p)
    for (let i = 0; i < p; i++)
      for (let k = 0; k < p; k++) for (let j = 0; j < p; j++) out[i * p + j]! += a[i * p + k]! * b[k * p + j]!
    return out
  }
  return times(times(bread, meat), bread).map((value) => value * corrected)
}
