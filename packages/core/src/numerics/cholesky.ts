/** A symmetric matrix as its full square, row after row. */
export type Square = Float64Array

/**
 * Lower Cholesky factor of a symmetric positive definite matrix, in place of a copy.
 *
 * Given      n × n values row by row; only the lower triangle is read
 * Returned   L with A = L·Lᵀ, the upper triangle zero; undefined where the matrix is not positive definite
 */
export function cholesky(matrix: Square, n: number): Square | undefined {
  const begun = { matrix, l: new Float64Array(n * n), n }
  let i = 0
  // Four rows by two columns at once: each sum runs as it would alone, none waits for the others, and every entry read serves several.
  for (; i + 3 < n; i += 4) {
    for (let j = 0; j < i; j += 2) eightEntries(begun, i, j)
    for (let row = i; row < i + 4; row++) if (!restOfRow(begun, row, i)) return undefined
  }
  for (; i < n; i++) if (!restOfRow(begun, i, 0)) return undefined
  return begun.l
}

interface Begun {
  readonly matrix: Square
  readonly l: Square
  readonly n: number
}

/** Rows i to i + 3 of columns j and j + 1, all of them known to the left. */
function eightEntries({ matrix, l, n }: Begun, i: number, j: number): void {
  const [a, b, c, d] = [i * n, (i + 1) * n, (i + 2) * n, (i + 3) * n]
  const [own, next] = [j * n, (j + 1) * n]
  let [a0, b0, c0, d0] = [matrix[a + j]!, matrix[b + j]!, matrix[c + j]!, matrix[d + j]!]
  let [a1, b1, c1, d1] = [matrix[a + j + 1]!, matrix[b + j + 1]!, matrix[c + j + 1]!, matrix[d + j + 1]!]
  for (let k = 0; k < j; k++) {
    const left = l[own + k]!
    const right = l[next + k]!
    const ak = l[a + k]!
    a0 -= ak * left
    a1 -= ak * right
    const bk = l[b + k]!
    b0 -= bk * left
    b1 -= bk * right
    const ck = l[c + k]!
    c0 -= ck * left
    c1 -= ck * right
    const dk = l[d + k]!
    d0 -= dk * left
    d1 -= dk * right
  }
  const [root, joined, nextRoot] = [l[own + j]!, l[next + j]!, l[next + j + 1]!]
  l[a + j] = a0 /= root
  l[b + j] = b0 /= root
  l[c + j] = c0 /= root
  l[d + j] = d0 /= root
  l[a + j + 1] = (a1 - a0 * joined) / nextRoot
  l[b + j + 1] = (b1 - b0 * joined) / nextRoot
  l[c + j + 1] = (c1 - c0 * joined) / nextRoot
  l[d + j + 1] = (d1 - d0 * joined) / nextRoot
}

/** A row from a column on, to its diagonal; whether that could be had. */
function restOfRow({ matrix, l, n }: Begun, row: number, from: number): boolean {
  const line = row * n
  for (let j = from; j <= row; j++) {
    let sum = matrix[line + j]!
    for (let k = 0; k < j; k++) sum -= l[line + k]! * l[j * n + k]!
    if (j < row) l[line + j] = sum / l[j * n + j]!
    else if (sum > 0) l[line + j] = Math.sqrt(sum)
    else return false
  }
  return true
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
  for (let i = 0; i < n; i += 2) {
    const pair = i + 1 < n
    let k = 0
    // Two rows from four at a time: above their diagonals they are nought.
    for (; pair && k + 3 < i; k += 4) twoFromFour({ l, inverse, n }, i, k)
    for (const row of pair ? [i, i + 1] : [i]) {
      const line = row * n
      for (let from = k; from < row; from++) {
        const factor = l[line + from]!
        if (factor === 0) continue
        for (let j = 0; j <= from; j++) inverse[line + j] = inverse[line + j]! - factor * inverse[from * n + j]!
      }
      const own = 1 / l[line + row]!
      for (let j = 0; j < row; j++) inverse[line + j] = inverse[line + j]! * own
      inverse[line + row] = own
    }
  }
  return inverse
}

/** Takes rows k to k + 3 of the inverse, as often as L has them, from its rows i and i + 1. */
function twoFromFour(
  { l, inverse, n }: { readonly l: Square; readonly inverse: Square; readonly n: number },
  i: number,
  k: number,
): void {
  const [row, next] = [i * n, (i + 1) * n]
  const [a, b, c, d] = [k * n, (k + 1) * n, (k + 2) * n, (k + 3) * n]
  const [a0, b0, c0, d0] = [l[row + k]!, l[row + k + 1]!, l[row + k + 2]!, l[row + k + 3]!]
  const [a1, b1, c1, d1] = [l[next + k]!, l[next + k + 1]!, l[next + k + 2]!, l[next + k + 3]!]
  for (let j = 0; j <= k + 3; j++) {
    const one = inverse[a + j]!
    const two = inverse[b + j]!
    const three = inverse[c + j]!
    const four = inverse[d + j]!
    inverse[row + j] = inverse[row + j]! - (a0 * one + b0 * two + c0 * three + d0 * four)
    inverse[next + j] = inverse[next + j]! - (a1 * one + b1 * two + c1 * three + d1 * four)
  }
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
