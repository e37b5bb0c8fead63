import { at } from '../../checked/index.ts'
import { countWhile, drawGamma, drawGeometric, drawPoisson } from '../../numerics/index.ts'
import type { Random } from '../../numerics/index.ts'
import { byTrip } from './cells.ts'
import type { Cells } from './cells.ts'
import { byClass } from './classes.ts'
import type { Classes } from './classes.ts'
import type { Expected } from './expected.ts'
import { residuals } from './score.ts'

/** Books are kept in blocks of so many, side by side: `residuals[block][class × LANES + lane]`. */
export const LANES = 8

export interface NullBooks {
  readonly books: number
  readonly residuals: readonly Float32Array[]
}

/**
 * Residuals of books in which no pattern is, by class: each trip with a luck of its own, each bout with a size of its own.
 *
 * Given      how many books; the mean size of a bout
 * Source     parametric bootstrap; permuting single strikes would break the flurries and see patterns everywhere
 */
export function drawNullBooks(cells: Cells, classes: Classes, expected: Expected, bout: number, books: number, random: Random): NullBooks {
  const blocks = Array.from({ length: Math.ceil(books / LANES) }, () => new Float32Array(classes.count * LANES))
  const due = byTrip(cells, expected.strikes)
  const bounds = cumulated(cells, expected.strikes)
  for (let book = 0; book < books; book++) {
    const block = at(blocks, Math.floor(book / LANES))
    const lane = book % LANES
    const own = byClass(classes, residuals(cells, expected, drawBook(cells, expected, bout, due, bounds, random)))
    own.forEach((residual, one) => (block[one * LANES + lane] = residual))
  }
  return { books, residuals: blocks }
}

/** Expected strikes added up over the cells of each trip, and where each trip's cells begin. */
function cumulated({ trip, tripNames, count }: Cells, expected: Float64Array): { sums: Float64Array; first: Int32Array } {
  const first = new Int32Array(tripNames.length + 1)
  const sums = new Float64Array(count)
  let last = -1
  for (let c = 0; c < count; c++) {
    const t = at(trip, c)
    if (t !== last) first[t] = c
    sums[c] = at(expected, c) + (t === last ? at(sums, c - 1) : 0)
    last = t
  }
  first[tripNames.length] = count
  return { sums, first }
}

function drawBook(
  cells: Cells,
  { shape }: Expected,
  bout: number,
  due: Float64Array,
  { sums, first }: { sums: Float64Array; first: Int32Array },
  random: Random,
): Float64Array {
  const strikes = new Float64Array(cells.count)
  for (let t = 0; t < due.length; t++) {
    const luck = drawGamma(random, shape) / shape
    const bouts = drawPoisson(random, (at(due, t) * luck) / bout)
    const own = sums.subarray(at(first, t), at(first, t + 1))
    for (let i = 0; i < bouts; i++) {
      const where = random() * at(due, t)
      const c =
        at(first, t) +
        Math.min(
          own.length - 1,
          countWhile(own, (sum) => sum < where),
        )
      strikes[c] = (strikes[c] ?? 0) + drawGeometric(random, bout)
    }
  }
  return strikes
}
