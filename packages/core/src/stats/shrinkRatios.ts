import { at } from '../checked/index.ts'
import { gammaCdf, gammaQuantile, logGamma } from '../numerics/index.ts'
import { alphaOf } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'
import type { Exposure } from './exposure.ts'
import type { GammaPosterior } from './fitGammaPoisson.ts'

/** A group's ratio to what was expected of it, shrunk towards the others'. */
export interface Shrunken extends GammaPosterior, Interval {}

/**
 * The prior of the spread between groups, always in and fading as groups come: coefficient of variation half-normal with sd 0.5 (one group
 * in three differs from its like by more than half), log of the mean ratio normal(0, 0.3). Ours; below six groups it is most of what is known.
 */
export const SHRINK_PRIOR = { cvSd: 0.5, logMeanSd: 0.3 } as const

const CVS = [0.03, 0.08, 0.14, 0.2, 0.27, 0.35, 0.44, 0.54, 0.66, 0.8, 1, 1.3, 1.7]
const LOG_MEANS = Array.from({ length: 13 }, (_, i) => (i - 6) * 0.15)

/**
 * Shrinks the ratios of groups (events to expected events) towards one another.
 *
 *   y_i ~ Poisson(λ_i E_i),  λ_i ~ Gamma(α, α/m);  the posterior is averaged over a grid of (α, m) weighted by marginal likelihood × prior
 *
 * Given      events and expected events (> 0) of each group; confidence (default 0.9)
 * Returned   for each group the gamma with the mean and variance of the averaged posterior, and the averaged posterior's equal-tailed interval
 * Accuracy   limits within 0.5 % of the averaged posterior's own quantiles (tested)
 * Source     Carlin & Gelfand, JASA 85 (1990) 105–114; prior ours
 */
export function shrinkRatios(groups: readonly Exposure[], options: Confidence = {}): Shrunken[] {
  const alpha = alphaOf(options)
  const grid = weightedGrid(groups)
  return groups.map(({ events, exposureHours }) => {
    let [mean, square] = [0, 0]
    for (const { shape, rate, weight } of grid) {
      const [a, b] = [shape + events, rate + exposureHours]
      mean += (weight * a) / b
      square += (weight * a * (a + 1)) / (b * b)
    }
    const rate = mean / (square - mean * mean)
    const shape = mean * rate
    const posterior = grid.map((point) => ({
      shape: point.shape + events,
      rate: point.rate + exposureHours,
      weight: point.weight,
    }))
    const limit = (p: number): number => averagedQuantile(posterior, p, gammaQuantile(p, shape, rate))
    return { mean, shape, rate, lower: limit(alpha / 2), upper: limit(1 - alpha / 2) }
  })
}

const NEWTON_STEPS = 4

/** Quantile of a weighted average of gammas: Newton's in ln x from a good start. */
function averagedQuantile(posterior: readonly GridPoint[], p: number, start: number): number {
  let x = start
  for (let step = 0; step < NEWTON_STEPS; step++) {
    let [below, density] = [0, 0]
    for (const { shape, rate, weight } of posterior) {
      below += weight * gammaCdf(x, shape, rate)
      density += weight * Math.exp(shape * Math.log(rate * x) - rate * x - logGamma(shape))
    }
    x *= Math.exp(Math.max(-0.5, Math.min(0.5, (p - below) / density)))
  }
  return x
}

export interface GridPoint {
  readonly shape: number
  readonly rate: number
  readonly weight: number
}

/** Lighter points change no limit by a thousandth. */
const LEAST_WEIGHT = 2e-4

/**
 * The grid of priors, each with the weight that the groups give it; exported for the check of the averaged quantiles.
 *
 * Given      events and exposure of each group, exposure as expected events
 * Returned   the gamma of each point with its share; shares add up to 1
 * Source     Bayes’ rule over a grid; the priors are ours
 */
export function weightedGrid(groups: readonly Exposure[]): GridPoint[] {
  const points: { shape: number; rate: number; log: number }[] = []
  for (const cv of CVS) {
    const shape = 1 / cv ** 2
    const gains = logGains(groups, shape)
    for (const logMean of LOG_MEANS) {
      const rate = shape / Math.exp(logMean)
      let log =
        -0.5 * (cv / SHRINK_PRIOR.cvSd) ** 2 - 0.5 * (logMean / SHRINK_PRIOR.logMeanSd) ** 2 + Math.log(stepOf(cv))
      groups.forEach(({ events, exposureHours }, i) => {
        log += at(gains, i) + shape * Math.log(rate) - (shape + events) * Math.log(rate + exposureHours)
      })
      points.push({ shape, rate, log })
    }
  }
  const highest = Math.max(...points.map(({ log }) => log))
  const weights = points.map(({ log }) => Math.exp(log - highest))
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  const kept = points
    .map(({ shape, rate }, i) => ({ shape, rate, weight: at(weights, i) / total }))
    .filter(({ weight }) => weight > LEAST_WEIGHT)
  const sum = kept.reduce((all, { weight }) => all + weight, 0)
  return kept.map((point) => ({ ...point, weight: point.weight / sum }))
}

/** The part of each group's likelihood that does not depend on the mean; equal counts are worked out once. */
function logGains(groups: readonly Exposure[], shape: number): number[] {
  const known = new Map<number, number>()
  return groups.map(({ events }) => {
    const gain = known.get(events) ?? logGamma(shape + events) - logGamma(shape)
    known.set(events, gain)
    return gain
  })
}

/** Width of the grid's step at a coefficient of variation: the points are not equally far apart. */
function stepOf(cv: number): number {
  const i = CVS.indexOf(cv)
  return ((CVS[i + 1] ?? cv * 1.25) - (CVS[i - 1] ?? 0)) / 2
}
