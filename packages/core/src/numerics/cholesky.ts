import { scratch } from './kernel/scratch.ts'

/** A symmetric matrix as its full square, row after row. */
export type Square = Float64Array

/**
 * Lower Cholesky factor of a symmetric positive definite matrix, in place of a copy.
 *
 * Given      n × n values row by row; only the lower triangle is read
 * Returned   L with A = L·Lᵀ, the upper triangle zero; undefined where the matrix is not positive definite
 * Source     Golub & Van Loan, Matrix Computations (2013) §4.2, from memory
 */
export function cholesky(matrix: Square, n: number): Square | undefined {
  const { kernel, at } = scratch({ factor: matrix.byteLength })
  const factor = kernel.numbers(at.factor, n * n)
  factor.set(matrix)
  return kernel.run.cholesky(at.factor, n) ? factor.slice() : undefined
}

/**
 * Solves A·x = b for A = L·Lᵀ.
 *
 * Given      the factor, n × n row by row, and n values
 * Source     Golub & Van Loan, Matrix Computations (2013) §4.2, §3.1
 */
export function choleskySolve(l: Square, b: ArrayLike<number>, n: number): Float64Array {
  const x = forward(l, b, n)
  for (let i = n - 1; i >= 0; i--) {
    let sum = x[i]!
    for (let k = i + 1; k < n; k++) sum -= l[k * n + i]! * x[k]!
    x[i] = sum / (l[i * n + i] ?? 1)
  }
  return x
}

/**
 * Solves L·y = b: the half of a solution whose squared length is bᵀ·A⁻¹·b.
 *
 * Given      the factor, n × n row by row, and n values
 * Source     Golub & Van Loan, Matrix Computations (2013) §3.1.1
 */
function forward(l: Square, b: ArrayLike<number>, n: number): Float64Array {
  const y = Float64Array.from(b)
  let i = 0
  for (; i + 3 < n; i += 4) {
    const [a, c, d, e] = [i * n, (i + 1) * n, (i + 2) * n, (i + 3) * n]
    let [one, two, three, four] = [y[i]!, y[i + 1]!, y[i + 2]!, y[i + 3]!]
    for (let k = 0; k < i; k++) {
      const known = y[k]!
      one -= l[a + k]! * known
      two -= l[c + k]! * known
      three -= l[d + k]! * known
      four -= l[e + k]! * known
    }
    one /= l[a + i]!
    two = (two - l[c + i]! * one) / l[c + i + 1]!
    three = (three - l[d + i]! * one - l[d + i + 1]! * two) / l[d + i + 2]!
    four = (four - l[e + i]! * one - l[e + i + 1]! * two - l[e + i + 2]! * three) / l[e + i + 3]!
    y[i] = one
    y[i + 1] = two
    y[i + 2] = three
    y[i + 3] = four
  }
  for (; i < n; i++) {
    let sum = y[i]!
    for (let k = 0; k < i; k++) sum -= l[i * n + k]! * y[k]!
    y[i] = sum / l[i * n + i]!
  }
  return y
}

/**
 * ln|A| = 2·Σ ln L_ii from the factor of A.
 *
 * Given      the factor, n × n row by row
 * Source     as `cholesky`
 */
export function logDeterminant(l: Square, n: number): number {
  let sum = 0
  for (let i = 0; i < n; i++) sum += 2 * Math.log(l[i * n + i] ?? 1)
  return sum
}

/**
 * A⁻¹ from the factor of A.
 *
 *   A⁻¹ = L⁻ᵀ·L⁻¹
 *
 * Given      the factor, n × n row by row
 * Returned   n × n row by row
 * Source     Golub & Van Loan, Matrix Computations (2013) §3.1.8
 */
export function choleskyInverse(l: Square, n: number): Square {
  const { kernel, at } = scratch({ factor: l.byteLength, lower: l.byteLength, inverse: l.byteLength })
  kernel.numbers(at.factor, n * n).set(l)
  kernel.numbers(at.lower, n * n).fill(0)
  const inverse = kernel.numbers(at.inverse, n * n).fill(0)
  kernel.run.lowerInverse(at.factor, at.lower, n)
  kernel.run.squareOf(at.lower, at.inverse, n)
  return inverse.slice()
}
