import { HalfSolution, cholesky, choleskyInverse, choleskySolve, forward, logDeterminant } from './cholesky.ts'
import type { Square } from './cholesky.ts'

/** A symmetric positive definite matrix of q + m rows whose first q by q block is diagonal, factored. */
export interface Arrowhead {
  /** The q values of the diagonal block. */
  readonly diagonal: Float64Array
  /** What joins the blocks, q × m row by row. */
  readonly joint: Float64Array
  /** Cholesky factor of the dense block's Schur complement, m × m. */
  readonly factor: Square
  readonly logDeterminant: number
}

/**
 * The factor of an arrowhead, in time that grows with q and not with its cube.
 *
 *   S = C − Bᵀ·D⁻¹·B,  ln|A| = Σ ln d + ln|S|
 *
 * Given      D as its diagonal, B, and C of which only the lower triangle is read; C is overwritten
 * Returned   undefined where the matrix is not positive definite
 * Source     Schur complement: Golub & Van Loan, Matrix Computations (2013) §4.2; as used for crossed random effects, Bates & DebRoy,
 *            J. Multivariate Anal. 91 (2004) 1
 */
export function factorArrowhead(diagonal: Float64Array, joint: Float64Array, dense: Square): Arrowhead | undefined {
  const q = diagonal.length
  const m = q === 0 ? Math.round(Math.sqrt(dense.length)) : joint.length / q
  const filled = new Int32Array(m)
  let logDiagonal = 0
  for (let j = 0; j < q; j++) {
    const d = diagonal[j]!
    logDiagonal += Math.log(d)
    // Rows of B are mostly nought.
    let count = 0
    for (let a = 0; a < m; a++) if (joint[j * m + a] !== 0) filled[count++] = a
    for (let i = 0; i < count; i++) {
      const a = filled[i]!
      const share = joint[j * m + a]! / d
      for (let k = 0; k <= i; k++) dense[a * m + filled[k]!]! -= share * joint[j * m + filled[k]!]!
    }
  }
  const factor = m === 0 ? dense : cholesky(dense, m)
  return factor && { diagonal, joint, factor, logDeterminant: logDeterminant(factor, m) + logDiagonal }
}

/**
 * Solves A·x = b by the blocks: the dense one first, then each of the diagonal.
 *
 * Given      the factored arrowhead; q + m values
 * Source     Golub & Van Loan, Matrix Computations (2013) §4.2
 */
export function solveArrowhead({ diagonal, joint, factor }: Arrowhead, right: Float64Array): Float64Array {
  const q = diagonal.length
  const m = right.length - q
  const lower = right.slice(q)
  for (let j = 0; j < q; j++) {
    const share = right[j]! / diagonal[j]!
    for (let a = 0; a < m; a++) lower[a]! -= share * joint[j * m + a]!
  }
  const below = m === 0 ? lower : choleskySolve(factor, lower, m)
  const x = new Float64Array(q + m)
  for (let j = 0; j < q; j++) {
    let sum = right[j]!
    for (let a = 0; a < m; a++) sum -= joint[j * m + a]! * below[a]!
    x[j] = sum / diagonal[j]!
  }
  x.set(below, q)
  return x
}

/**
 * The diagonal of A⁻¹.
 *
 *   1/d + bᵀ·S⁻¹·b/d² for a row of the diagonal block
 *
 * Given      the factored arrowhead; m; S⁻¹, the lower right block of A⁻¹, where the caller has it
 * Returned   q + m values
 * Source     inverse by blocks: Golub & Van Loan, Matrix Computations (2013) §2.1.4
 */
export function diagonalOfInverse(
  { diagonal, joint, factor }: Arrowhead,
  m: number,
  inverse: Square = m === 0 ? factor : choleskyInverse(factor, m),
): Float64Array {
  const q = diagonal.length
  const out = new Float64Array(q + m)
  for (let j = 0; j < q; j++) {
    const d = diagonal[j]!
    let around = 0
    for (let a = 0; a < m; a++) {
      const weight = joint[j * m + a]!
      if (weight !== 0) for (let b = 0; b < m; b++) around += weight * joint[j * m + b]! * inverse[a * m + b]!
    }
    out[j] = 1 / d + around / (d * d)
  }
  for (let a = 0; a < m; a++) out[q + a] = inverse[a * m + a]!
  return out
}

/**
 * L⁻¹·b/d of a row of the diagonal block: its squared length with 1/d is what `diagonalOfInverse` has, without an inverse.
 *
 * Given      the factored arrowhead, L⁻¹ transposed, m, and the row
 * Source     inverse by blocks: Golub & Van Loan, Matrix Computations (2013) §2.1.4
 */
export function halfOfRow({ diagonal, joint }: Arrowhead, columns: Square, m: number, row: number): Float64Array {
  const solution = new HalfSolution(columns, new Float64Array(m))
  for (let k = 0; k < m; k++) {
    const share = joint[row * m + k]!
    if (share !== 0) solution.add(k, share / diagonal[row]!)
  }
  return solution.half
}

/** xᵀ·A⁻¹·x, for q + m values. */
export function quadraticForm({ diagonal, joint, factor }: Arrowhead, x: Float64Array): number {
  const q = diagonal.length
  const m = x.length - q
  const lower = x.slice(q)
  let sum = 0
  for (let j = 0; j < q; j++) {
    const own = x[j]!
    if (own === 0) continue
    const share = own / diagonal[j]!
    sum += own * share
    for (let a = 0; a < m; a++) lower[a] = lower[a]! - share * joint[j * m + a]!
  }
  return m === 0 ? sum : forward(factor, lower, m).reduce((total, one) => total + one * one, sum)
}
