import { at } from '../../checked/index.ts'
import { countWhile, drawGamma, drawGeometric, drawPoisson } from '../../numerics/index.ts'
import type { Random } from '../../numerics/index.ts'
import { byTrip } from './cells.ts'
import type { Cells } from './cells.ts'
import { byClass } from './classes.ts'
import type { Classes } from './classes.ts'
import { flurryDispersion } from './bouts.ts'
import { fitExpected } from './expected.ts'
import type { Expected } from './expected.ts'
import { residuals } from './score.ts'
import type { SearchInput } from './types.ts'

/** Books are kept in blocks of so many, side by side: `residuals[block][class × LANES + lane]`. */
export const LANES = 8

export interface NullBooks {
  readonly books: number
  readonly residuals: readonly Float32Array[]
  /** The variance of a score in each book, over that in ours: it goes with the strikes that are expected. */
  readonly variances: Float64Array
}

/**
 * Residuals of books in which no pattern is, by class: each trip with a luck of its own, each bout with a size of its own. Each book is
 * fitted anew, as ours was: against what was expected of ours its hours, seasons and trips would pass for patterns.
 *
 * Given      what is expected of ours, with the columns that were held; how many books; the mean size of a bout
 * Source     parametric bootstrap; permuting single strikes would break the flurries and see patterns everywhere
 */
export function drawNullBooks({ cells, held, bout }: SearchInput, classes: Classes, expected: Expected, books: number, random: Random): NullBooks {
  const blocks = Array.from({ length: Math.ceil(books / LANES) }, () => new Float32Array(classes.count * LANES))
  const due = byTrip(cells, expected.strikes)
  const bounds = cumulated(cells, expected.strikes)
  const variances = new Float64Array(books)
  for (let book = 0; book < books; book++) {
    const block = at(blocks, Math.floor(book / LANES))
    const lane = book % LANES
    const drawn = drawBook(cells, expected, bout, due, bounds, random)
    const anew = fittedAnew(cells, held, expected, drawn)
    variances[book] = anew ? sumOf(anew.strikes) / anew.dispersion / (sumOf(expected.strikes) / expected.dispersion) : 1
    byClass(classes, residuals(cells, anew ?? expected, drawn.strikes)).forEach((residual, one) => (block[one * LANES + lane] = residual))
  }
  return { books, residuals: blocks, variances }
}

interface DrawnBook {
  readonly strikes: Float64Array
  readonly bouts: number
}

/** As our own book was fitted; undefined for a book without a strike, which has no pattern either. */
function fittedAnew(cells: Cells, held: readonly string[], from: Expected, { strikes, bouts }: DrawnBook): Expected | undefined {
  return bouts === 0 ? undefined : fitExpected({ ...cells, strikes }, held, flurryDispersion(sumOf(strikes) / bouts), { from })
}

const sumOf = (values: Float64Array): number => values.reduce((sum, value) => sum + value, 0)

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
): DrawnBook {
  const strikes = new Float64Array(cells.count)
  let all = 0
  for (let t = 0; t < due.length; t++) {
    const luck = drawGamma(random, shape) / shape
    const bouts = drawPoisson(random, (at(due, t) * luck) / bout)
    all += bouts
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
  return { strikes, bouts: all }
}
