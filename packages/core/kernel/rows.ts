import { F64, addTimes, product } from './numbers'

// Rows with the columns each touches: row i has entries from starts[i] up to starts[i + 1], in the order of their columns. Each row has a
// group (a trip), of `groups`; none where that is nought. Indices are 32-bit.

function indexAt(list: usize, i: i32): i32 {
  return load<i32>(list + ((<usize>i) << 2))
}

/**
 * Adds up weight·x·xᵀ over the rows: the lower triangle of m × m numbers at `dense`, what each group and each column have in common at
 * `joint` (groups × m), and the weights of each group at `ofGroups`; all of them nought before.
 */
export function weigh(
  starts: usize,
  column: usize,
  value: usize,
  group: usize,
  weights: usize,
  rows: i32,
  m: i32,
  groups: i32,
  dense: usize,
  joint: usize,
  ofGroups: usize,
): void {
  const line = <usize>m * F64
  for (let i = 0; i < rows; i++) {
    const weight = load<f64>(weights + <usize>i * F64)
    const from = indexAt(starts, i)
    const to = indexAt(starts, i + 1)
    const own = groups > 0 ? joint + <usize>indexAt(group, i) * line : 0
    for (let k = from; k < to; k++) {
      const scaled = weight * load<f64>(value + <usize>k * F64)
      const at = <usize>indexAt(column, k)
      const place = dense + at * line
      for (let l = from; l <= k; l++) {
        const entry = place + <usize>indexAt(column, l) * F64
        store<f64>(entry, load<f64>(entry) + scaled * load<f64>(value + <usize>l * F64))
      }
      if (groups > 0) store<f64>(own + at * F64, load<f64>(own + at * F64) + scaled)
    }
    if (groups === 0) continue
    const sum = ofGroups + <usize>indexAt(group, i) * F64
    store<f64>(sum, load<f64>(sum) + weight)
  }
}

/** Takes Bᵀ·D⁻¹·B of q rows of m numbers from the lower triangle at `dense`; rows are mostly nought. `filled`: room for m indices. */
export function takeSchur(diagonal: usize, joint: usize, q: i32, m: i32, dense: usize, filled: usize): void {
  const line = <usize>m * F64
  for (let j = 0; j < q; j++) {
    const row = joint + <usize>j * line
    const d = load<f64>(diagonal + <usize>j * F64)
    let count = 0
    for (let a = 0; a < m; a++) {
      if (load<f64>(row + <usize>a * F64) === 0) continue
      store<i32>(filled + ((<usize>count) << 2), a)
      count++
    }
    for (let i = 0; i < count; i++) {
      const a = <usize>indexAt(filled, i)
      const share = load<f64>(row + a * F64) / d
      const place = dense + a * line
      for (let k = 0; k <= i; k++) {
        const b = <usize>indexAt(filled, k) * F64
        store<f64>(place + b, load<f64>(place + b) - share * load<f64>(row + b))
      }
    }
  }
}

/** L⁻¹·b/d of each of q rows of m numbers, from L⁻¹ transposed at `columns`: q × m numbers, nought before, at `halves`. */
export function halvesOfGroups(columns: usize, joint: usize, diagonal: usize, q: i32, m: i32, halves: usize): void {
  const line = <usize>m * F64
  for (let j = 0; j < q; j++) {
    const half = halves + <usize>j * line
    const row = joint + <usize>j * line
    const d = load<f64>(diagonal + <usize>j * F64)
    for (let k = 0; k < m; k++) {
      const at = <usize>k * F64
      const entry = load<f64>(row + at)
      if (entry !== 0) addTimes(half + at, columns + <usize>k * line + at, entry / d, m - k)
    }
  }
}

/**
 * |L⁻¹·x|² of each row x at `own`, and |L⁻¹·x − half of its group|² at `apart`. `columns`: L⁻¹ transposed; `half`: room for m numbers;
 * without groups `apart` is as `own`.
 */
export function squaresOfRows(
  starts: usize,
  column: usize,
  value: usize,
  group: usize,
  rows: i32,
  columns: usize,
  m: i32,
  halves: usize,
  groups: i32,
  half: usize,
  own: usize,
  apart: usize,
): void {
  const line = <usize>m * F64
  for (let i = 0; i < rows; i++) {
    memory.fill(half, 0, line)
    const to = indexAt(starts, i + 1)
    for (let k = indexAt(starts, i); k < to; k++) {
      const c = <usize>indexAt(column, k)
      addTimes(half + c * F64, columns + c * line + c * F64, load<f64>(value + <usize>k * F64), m - <i32>c)
    }
    const at = <usize>i * F64
    store<f64>(own + at, product(half, half, m))
    if (groups > 0) addTimes(half, halves + <usize>indexAt(group, i) * line, -1, m)
    store<f64>(apart + at, product(half, half, m))
  }
}
