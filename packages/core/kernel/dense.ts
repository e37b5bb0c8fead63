import { F64, addTimes, both, indexAt, product } from './numbers'

/** One entry of the factor, all to its left known; whether it could be had. */
function entry(l: usize, line: usize, i: i32, j: i32): bool {
  const row = l + <usize>i * line
  const other = l + <usize>j * line
  const at = <usize>j * F64
  const sum = load<f64>(row + at) - product(row, other, j)
  if (j < i) store<f64>(row + at, sum / load<f64>(other + at))
  else if (sum > 0) store<f64>(row + at, sqrt(sum))
  else return false
  return true
}

/** Rows from `row` to `row` + 3 of columns j and j + 1, all of them known to the left. */
function eightEntries(row: usize, line: usize, other: usize, j: i32): void {
  const b = row + line
  const c = b + line
  const d = c + line
  const next = other + line
  let a0 = f64x2.splat(0)
  let a1 = a0
  let b0 = a0
  let b1 = a0
  let c0 = a0
  let c1 = a0
  let d0 = a0
  let d1 = a0
  const end = <usize>j * F64
  for (let k: usize = 0; k < end; k += 2 * F64) {
    const left = v128.load(other + k)
    const right = v128.load(next + k)
    const ak = v128.load(row + k)
    a0 = f64x2.add(a0, f64x2.mul(ak, left))
    a1 = f64x2.add(a1, f64x2.mul(ak, right))
    const bk = v128.load(b + k)
    b0 = f64x2.add(b0, f64x2.mul(bk, left))
    b1 = f64x2.add(b1, f64x2.mul(bk, right))
    const ck = v128.load(c + k)
    c0 = f64x2.add(c0, f64x2.mul(ck, left))
    c1 = f64x2.add(c1, f64x2.mul(ck, right))
    const dk = v128.load(d + k)
    d0 = f64x2.add(d0, f64x2.mul(dk, left))
    d1 = f64x2.add(d1, f64x2.mul(dk, right))
  }
  const root = load<f64>(other + end)
  const joined = load<f64>(next + end)
  const nextRoot = load<f64>(next + end + F64)
  twoEntries(row + end, both(a0), both(a1), root, joined, nextRoot)
  twoEntries(b + end, both(b0), both(b1), root, joined, nextRoot)
  twoEntries(c + end, both(c0), both(c1), root, joined, nextRoot)
  twoEntries(d + end, both(d0), both(d1), root, joined, nextRoot)
}

function twoEntries(at: usize, taken: f64, nextTaken: f64, root: f64, joined: f64, nextRoot: f64): void {
  const own = (load<f64>(at) - taken) / root
  store<f64>(at, own)
  store<f64>(at + F64, (load<f64>(at + F64) - nextTaken - own * joined) / nextRoot)
}

/**
 * Lower Cholesky factor of the n × n numbers at `l`, in their place: the lower triangle is read, the upper becomes nought. Whether it
 * could be had.
 */
export function cholesky(l: usize, n: i32): bool {
  const line = <usize>n * F64
  let i = 0
  // Four rows by two columns at once: every number read serves several sums.
  for (; i + 3 < n; i += 4) {
    const row = l + <usize>i * line
    for (let j = 0; j < i; j += 2) eightEntries(row, line, l + <usize>j * line, j)
    for (let r = i; r < i + 4; r++) for (let j = i; j <= r; j++) if (!entry(l, line, r, j)) return false
  }
  for (; i < n; i++) for (let j = 0; j <= i; j++) if (!entry(l, line, i, j)) return false
  for (let r = 0; r < n; r++) memory.fill(l + <usize>r * line + <usize>(r + 1) * F64, 0, <usize>(n - r - 1) * F64)
  return true
}

/** L⁻¹ of the n × n factor at `l`, into the noughts at `inverse`. */
export function lowerInverse(l: usize, inverse: usize, n: i32): void {
  const line = <usize>n * F64
  for (let i = 0; i < n; i += 2) {
    const row = inverse + <usize>i * line
    const factors = l + <usize>i * line
    const pair = i + 1 < n
    let k = 0
    // Two rows from four at a time: above their diagonals those are nought.
    if (pair)
      for (; k + 3 < i; k += 4) twoFromFour(row, inverse + <usize>k * line, factors + <usize>k * F64, line, k + 4)
    restOfInverse(inverse, factors, line, i, k)
    if (pair) restOfInverse(inverse, factors + line, line, i + 1, k)
  }
}

/** A row of the inverse from the rows from `k` on, and its diagonal. */
function restOfInverse(inverse: usize, factors: usize, line: usize, i: i32, k: i32): void {
  const row = inverse + <usize>i * line
  for (; k < i; k++) {
    const from = inverse + <usize>k * line
    const factor = load<f64>(factors + <usize>k * F64)
    for (let j: usize = 0; j <= <usize>k * F64; j += F64)
      store<f64>(row + j, load<f64>(row + j) - factor * load<f64>(from + j))
  }
  const own = 1 / load<f64>(factors + <usize>i * F64)
  for (let j: usize = 0; j < <usize>i * F64; j += F64) store<f64>(row + j, load<f64>(row + j) * own)
  store<f64>(row + <usize>i * F64, own)
}

/** Takes four rows, as often as the factors say, from a row and the next: of an even count of numbers. */
function twoFromFour(row: usize, from: usize, factors: usize, line: usize, count: i32): void {
  const next = row + line
  const b = from + line
  const c = b + line
  const d = c + line
  const a0 = v128.load64_splat(factors)
  const b0 = v128.load64_splat(factors, F64)
  const c0 = v128.load64_splat(factors, 2 * F64)
  const d0 = v128.load64_splat(factors, 3 * F64)
  const below = factors + line
  const a1 = v128.load64_splat(below)
  const b1 = v128.load64_splat(below, F64)
  const c1 = v128.load64_splat(below, 2 * F64)
  const d1 = v128.load64_splat(below, 3 * F64)
  const end = <usize>count * F64
  for (let at: usize = 0; at < end; at += 2 * F64) {
    const one = v128.load(from + at)
    const two = v128.load(b + at)
    const three = v128.load(c + at)
    const four = v128.load(d + at)
    const own = f64x2.add(
      f64x2.add(f64x2.mul(a0, one), f64x2.mul(b0, two)),
      f64x2.add(f64x2.mul(c0, three), f64x2.mul(d0, four)),
    )
    const other = f64x2.add(
      f64x2.add(f64x2.mul(a1, one), f64x2.mul(b1, two)),
      f64x2.add(f64x2.mul(c1, three), f64x2.mul(d1, four)),
    )
    v128.store(row + at, f64x2.sub(v128.load(row + at), own))
    v128.store(next + at, f64x2.sub(v128.load(next + at), other))
  }
}

/** L⁻ᵀ·L⁻¹ of the n × n numbers at `lower`, nought above their diagonal, into the noughts at `square`. */
export function squareOf(lower: usize, square: usize, n: i32): void {
  const line = <usize>n * F64
  let k = 0
  for (; k + 3 < n; k += 4) fourRowsOf(lower + <usize>k * line, square, line, k + 4)
  for (; k < n; k++) {
    const row = lower + <usize>k * line
    for (let a = 0; a <= k; a++) addTimes(square + <usize>a * line, row, load<f64>(row + <usize>a * F64), a + 1)
  }
  for (let a = 0; a < n; a++)
    for (let b = 0; b < a; b++)
      store<f64>(square + <usize>b * line + <usize>a * F64, load<f64>(square + <usize>a * line + <usize>b * F64))
}

/** Adds what four rows, of which `count` numbers are not nought, have in common. */
function fourRowsOf(row: usize, square: usize, line: usize, count: i32): void {
  const b = row + line
  const c = b + line
  const d = c + line
  for (let a = 0; a < count; a++) {
    const at = <usize>a * F64
    const to = square + <usize>a * line
    const fa = v128.load64_splat(row + at)
    const fb = v128.load64_splat(b + at)
    const fc = v128.load64_splat(c + at)
    const fd = v128.load64_splat(d + at)
    // In pairs, of which the last may reach beyond the diagonal: what is there is written over by its mirror.
    for (let k: usize = 0; k <= at; k += 2 * F64) {
      const own = f64x2.add(
        f64x2.add(f64x2.mul(fa, v128.load(row + k)), f64x2.mul(fb, v128.load(b + k))),
        f64x2.add(f64x2.mul(fc, v128.load(c + k)), f64x2.mul(fd, v128.load(d + k))),
      )
      v128.store(to + k, f64x2.add(v128.load(to + k), own))
    }
  }
}

/**
 * xᵀ·A⁻¹·x of `count` vectors of q + m numbers, for a factored arrowhead: q values of its diagonal block, q sparse rows of what joins the
 * blocks, and the m × m factor of the Schur complement. `half`: room for m numbers.
 */
export function quadraticForms(
  diagonal: usize,
  starts: usize,
  column: usize,
  value: usize,
  factor: usize,
  vectors: usize,
  count: i32,
  q: i32,
  m: i32,
  half: usize,
  forms: usize,
): void {
  const line = <usize>m * F64
  for (let v = 0; v < count; v++) {
    const vector = vectors + <usize>v * <usize>(q + m) * F64
    let sum: f64 = 0
    memory.copy(half, vector + <usize>q * F64, line)
    for (let j = 0; j < q; j++) {
      const own = load<f64>(vector + <usize>j * F64)
      if (own === 0) continue
      const share = own / load<f64>(diagonal + <usize>j * F64)
      sum += own * share
      const to = indexAt(starts, j + 1)
      for (let k = indexAt(starts, j); k < to; k++) {
        const at = half + <usize>indexAt(column, k) * F64
        store<f64>(at, load<f64>(at) - share * load<f64>(value + <usize>k * F64))
      }
    }
    for (let i = 0; i < m; i++) {
      const at = half + <usize>i * F64
      const row = factor + <usize>i * line
      const solved = (load<f64>(at) - product(row, half, i)) / load<f64>(row + <usize>i * F64)
      store<f64>(at, solved)
      sum += solved * solved
    }
    store<f64>(forms + <usize>v * F64, sum)
  }
}
