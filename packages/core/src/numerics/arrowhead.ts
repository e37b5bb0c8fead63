import { choleskyInverse, choleskySolve, logDeterminant } from './cholesky.ts'
import type { Square } from './cholesky.ts'
import { scratch } from './kernel/scratch.ts'
import type { Lines } from './lines.ts'

/** A symmetric positive definite matrix of q + m rows whose first q by q block is diagonal, factored. */
export interface Arrowhead {
  /** The q values of the diagonal block. */
  readonly diagonal: Float64Array
  /** What joins the blocks, q rows of m. */
  readonly joint: Lines
  /** Cholesky factor of the dense block's Schur complement, m × m. */
  readonly factor: Square
  readonly logDeterminant: number
}

/**
 * The factor of an arrowhead, in time that grows with q and not with its cube.
 *
 *   S = C − Bᵀ·D⁻¹·B,  ln|A| = Σ ln d + ln|S|
 *
 * Given      D as its diagonal, B, and C of which only the lower triangle is read
 * Returned   undefined where the matrix is not positive definite
 * Source     Schur complement: Golub & Van Loan, Matrix Computations (2013) §4.2; as used for crossed random effects, Bates & DebRoy,
 *            J. Multivariate Anal. 91 (2004) 1
 */
export function factorArrowhead(diagonal: Float64Array, joint: Lines, dense: Square): Arrowhead | undefined {
  const m = Math.round(Math.sqrt(dense.length))
  const logDiagonal = diagonal.reduce((sum, d) => sum + Math.log(d), 0)
  const factor = m === 0 ? dense : schurFactor(diagonal, joint, dense, m)
  return factor && { diagonal, joint, factor, logDeterminant: logDeterminant(factor, m) + logDiagonal }
}

const bytesOf = ({ starts, column, value }: Lines): { starts: number; column: number; value: number } => ({
  ...{ starts: starts.byteLength, column: column.byteLength, value: value.byteLength },
})

function schurFactor(diagonal: Float64Array, joint: Lines, dense: Square, m: number): Square | undefined {
  const q = diagonal.length
  const { kernel, at } = scratch({ diagonal: diagonal.byteLength, ...bytesOf(joint), dense: dense.byteLength })
  kernel.numbers(at.diagonal, q).set(diagonal)
  kernel.setLines(at, joint)
  const factor = kernel.numbers(at.dense, m * m)
  factor.set(dense)
  kernel.run.takeSchur(at.diagonal, at.starts, at.column, at.value, q, m, at.dense)
  return kernel.run.cholesky(at.dense, m) ? factor.slice() : undefined
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
  const { starts, column, value } = joint
  const lower = right.slice(q)
  for (let j = 0; j < q; j++) {
    const share = right[j]! / diagonal[j]!
    for (let k = starts[j]!; k < starts[j + 1]!; k++) lower[column[k]!]! -= share * value[k]!
  }
  const below = m === 0 ? lower : choleskySolve(factor, lower, m)
  const x = new Float64Array(q + m)
  for (let j = 0; j < q; j++) {
    let sum = right[j]!
    for (let k = starts[j]!; k < starts[j + 1]!; k++) sum -= value[k]! * below[column[k]!]!
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
  const { starts, column, value } = joint
  const out = new Float64Array(q + m)
  for (let j = 0; j < q; j++) {
    const d = diagonal[j]!
    const to = starts[j + 1]!
    let around = 0
    for (let a = starts[j]!; a < to; a++) {
      const line = column[a]! * m
      for (let b = starts[j]!; b < to; b++) around += value[a]! * value[b]! * inverse[line + column[b]!]!
    }
    out[j] = 1 / d + around / (d * d)
  }
  for (let a = 0; a < m; a++) out[q + a] = inverse[a * m + a]!
  return out
}

/**
 * xᵀ·A⁻¹·x of vectors of q + m values, one after another in `vectors`.
 *
 * Given      the factored arrowhead
 * Returned   a value a vector
 * Source     by the Schur complement: Golub & Van Loan, Matrix Computations (2013) §4.2
 */
export function quadraticForms({ diagonal, joint, factor }: Arrowhead, vectors: Float64Array): Float64Array {
  const q = diagonal.length
  const m = Math.round(Math.sqrt(factor.length))
  const count = vectors.length / (q + m)
  const { kernel, at } = scratch({
    ...{ diagonal: diagonal.byteLength, factor: factor.byteLength, vectors: vectors.byteLength },
    ...bytesOf(joint),
    half: m * Float64Array.BYTES_PER_ELEMENT,
    forms: count * Float64Array.BYTES_PER_ELEMENT,
  })
  kernel.numbers(at.diagonal, q).set(diagonal)
  kernel.setLines(at, joint)
  kernel.numbers(at.factor, factor.length).set(factor)
  kernel.numbers(at.vectors, vectors.length).set(vectors)
  kernel.run.quadraticForms(
    ...([at.diagonal, at.starts, at.column, at.value, at.factor] as const),
    ...([at.vectors, count, q, m, at.half, at.forms] as const),
  )
  return kernel.numbers(at.forms, count).slice()
}
