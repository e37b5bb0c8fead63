/** Bytes of a number. */
export const F64: usize = 8

/** A 32-bit index of a list. */
export function indexAt(list: usize, i: i32): i32 {
  return load<i32>(list + ((<usize>i) << 2))
}

export function setIndex(list: usize, i: i32, to: i32): void {
  store<i32>(list + ((<usize>i) << 2), to)
}

/** A number of a list. */
export function numberAt(list: usize, i: i32): f64 {
  return load<f64>(list + ((<usize>i) << 3))
}

export function setNumber(list: usize, i: i32, to: f64): void {
  store<f64>(list + ((<usize>i) << 3), to)
}

export function both(pair: v128): f64 {
  return f64x2.extract_lane(pair, 0) + f64x2.extract_lane(pair, 1)
}

/** Σ_k a[k]·b[k] of `count` numbers. */
export function product(a: usize, b: usize, count: i32): f64 {
  let pair = f64x2.splat(0)
  let k = 0
  for (; k + 1 < count; k += 2) {
    const at = <usize>k * F64
    pair = f64x2.add(pair, f64x2.mul(v128.load(a + at), v128.load(b + at)))
  }
  let sum = both(pair)
  if (k < count) sum += load<f64>(a + <usize>k * F64) * load<f64>(b + <usize>k * F64)
  return sum
}

/** Adds `times` as much of other numbers to `count` numbers. */
export function addTimes(to: usize, from: usize, times: f64, count: i32): void {
  const factor = f64x2.splat(times)
  let k = 0
  for (; k + 1 < count; k += 2) {
    const at = <usize>k * F64
    v128.store(to + at, f64x2.add(v128.load(to + at), f64x2.mul(factor, v128.load(from + at))))
  }
  if (k < count) {
    const at = <usize>k * F64
    store<f64>(to + at, load<f64>(to + at) + times * load<f64>(from + at))
  }
}
