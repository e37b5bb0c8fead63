import { at } from '../../checked/index.ts'
import { chiSquareCdf, chiSquareQuantile, logGamma, quasiNewton } from '../../numerics/index.ts'
import { alphaOf } from '../confidence.ts'
import type { Confidence } from '../confidence.ts'
import type { Exposure } from '../exposure.ts'

/** A trip on which A, B or both were thrown, and what was known of it at launch, as numbers. */
export interface TripPair {
  readonly a: Exposure
  readonly b: Exposure
  /** Covariates, of equal length on all trips; none may depend on a strike. */
  readonly known: readonly number[]
}

export interface WithinRatio {
  /** Rate of A over rate of B. Null where one of them never struck. */
  readonly ratio: number | null
  readonly lower: number
  /** Infinite where B never struck. */
  readonly upper: number
  /** Two-sided, of equal rates. */
  readonly pValue: number
  readonly converged: boolean
}

/** The spread of trips is looked for between a shape of a twentieth (wild) and a thousand (none). */
const SHAPES = [Math.log(0.05), Math.log(1000)] as const
/** A weak pull of the launch's factors towards one: sd of their logarithms. (ours) */
const COVARIATE_SD = 1
const FARTHEST_LOG_RATIO = 6

/**
 * Ratio of two rates with a luck of its own for each trip, by a gamma-frailty Poisson model.
 *
 *   log L = Σ_trips [a·log ρ + n·log λ_t + lnΓ(k + n) − lnΓ(k) + k·ln k − (k + n)·ln(k + λ_t(ρ·T_A + T_B))],  n = a + b,
 *   λ_t = exp(β0 + x_t·β), x_t what was known at launch; limits by profile likelihood
 *
 * Given      hours and strikes of A and B by trip; trips with only one of them tell of luck and launch
 * Returned   ρ, A over B
 * Valid for  exposure that was chosen by what had been seen before it: picking a lure up after blanks, or keeping on while it bites, does
 *            not spoil it
 * Source     Andersen & Gill, Ann. Statist. 10 (1982) 1100 (predictable exposure); gamma frailty: Clayton, Biometrika 65 (1978) 141
 */
export function randomTripRatio(trips: readonly TripPair[], options: Confidence = {}): WithinRatio {
  const alpha = alphaOf(options)
  const used = trips.filter(({ a, b }) => a.exposureHours + b.exposureHours > 0)
  const [strikesA, strikesB] = [used.reduce((sum, { a }) => sum + a.events, 0), used.reduce((sum, { b }) => sum + b.events, 0)]
  const [hoursA, hoursB] = [used.reduce((sum, { a }) => sum + a.exposureHours, 0), used.reduce((sum, { b }) => sum + b.exposureHours, 0)]
  if (!(hoursA > 0 && hoursB > 0)) throw new RangeError(`${hoursA > 0 ? 'B' : 'A'} has no hours: there is nothing to compare`)
  const width = used[0]?.known.length ?? 0
  const overall = Math.log(Math.max(0.5, strikesA + strikesB) / (hoursA + hoursB))
  const nuisance = Float64Array.from([overall, Math.log(2), ...new Array<number>(width).fill(0)])
  const scale = [0.3, 0.5, ...new Array<number>(width).fill(0.3)]
  let warm: Float64Array = nuisance
  /** The best likelihood at a log ratio, over luck and launch. */
  const profile = (logRatio: number): { value: number; converged: boolean } => {
    const best = quasiNewton((x) => logLikelihood(used, logRatio, x), warm, { scale, tolerance: 1e-7 })
    warm = best.x
    return { value: best.value, converged: best.converged }
  }
  if (strikesA + strikesB === 0) return { ratio: null, lower: 0, upper: Infinity, pValue: 1, converged: true }
  const start = Math.log((strikesA + 0.5) / hoursA / ((strikesB + 0.5) / hoursB))
  const joint = quasiNewton((x) => logLikelihood(used, at(x, 0), x.subarray(1)), [start, ...nuisance], { scale: [0.4, ...scale], tolerance: 1e-8 })
  const peak = Math.max(-FARTHEST_LOG_RATIO, Math.min(FARTHEST_LOG_RATIO, at(joint.x, 0)))
  warm = Float64Array.from(joint.x.subarray(1))
  const drop = chiSquareQuantile(1 - alpha, 1) / 2
  const within = (logRatio: number): boolean => profile(logRatio).value > joint.value - drop
  return {
    ratio: strikesA === 0 || strikesB === 0 ? null : Math.exp(peak),
    lower: strikesA === 0 ? 0 : Math.exp(edge(peak, -1, within)),
    upper: strikesB === 0 ? Infinity : Math.exp(edge(peak, 1, within)),
    pValue: 1 - chiSquareCdf(Math.max(0, 2 * (joint.value - profile(0).value)), 1),
    converged: joint.converged,
  }
}

/** Where the profile leaves its limits in one direction, to a thousandth of the logarithm. */
function edge(peak: number, direction: 1 | -1, within: (logRatio: number) => boolean): number {
  let step = 0.25
  let inside = peak
  let outside = peak + direction * step
  while (within(outside)) {
    inside = outside
    step *= 2
    outside = peak + direction * step
    if (step > 4 * FARTHEST_LOG_RATIO) return direction * Infinity
  }
  while (Math.abs(outside - inside) > 1e-3) {
    const middle = (inside + outside) / 2
    if (within(middle)) inside = middle
    else outside = middle
  }
  return (inside + outside) / 2
}

/** `x`: log λ, log k, and the launch's factors. */
function logLikelihood(trips: readonly TripPair[], logRatio: number, x: ArrayLike<number>): number {
  const ratio = Math.exp(logRatio)
  const logShape = Math.max(SHAPES[0], Math.min(SHAPES[1], at(x, 1)))
  const k = Math.exp(logShape)
  const constant = k * logShape - logGamma(k)
  let sum = 0
  for (const { a, b, known } of trips) {
    let eta = at(x, 0)
    for (let i = 0; i < known.length; i++) eta += at(known, i) * at(x, 2 + i)
    const n = a.events + b.events
    const exposure = Math.exp(eta) * (ratio * a.exposureHours + b.exposureHours)
    sum += a.events * logRatio + n * eta + logGamma(k + n) + constant - (k + n) * Math.log(k + exposure)
  }
  for (let i = 2; i < x.length; i++) sum -= (at(x, i) / COVARIATE_SD) ** 2 / 2
  // Beyond its bounds the shape changes nothing: a slight pull keeps the search from wandering there.
  return sum - (at(x, 1) - logShape) ** 2
}
