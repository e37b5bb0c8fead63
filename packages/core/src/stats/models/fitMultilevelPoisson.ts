import { at } from '../../checked/index.ts'
import { cholesky, choleskyInverse, hessianAt, logGamma, quasiNewton } from '../../numerics/index.ts'
import { collapse } from './collapse.ts'
import { INTERCEPT, designOf, linear, withoutBarren } from './designMatrix.ts'
import type { DesignMatrix, Levels, ModelData } from './designMatrix.ts'
import { RandomPart, groupingOf } from './randomPart.ts'
import type { Grouping } from './randomPart.ts'
import { estimable, fitPoissonModel, refuseWithoutStrikes } from './fitPoissonModel.ts'
import type { Coefficient } from './fitPoissonModel.ts'

export interface MultilevelSpec {
  readonly fixed: readonly string[]
  /** Names of factors with a random intercept each, nested or crossed; `lure × water` is a factor of its own. */
  readonly random: readonly string[]
  readonly levels?: Levels
}

export interface MultilevelModel {
  readonly coefficients: Coefficient[]
  readonly sd: Record<string, number>
  readonly logLikelihood: number
  readonly modes: Record<string, { level: string; estimate: number; standardError: number }[]>
  /** Groupings whose spread is none: their groups differ no more than chance would have it. */
  readonly noSpread: string[]
  /** Columns that others determine, and levels without a strike: no number is given for them. */
  readonly dropped: string[]
  readonly converged: boolean
}

/** A spread below this cannot be told from none. */
const LEAST_SD = 1e-3
const FIRST_SD = 0.4

/**
 * Log-linear model with random intercepts, by the Laplace approximation.
 *
 *   y ~ Poisson(h·exp(Xβ + Σ u_g)), u_g ~ Normal(0, σ_g²);  maximum over β and all σ_g of  log p(y|û) − |b̂|²/2 − ½·log|I + ΛZᵀWZΛ|
 *
 * Given      rows as columns; fixed effects as for `fitPoissonModel`; random intercepts by factor
 * Returned   coefficients with errors from the joint curvature of β and σ; σ by grouping; log-likelihood with its constants; each
 *            group's shrunken effect with its conditional error
 * Throws     RangeError for a name that is none, for no row with hours or no strike, no random factor, or one of which a single level had strikes
 * Accuracy   log-likelihood 1e-4, fixed effects 1e-3 of lme4's and glmmTMB's
 * Source     Breslow & Clayton, JASA 88 (1993) 9; Bates et al., J. Stat. Softw. 67 (2015)
 */
// eslint-disable-next-line max-lines-per-function -- steps of one fit share all of its sums
export function fitMultilevelPoisson(given: ModelData, spec: MultilevelSpec): MultilevelModel {
  for (const name of spec.random)
    if (!given.factors[name]) throw new RangeError(`there is no factor ${name} to give a random intercept`)
  const { data, logLikelihoodShift } = collapse(given, [...spec.fixed, ...spec.random])
  const whole = designOf(data, spec.fixed, spec.levels)
  if (whole.design.rows === 0) throw new RangeError('no row has hours: there is nothing to fit')
  refuseWithoutStrikes(whole.design)
  const { design: struck, rows, barren } = withoutBarren(whole.design)
  const kept = Int32Array.from(rows, (row) => at(whole.kept, row))
  const { design, means } = centred(struck)
  const groupings = spec.random.map((name) => {
    const labels = data.factors[name]
    if (!labels) throw new RangeError(`there is no factor ${name} to give a random intercept`)
    return groupingOf(name, labels, kept)
  })
  for (const grouping of groupings) refuseOneLevel(grouping, design)
  const constant = design.events.reduce((sum, y) => sum + logGamma(y + 1), 0)
  const random = new RandomPart(design, groupings, constant)
  const { free, aliased } = estimable(design)
  const first = fitPoissonModel(data, spec)
  const [p, q] = [free.length, groupings.length]
  const start = new Float64Array(p + q).fill(FIRST_SD)
  const scale = new Float64Array(p + q).fill(0.2)
  free.forEach((column, i) => {
    const found = first.coefficients.find(({ name }) => name === design.names[column])
    start[i] = found?.estimate ?? 0
    scale[i] = Math.min(0.3, Math.max(1e-4, found?.standardError ?? 0.3))
  })
  start[0] = at(start, 0) + free.reduce((sum, column, i) => sum + at(means, column) * at(start, i), 0)
  const betaOf = (x: Float64Array): Float64Array => {
    const beta = new Float64Array(design.names.length)
    free.forEach((column, i) => (beta[column] = at(x, i)))
    return beta
  }
  // The likelihood is even in each σ, so that nought is no wall.
  const sdsOf = (x: Float64Array): Record<string, number> =>
    Object.fromEntries(groupings.map(({ name }, g) => [name, Math.abs(at(x, p + g))]))
  let warm: Float64Array = new Float64Array(random.size)
  const modesAt = (x: Float64Array) => {
    const eta = linear(design, betaOf(x))
    for (let i = 0; i < eta.length; i++) eta[i] = at(eta, i) + at(design.offset, i)
    const modes = random.at(eta, sdsOf(x), warm)
    if (modes.spherical.every(Number.isFinite)) warm = modes.spherical
    return modes
  }
  const logLikelihood = (x: Float64Array): number => {
    const value = modesAt(x).logLikelihood
    return Number.isFinite(value) ? value : -Infinity
  }
  const best = quasiNewton(logLikelihood, start, { scale })
  const sd = sdsOf(best.x)
  const hessian = hessianAt(logLikelihood, best.x, scale).map((value) => -value)
  const covariance = covarianceOf(hessian, p, q, best.x)
  const modes = modesAt(best.x)
  // Back from the means of the numbers to nought.
  const row = (column: number, i: number): Float64Array =>
    Float64Array.from(
      free,
      (other, j) => (i === j ? 1 : 0) - (at(design.names, column) === INTERCEPT ? at(means, other) : 0),
    )
  const coefficients = free.map((column, i): Coefficient => {
    const weights = row(column, i)
    const estimate = weights.reduce((sum, weight, j) => sum + weight * at(best.x, j), 0)
    return { name: at(design.names, column), estimate, standardError: Math.sqrt(quadratic(covariance, weights)) }
  })
  return {
    coefficients,
    sd,
    logLikelihood: modes.logLikelihood + logLikelihoodShift,
    modes: random.report(modes, sd),
    noSpread: groupings.filter(({ name }) => sd[name]! < LEAST_SD).map(({ name }) => name),
    dropped: [...new Set([...barren, ...aliased])],
    converged: best.converged && coefficients.every(({ standardError }) => Number.isFinite(standardError)),
  }
}

/** Numbers less their means, on which the intercept then does not hang; the mean by column, 0 for the others. */
function centred(design: DesignMatrix): { design: DesignMatrix; means: Float64Array } {
  const means = new Float64Array(design.names.length)
  const numbers = design.numbers.map(({ column, values }) => {
    const mean = values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length)
    means[column] = mean
    return { column, values: values.map((value) => value - mean) }
  })
  return { design: { ...design, numbers }, means }
}

/** How levels differ is told by those that had strikes: by one alone it is not, and the likelihood runs off. */
function refuseOneLevel({ name, codes }: Grouping, { events }: DesignMatrix): void {
  const struck = new Set(codes.filter((_, row) => at(events, row) > 0))
  if (struck.size < 2)
    throw new RangeError(`strikes came in only one ${name}: how one ${name} differs from another cannot be told`)
}

/** Covariance of β from the joint curvature; where a spread sits at nought, from that of β alone. NaN where it does not bend down. */
function covarianceOf(negative: Float64Array, p: number, q: number, x: Float64Array): Float64Array {
  const inside = Array.from({ length: p + q }, (_, i) => i).filter((i) => i < p || Math.abs(at(x, i)) >= LEAST_SD)
  const n = inside.length
  const chosen = Float64Array.from({ length: n * n }, (_, k) =>
    at(negative, at(inside, Math.floor(k / n)) * (p + q) + at(inside, k % n)),
  )
  const factor = cholesky(chosen, n)
  if (!factor) return new Float64Array(p * p).fill(NaN)
  const inverse = choleskyInverse(factor, n)
  return Float64Array.from({ length: p * p }, (_, k) => at(inverse, Math.floor(k / p) * n + (k % p)))
}

function quadratic(matrix: Float64Array, vector: Float64Array): number {
  const n = vector.length
  let sum = 0
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) sum += at(vector, i) * at(matrix, i * n + j) * at(vector, j)
  return sum
}
