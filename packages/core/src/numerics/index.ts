export { drawGamma, drawNormal, drawPoisson, seededRandom } from './random.ts'
export type { Random } from './random.ts'
export { betaQuantile, chiSquareCdf, digamma, gammaCdf, gammaQuantile, logGamma, normalCdf, normalQuantile, tQuantile, trigamma } from './special.ts'
