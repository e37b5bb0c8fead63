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
      const sum = (matrix[i * n + j] ?? NaN) - rowProduct(l, i * n, j * n, j)
      if (i === j) {
        if (!(sum > 0)) return undefined
        l[j * n + j] = Math.sqrt(sum)
      } else l[i * n + j] = sum / (l[j * n + j] ?? 1)
    }
  }
  return l
}

/** Product of two rows: four sums at a time, which a processor adds side by side. */
function rowProduct(l: Square, one: number, other: number, count: number): number {
  let a = 0
  let b = 0
  let c = 0
  let d = 0
  let k = 0
  for (; k + 3 < count; k += 4) {
    a += l[one + k]! * l[other + k]!
    b += l[one + k + 1]! * l[other + k + 1]!
    c += l[one + k + 2]! * l[other + k + 2]!
    d += l[one + k + 3]! * l[other + k + 3]!
  }
  for (; k < count; k++) a += l[one + k]! * l[other + k]!
  return a + b + (c + d)
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

/**
 * L⁻¹, row by row: A⁻¹ = L⁻ᵀ·L⁻¹, so that entries of A⁻¹ are had one by one.
 *
 * Given      the factor, n × n row by row
 * Returned   n × n, the upper triangle zero
 * Source     Golub & Van Loan, Matrix Computations (2013) §3.1.8
 */
export function lowerInverse(l: Square, n: number): Square {
  const inverse = new Float64Array(n * n)
  for (let i = 0; i < n; i++) {
    const row = i * n
    for (let k = 0; k < i; k++) {
      const factor = l[row + k]!
      if (factor === 0) continue
      const above = k * n
      for (let j = 0; j <= k; j++) inverse[row + j] = inverse[row + j]! - factor * inverse[above + j]!
    }
    const own = 1 / (l[row + i] ?? 1)
    for (let j = 0; j < i; j++) inverse[row + j] = inverse[row + j]! * own
    inverse[row + i] = own
  }
  return inverse
}
