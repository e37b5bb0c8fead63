import { F64, addTimes, indexAt } from './numbers'

// Rows with the columns each touches: row i has entries from starts[i] up to starts[i + 1], in the order of their columns. Each row has a
// group (a trip), of `groups`; none where that is nought. Indices are 32-bit.

/**
 * Adds up weight·x·xᵀ over the rows: the lower triangle of m × m numbers at `dense`, what each group and each column have in common at
 * `joint`, where `places` tells of each entry which number that is, and the weights of each group at `ofGroups`; all of them nought before.
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
  places: usize,
  dense: usize,
  joint: usize,
  ofGroups: usize,
): void {
  const line = <usize>m * F64
  for (let i = 0; i < rows; i++) {
    const weight = load<f64>(weights + <usize>i * F64)
    const from = indexAt(starts, i)
    const to = indexAt(starts, i + 1)
    for (let k = from; k < to; k++) {
      const scaled = weight * load<f64>(value + <usize>k * F64)
      const at = <usize>indexAt(column, k)
      const place = dense + at * line
      for (let l = from; l <= k; l++) {
        const entry = place + <usize>indexAt(column, l) * F64
        store<f64>(entry, load<f64>(entry) + scaled * load<f64>(value + <usize>l * F64))
      }
      if (groups === 0) continue
      const own = joint + <usize>indexAt(places, k) * F64
      store<f64>(own, load<f64>(own) + scaled)
    }
    if (groups === 0) continue
    const sum = ofGroups + <usize>indexAt(group, i) * F64
    store<f64>(sum, load<f64>(sum) + weight)
  }
}

/** Σ value·factor of what each row touches: X·b, `rows` numbers at `totals`. */
export function totalsOfRows(
  starts: usize,
  column: usize,
  value: usize,
  rows: i32,
  factors: usize,
  totals: usize,
): void {
  for (let i = 0; i < rows; i++) {
    const to = indexAt(starts, i + 1)
    let sum: f64 = 0
    for (let k = indexAt(starts, i); k < to; k++)
      sum += load<f64>(value + <usize>k * F64) * load<f64>(factors + <usize>indexAt(column, k) * F64)
    store<f64>(totals + <usize>i * F64, sum)
  }
}

/** Adds up weight·x over the rows: Xᵀ·w, to the noughts at `sums`. */
export function sumsOfRows(starts: usize, column: usize, value: usize, rows: i32, weights: usize, sums: usize): void {
  for (let i = 0; i < rows; i++) {
    const weight = load<f64>(weights + <usize>i * F64)
    const to = indexAt(starts, i + 1)
    for (let k = indexAt(starts, i); k < to; k++) {
      const sum = sums + <usize>indexAt(column, k) * F64
      store<f64>(sum, load<f64>(sum) + weight * load<f64>(value + <usize>k * F64))
    }
  }
}

/** Adds up weight·x over `count` picked rows, to the noughts at `sums`, and their weights by group, to those at `ofGroups`. */
export function sumsOfPicked(
  starts: usize,
  column: usize,
  value: usize,
  group: usize,
  picked: usize,
  weights: usize,
  count: i32,
  groups: i32,
  sums: usize,
  ofGroups: usize,
): void {
  for (let p = 0; p < count; p++) {
    const i = indexAt(picked, p)
    const weight = load<f64>(weights + <usize>p * F64)
    const to = indexAt(starts, i + 1)
    for (let k = indexAt(starts, i); k < to; k++) {
      const sum = sums + <usize>indexAt(column, k) * F64
      store<f64>(sum, load<f64>(sum) + weight * load<f64>(value + <usize>k * F64))
    }
    if (groups === 0) continue
    const own = ofGroups + <usize>indexAt(group, i) * F64
    store<f64>(own, load<f64>(own) + weight)
  }
}

/** Takes Bᵀ·D⁻¹·B of q sparse rows from the lower triangle of m × m numbers at `dense`. */
export function takeSchur(
  diagonal: usize,
  starts: usize,
  column: usize,
  value: usize,
  q: i32,
  m: i32,
  dense: usize,
): void {
  const line = <usize>m * F64
  for (let j = 0; j < q; j++) {
    const d = load<f64>(diagonal + <usize>j * F64)
    const from = indexAt(starts, j)
    const to = indexAt(starts, j + 1)
    for (let i = from; i < to; i++) {
      const share = load<f64>(value + <usize>i * F64) / d
      const place = dense + <usize>indexAt(column, i) * line
      for (let k = from; k <= i; k++) {
        const entry = place + <usize>indexAt(column, k) * F64
        store<f64>(entry, load<f64>(entry) - share * load<f64>(value + <usize>k * F64))
      }
    }
  }
}

/**
 * V·b/d of each of q sparse rows b, V symmetric, m × m numbers at `covariance`: q × m numbers, nought before, at `across`; and bᵀ·V·b/d² at
 * `squares`.
 */
export function acrossGroups(
  covariance: usize,
  starts: usize,
  column: usize,
  value: usize,
  diagonal: usize,
  q: i32,
  m: i32,
  across: usize,
  squares: usize,
): void {
  const line = <usize>m * F64
  for (let j = 0; j < q; j++) {
    const own = across + <usize>j * line
    const d = load<f64>(diagonal + <usize>j * F64)
    const from = indexAt(starts, j)
    const to = indexAt(starts, j + 1)
    for (let k = from; k < to; k++)
      addTimes(own, covariance + <usize>indexAt(column, k) * line, load<f64>(value + <usize>k * F64) / d, m)
    let square: f64 = 0
    for (let k = from; k < to; k++)
      square += load<f64>(value + <usize>k * F64) * load<f64>(own + <usize>indexAt(column, k) * F64)
    store<f64>(squares + <usize>j * F64, square / d)
  }
}

/**
 * xᵀ·V·x of each row x at `own`, and the same of x less b/d of its group at `apart`, V symmetric at `covariance`, the groups' as
 * `acrossGroups` has them; without groups `apart` is as `own`.
 */
export function squaresOfRows(
  starts: usize,
  column: usize,
  value: usize,
  group: usize,
  rows: i32,
  covariance: usize,
  m: i32,
  across: usize,
  squares: usize,
  groups: i32,
  own: usize,
  apart: usize,
): void {
  const line = <usize>m * F64
  for (let i = 0; i < rows; i++) {
    const from = indexAt(starts, i)
    const to = indexAt(starts, i + 1)
    const g = groups > 0 ? <usize>indexAt(group, i) : 0
    const beside = across + g * line
    let sum: f64 = 0
    let common: f64 = 0
    for (let k = from; k < to; k++) {
      const at = <usize>indexAt(column, k)
      const place = covariance + at * line
      const factor = load<f64>(value + <usize>k * F64)
      let below: f64 = 0
      for (let l = from; l < k; l++)
        below += load<f64>(value + <usize>l * F64) * load<f64>(place + <usize>indexAt(column, l) * F64)
      sum += factor * (2 * below + factor * load<f64>(place + at * F64))
      if (groups > 0) common += factor * load<f64>(beside + at * F64)
    }
    const place = <usize>i * F64
    store<f64>(own + place, sum)
    store<f64>(apart + place, groups > 0 ? sum - 2 * common + load<f64>(squares + g * F64) : sum)
  }
}
