import { cholesky, choleskySolve } from './cholesky.ts'
import type { Square } from './cholesky.ts'

/**
 * The Cholesky factor of a curvature, its diagonal raised by `least`, four times that … until it is positive definite: a surface that does
 * not bend down everywhere is taken to.
 *
 * Given      n × n values row by row; the first amount to raise it by
 * Source     Levenberg's damping: Nocedal & Wright, Numerical Optimization (2006) §3.4
 */
export function dampedFactor(curvature: Square, n: number, least: number): Square {
  for (let raised = 0; ; raised = Math.max(least, 4 * raised)) {
    const factor = cholesky(
      curvature.map((one, k) => (k % (n + 1) === 0 ? one + raised : one)),
      n,
    )
    if (factor) return factor
    if (!Number.isFinite(raised)) throw new Error('a curvature that is not made of numbers cannot be damped')
  }
}

/**
 * Newton’s step uphill.
 *
 * Given      the gradient; minus the second derivatives, n × n row by row, damped from `least` up where they are not positive definite
 * Returned   the step; shortened as a whole so that no variable moves further than `longest`
 * Source     Nocedal & Wright, Numerical Optimization (2006) §3.4
 */
export function dampedStep(
  gradient: Float64Array,
  curvature: Square,
  { least, longest }: { readonly least: number; readonly longest: number },
): Float64Array {
  const n = gradient.length
  const move = choleskySolve(dampedFactor(curvature, n, least), gradient, n)
  const furthest = move.reduce((most, one) => Math.max(most, Math.abs(one)), 0)
  return furthest > longest ? move.map((one) => (one * longest) / furthest) : move
}
