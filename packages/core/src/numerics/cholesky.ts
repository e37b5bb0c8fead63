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
    const own = j * n
    let i = j
    // Four rows at once: each sum runs as it would alone, and none waits for the others.
    for (; i + 3 < n; i += 4) {
      const [a, b, c, d] = [i * n, (i + 1) * n, (i + 2) * n, (i + 3) * n]
      let [one, two, three, four] = [matrix[a + j]!, matrix[b + j]!, matrix[c + j]!, matrix[d + j]!]
      for (let k = 0; k < j; k++) {
        const joined = l[own + k]!
        one -= l[a + k]! * joined
        two -= l[b + k]! * joined
        three -= l[c + k]! * joined
        four -= l[d + k]! * joined
      }
      l[a + j] = one
      l[b + j] = two
      l[c + j] = three
      l[d + j] = four
    }
    for (; i < n; i++) {
      let sum = matrix[i * n + j]!
      for (let k = 0; k < j; k++) sum -= l[i * n + k]! * l[own + k]!
      l[i * n + j] = sum
    }
    const pivot = l[own + j]!
    if (!(pivot > 0)) return undefined
    const root = Math.sqrt(pivot)
    l[own + j] = root
    for (let row = j + 1; row < n; row++) l[row * n + j] = l[row * n + j]! / root
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
    let k = 0
    // Four rows at a time: above their diagonals they are nought.
    for (; k + 3 < i; k += 4) {
      const [a, b, c, d] = [k * n, (k + 1) * n, (k + 2) * n, (k + 3) * n]
      const [one, two, three, four] = [l[row + k]!, l[row + k + 1]!, l[row + k + 2]!, l[row + k + 3]!]
      if (one === 0 && two === 0 && three === 0 && four === 0) continue
      for (let j = 0; j <= k + 3; j++)
        inverse[row + j] =
          inverse[row + j]! -
          (one * inverse[a + j]! + two * inverse[b + j]! + three * inverse[c + j]! + four * inverse[d + j]!)
    }
    for (; k < i; k++) {
      const factor = l[row + k]!
      for (let j = 0; j <= k; j++) inverse[row + j] = inverse[row + j]! - factor * inverse[k * n + j]!
    }
    const own = 1 / l[row + i]!
    for (let j = 0; j < i; j++) inverse[row + j] = inverse[row + j]! * own
    inverse[row + i] = own
  }
  return inverse
}

/** A square with rows for columns. */
export function transposed(square: Square, n: number): Square {
  const out = new Float64Array(n * n)
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) out[j * n + i] = square[i * n + j]!
  return out
}

/**
 * L⁻¹·x for an x of few entries, which costs a column each: its squared length is xᵀ·A⁻¹·x.
 *
 * Given      L⁻¹ transposed (`transposed` of `lowerInverse`), n × n; a vector of n, to which entries are added one by one
 */
export class HalfSolution {
  constructor(
    private readonly columns: Square,
    readonly half: Float64Array,
  ) {}

  add(k: number, share: number): void {
    const { columns, half } = this
    const n = half.length
    const line = k * n
    for (let i = k; i < n; i++) half[i] = half[i]! + share * columns[line + i]!
  }
}
