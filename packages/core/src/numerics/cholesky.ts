/** A symmetric matrix as its full square, row after row. */
export type Square = Float64Array

/**
 * Lower Cholesky factor of a symmetric positive definite matrix, in place of a copy.
 *
 * Given      n × n values row by row; only the lower triangle is read
 * Returned   L with A = L·Lᵀ, the upper triangle zero; undefined where the matrix is not positive definite
 */
export function cholesky(matrix: Square, n: number): Square | undefined {
  const l = new Float64Array(n * n)
  for (let j = 0; j < n; j++) {
    for (let i = j; i < n; i++) {
      let sum = matrix[i * n + j] ?? NaN
      for (let k = 0; k < j; k++) sum -= l[i * n + k]! * l[j * n + k]!
      if (i === j) {
        if (!(sum > 0)) return undefined
        l[j * n + j] = Math.sqrt(sum)
      } else l[i * n + j] = sum / (l[j * n + j] ?? 1)
    }
  }
  return l
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
export function forward(l: Square, b: ArrayLike<number>, n: number): Float64Array {
  const y = Float64Array.from(b)
  for (let i = 0; i < n; i++) {
    let sum = y[i]!
    for (let k = 0; k < i; k++) sum -= l[i * n + k]! * y[k]!
    y[i] = sum / (l[i * n + i] ?? 1)
  }
  return y
}

/**
 * ln|A| = 2·Σ ln L_ii from the factor of A.
 *
 * Given      the factor, n × n row by row
 */
export function logDeterminant(l: Square, n: number): number {
  let sum = 0
  for (let i = 0; i < n; i++) sum += 2 * Math.log(l[i * n + i] ?? 1)
  return sum
}

/**
 * A⁻¹ from the factor of A, column by column.
 *
 * Given      the factor, n × n row by row
 * Returned   n × n row by row
 */
export function choleskyInverse(l: Square, n: number): Square {
  const inverse = new Float64Array(n * n)
  const unit = new Float64Array(n)
  for (let j = 0; j < n; j++) {
    unit.fill(0)
    unit[j] = 1
    const column = choleskySolve(l, unit, n)
    for (let i = 0; i < n; i++) inverse[i * n + j] = column[i]!
  }
  return inverse
}
