export { newtonMaximum } from './newtonMaximum.ts'
export { hessianAt, quasiNewton } from './quasiNewton.ts'
export type { Maximum, QuasiNewtonOptions } from './quasiNewton.ts'
export { cholesky, choleskyInverse, choleskySolve, logDeterminant } from './cholesky.ts'
export type { Square } from './cholesky.ts'
export { linesOf } from './lines.ts'
export type { Lines } from './lines.ts'
export { Kernel } from './kernel/kernel.ts'
export { agreeingRows } from './agreeingRows.ts'
export { diagonalOfInverse, factorArrowhead, quadraticForms, solveArrowhead } from './arrowhead.ts'
export type { Arrowhead } from './arrowhead.ts'
export { dampedFactor, dampedStep } from './dampedStep.ts'
export { halvedStep } from './halvedStep.ts'
export { LabelEncoder } from './labelEncoder.ts'
export { BoundedCache } from './boundedCache.ts'
export { countWhile } from './countWhile.ts'
export { findCrossing, findRoot, findRootFromZero } from './findRoot.ts'
export { signChange } from './signChange.ts'
export { SeededRandom, drawGamma, drawGeometric, drawNormal, drawPoisson, seededRandom } from './random.ts'
export type { Random } from './random.ts'
export { betaValues, gammaValues, normalValues } from './equallyLikely.ts'
export {
  betaQuantile,
  chiSquareCdf,
  chiSquareQuantile,
  digamma,
  gammaCdf,
  gammaQuantile,
  logGamma,
  normalCdf,
  normalQuantile,
  tCdf,
  tQuantile,
  trigamma,
} from './specialFunctions.ts'
