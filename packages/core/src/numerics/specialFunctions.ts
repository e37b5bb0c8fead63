import digammaOf from '@stdlib/math-base-special-digamma'
import gammaln from '@stdlib/math-base-special-gammaln'
import trigammaOf from '@stdlib/math-base-special-trigamma'
import betaQuantileOf from '@stdlib/stats-base-dists-beta-quantile'
import chiSquareCdfOf from '@stdlib/stats-base-dists-chisquare-cdf'
import gammaCdfOf from '@stdlib/stats-base-dists-gamma-cdf'
import gammaQuantileOf from '@stdlib/stats-base-dists-gamma-quantile'
import normalCdfOf from '@stdlib/stats-base-dists-normal-cdf'
import normalQuantileOf from '@stdlib/stats-base-dists-normal-quantile'
import tCdfOf from '@stdlib/stats-base-dists-t-cdf'
import tQuantileOf from '@stdlib/stats-base-dists-t-quantile'

/** Special functions and distributions come from stdlib; they enter here and nowhere else. Accuracy 1e-12 relative or better (quantiles 1e-9). */

/** ln Γ(x), x > 0. */
export const logGamma = (x: number): number => gammaln(x)
/** ψ(x) = d ln Γ(x) / dx. */
export const digamma = (x: number): number => digammaOf(x)
/** ψ′(x). */
export const trigamma = (x: number): number => trigammaOf(x)
/** Quantile of Gamma(shape, rate). */
export const gammaQuantile = (p: number, shape: number, rate = 1): number => gammaQuantileOf(p, shape, rate)
/** P(X ≤ x) for X ~ Gamma(shape, rate). */
export const gammaCdf = (x: number, shape: number, rate = 1): number => gammaCdfOf(x, shape, rate)
/** P(X ≤ x) for chi-square. */
export const chiSquareCdf = (x: number, degreesOfFreedom: number): number => chiSquareCdfOf(x, degreesOfFreedom)
/** Quantile of chi-square. */
export const chiSquareQuantile = (p: number, degreesOfFreedom: number): number =>
  gammaQuantileOf(p, degreesOfFreedom / 2, 0.5)
export const betaQuantile = (p: number, a: number, b: number): number => betaQuantileOf(p, a, b)
export const normalQuantile = (p: number): number => normalQuantileOf(p, 0, 1)
export const normalCdf = (x: number): number => normalCdfOf(x, 0, 1)
/** P(X ≤ x) for Student's t. */
export const tCdf = (x: number, degreesOfFreedom: number): number => tCdfOf(x, degreesOfFreedom)
/** Quantile of Student's t. */
export const tQuantile = (p: number, degreesOfFreedom: number): number => tQuantileOf(p, degreesOfFreedom)
