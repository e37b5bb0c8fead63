import { F64 } from './numbers'

/** Books side by side: four pairs. */
const LANES: usize = 8
const LANE_BYTES: usize = LANES * F64

/**
 * Values of books side by side, eight a block, added up over some classes: `blocks` × 8 sums. A block has `classes` lines of eight; the
 * classes are 32-bit numbers.
 */
function sumOver(values: usize, classes: i32, blocks: i32, chosen: usize, count: i32, sums: usize): void {
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
function addTo(sums: usize, more: usize, count: i32): void {
  const end = <usize>count * F64
  for (let at: usize = 0; at < end; at += 2 * F64)
    v128.store(sums + at, f64x2.add(v128.load(sums + at), v128.load(more + at)))
}

/**
 * `sumOver` of the parts of a window, whose classes stand one part after another, each up to its `ends`; the last part is what remains. Its
 * sums become those of the whole window.
 */
export function sumWindow(
  values: usize,
  classes: i32,
  blocks: i32,
  chosen: usize,
  ends: usize,
  parts: i32,
  sums: usize,
): void {
  const row = <usize>blocks * LANE_BYTES
  const whole = sums + <usize>(parts - 1) * row
  let from = 0
  for (let part = 0; part < parts; part++) {
    const to = load<i32>(ends + ((<usize>part) << 2))
    sumOver(values, classes, blocks, chosen + ((<usize>from) << 2), to - from, sums + <usize>part * row)
    from = to
  }
  for (let part = 0; part < parts - 1; part++) addTo(whole, sums + <usize>part * row, blocks * <i32>LANES)
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
 * Lists the books whose score, own − slope·whole, may have a signed root above the rival's bar: it is at most the score over its error
 * above nought.
 * `rivals`: of each score the row of its bar; `weights`: its slope and its variance; an even count of books is laid.
 * A listed one is score · books + book. How many there are.
 */
export function beyond(
  sums: usize,
  whole: usize,
  count: i32,
  rivals: usize,
  weights: usize,
  variances: usize,
  bars: usize,
  books: i32,
  row: i32,
  found: usize,
): i32 {
  let listed = 0
  for (let s = 0; s < count; s++) {
    const own = sums + <usize>s * <usize>row
    const bar = bars + <usize>load<i32>(rivals + ((<usize>s) << 2)) * <usize>row
    const slope = v128.load64_splat(weights + <usize>s * 2 * F64)
    const variance = v128.load64_splat(weights + (<usize>s * 2 + 1) * F64)
    for (let book = 0; book < books; book += 2) {
      const at = <usize>book * F64
      const score = f64x2.sub(v128.load(own + at), f64x2.mul(slope, v128.load(whole + at)))
      const least = v128.load(bar + at)
      // Bars below nought let all through. Squares that keep their sign are in the order of what they are of.
      const above = v128.or(
        f64x2.lt(least, f64x2.splat(0)),
        f64x2.gt(
          f64x2.mul(score, f64x2.abs(score)),
          f64x2.mul(f64x2.mul(least, least), f64x2.mul(variance, v128.load(variances + at))),
        ),
      )
      const which = i64x2.bitmask(above)
      if (which == 0) continue
      for (let lane = 0; lane < 2; lane++) {
        if (!(which & (1 << lane)) || book + lane >= books) continue
        store<i32>(found + ((<usize>listed) << 2), s * books + book + lane)
        listed++
      }
    }
  }
  return listed
}
