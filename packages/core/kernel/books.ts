import { F64 } from './numbers'

/** Books side by side: four pairs. */
const LANES: usize = 8
const LANE_BYTES: usize = LANES * F64

/**
 * Values of books side by side, eight a block, added up over some classes: `blocks` × 8 sums. A block has `classes` lines of eight; the
 * classes are 32-bit numbers.
 */
export function sumOver(values: usize, classes: i32, blocks: i32, chosen: usize, count: i32, sums: usize): void {
  const end = chosen + ((<usize>count) << 2)
  for (let block = 0; block < blocks; block++) {
    let a = f64x2.splat(0)
    let b = a
    let c = a
    let d = a
    for (let at = chosen; at < end; at += 4) {
      const line = values + <usize>load<i32>(at) * LANE_BYTES
      a = f64x2.add(a, v128.load(line))
      b = f64x2.add(b, v128.load(line, 2 * F64))
      c = f64x2.add(c, v128.load(line, 4 * F64))
      d = f64x2.add(d, v128.load(line, 6 * F64))
    }
    v128.store(sums, a)
    v128.store(sums, b, 2 * F64)
    v128.store(sums, c, 4 * F64)
    v128.store(sums, d, 6 * F64)
    sums += LANE_BYTES
    values += <usize>classes * LANE_BYTES
  }
}

/** Adds an even count of numbers to others. */
export function addTo(sums: usize, more: usize, count: i32): void {
  const end = <usize>count * F64
  for (let at: usize = 0; at < end; at += 2 * F64)
    v128.store(sums + at, f64x2.add(v128.load(sums + at), v128.load(more + at)))
}

/** Values of books by coarser classes: those of each finer class are added to those of the class it is of. */
export function coarsen(
  finer: usize,
  finerClasses: i32,
  classOf: usize,
  coarser: usize,
  classes: i32,
  blocks: i32,
): void {
  memory.fill(coarser, 0, <usize>(blocks * classes) * LANE_BYTES)
  for (let block = 0; block < blocks; block++) {
    for (let one = 0; one < finerClasses; one++) {
      addTo(coarser + <usize>load<i32>(classOf + ((<usize>one) << 2)) * LANE_BYTES, finer, <i32>LANES)
      finer += LANE_BYTES
    }
    coarser += <usize>classes * LANE_BYTES
  }
}

/**
 * Lists the books whose score, own − slope·window, may have a signed root above the book's highest: it is at most the score over its error
 * above nought. How many there are.
 */
export function beyond(
  own: usize,
  window: usize,
  slope: f64,
  variance: f64,
  variances: usize,
  highest: usize,
  books: i32,
  found: usize,
): i32 {
  let count = 0
  for (let book = 0; book < books; book++) {
    const at = <usize>book * F64
    const score = load<f64>(own + at) - slope * load<f64>(window + at)
    const z = load<f64>(highest + at)
    if (z >= 0 && (score <= 0 || score * score <= z * z * (variance * load<f64>(variances + at)))) continue
    store<i32>(found + ((<usize>count) << 2), book)
    count++
  }
  return count
}
