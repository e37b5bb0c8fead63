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

/**
 * ln Γ(x).
 *
 * Valid for  x > 0
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §6.1
 */
export const logGamma = (x: number): number => gammaln(x)
/**
 * ψ(x) = d ln Γ(x) / dx.
 *
 * Valid for  x > 0
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §6.3
 */
export const digamma = (x: number): number => digammaOf(x)
/**
 * ψ′(x).
 *
 * Valid for  x > 0
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §6.4
 */
export const trigamma = (x: number): number => trigammaOf(x)
/**
 * The x with P(X ≤ x) = p for X ~ Gamma(shape, rate).
 *
 * Valid for  p in [0, 1], shape and rate > 0; NaN elsewhere
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §26.4, by the inverse of §6.5
 */
export const gammaQuantile = (p: number, shape: number, rate = 1): number => gammaQuantileOf(p, shape, rate)
/**
 * P(X ≤ x) for X ~ Gamma(shape, rate): the regularised incomplete gamma function at rate·x.
 *
 * Valid for  shape and rate > 0; NaN elsewhere
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §6.5
 */
export const gammaCdf = (x: number, shape: number, rate = 1): number => gammaCdfOf(x, shape, rate)
/**
 * P(X ≤ x) for chi-square.
 *
 * Valid for  degrees of freedom > 0, also fractions
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §26.4
 */
export const chiSquareCdf = (x: number, degreesOfFreedom: number): number => chiSquareCdfOf(x, degreesOfFreedom)
/**
 * The x with P(X ≤ x) = p for chi-square, as Gamma(degrees/2, ½).
 *
 * Valid for  p in [0, 1], degrees of freedom > 0
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §26.4.19
 */
export const chiSquareQuantile = (p: number, degreesOfFreedom: number): number =>
  gammaQuantileOf(p, degreesOfFreedom / 2, 0.5)
/**
 * The x with P(X ≤ x) = p for X ~ Beta(a, b).
 *
 * Valid for  p in [0, 1], a and b > 0; NaN elsewhere
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §26.5
 */
export const betaQuantile = (p: number, a: number, b: number): number => betaQuantileOf(p, a, b)
/**
 * The z with Φ(z) = p.
 *
 * Valid for  p in [0, 1]
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §26.2
 */
export const normalQuantile = (p: number): number => normalQuantileOf(p, 0, 1)
/**
 * Φ(z).
 *
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §26.2
 */
export const normalCdf = (x: number): number => normalCdfOf(x, 0, 1)
/**
 * P(X ≤ x) for Student’s t.
 *
 * Valid for  degrees of freedom > 0, also fractions
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §26.7
 */
export const tCdf = (x: number, degreesOfFreedom: number): number => tCdfOf(x, degreesOfFreedom)
/**
 * The x with P(X ≤ x) = p for Student’s t.
 *
 * Valid for  p in [0, 1], degrees of freedom > 0, also fractions
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §26.7
 */
export const tQuantile = (p: number, degreesOfFreedom: number): number => tQuantileOf(p, degreesOfFreedom)
