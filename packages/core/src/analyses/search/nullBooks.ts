import { at } from '../../checked/index.ts'
import { agreeingRows, countWhile, drawGamma, drawGeometric, drawPoisson } from '../../numerics/index.ts'
import type { Random } from '../../numerics/index.ts'
import { flurryDispersion } from '../../stats/index.ts'
import { byTrip } from './cells.ts'
import type { Cells } from './cells.ts'
import { byClass } from './classes.ts'
import type { Classes } from './classes.ts'
import { fitExpected } from './expected.ts'
import type { Expected } from './expected.ts'
import { residuals } from './score.ts'
import type { SearchInput } from './types.ts'

/** Books are kept in blocks of so many, side by side: `residuals[block][class × LANES + lane]`. */
export const LANES = 8

export interface NullBooks {
  readonly books: number
  readonly residuals: readonly Float64Array[]
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
export function drawNullBooks(
  { cells, held, bout }: SearchInput,
  classes: Classes,
  expected: Expected,
  { books, random }: { readonly books: number; readonly random: Random },
): NullBooks {
  const blocks = Array.from({ length: Math.ceil(books / LANES) }, () => new Float64Array(classes.count * LANES))
  const due = byTrip(cells, expected.strikes)
  const bounds = cumulated(cells, expected.strikes)
  const coarse = heldAlone(cells, held, expected)
  const variances = new Float64Array(books)
  for (let book = 0; book < books; book++) {
    const block = at(blocks, Math.floor(book / LANES))
    const lane = book % LANES
    const drawn = drawBook(cells, { shape: expected.shape, bout }, { due, ...bounds }, random)
    const anew = fittedAnew(coarse, held, expected, drawn)
    variances[book] = anew ? sumOf(anew.strikes) / anew.dispersion / (sumOf(expected.strikes) / expected.dispersion) : 1
    byClass(classes, residuals(cells, anew ?? expected, drawn.strikes)).forEach(
      (residual, one) => (block[one * LANES + lane] = residual),
    )
  }
  return { books, residuals: blocks, variances }
}

interface DrawnBook {
  readonly strikes: Float64Array
  readonly bouts: number
}

/** Cells that agree in their trip and all that is held, as one: what is expected of them moves together. */
interface Coarse {
  readonly cells: Cells
  readonly of: Int32Array
  readonly expected: Float64Array
}

function heldAlone(
  { trip, tripNames, hours, codes, levels, count }: Cells,
  held: readonly string[],
  expected: Expected,
): Coarse {
  const columns = held.map((name) => codes[name] ?? new Int32Array(count))
  const { cellOf, first } = agreeingRows([trip, ...columns], count)
  const sums = (values: Float64Array): Float64Array => {
    const added = new Float64Array(first.length)
    for (let c = 0; c < count; c++) added[cellOf[c]!]! += values[c]!
    return added
  }
  const of = (column: Int32Array): Int32Array => Int32Array.from(first, (c) => at(column, c))
  return {
    cells: {
      ...{
        count: first.length,
        trip: of(trip),
        tripNames,
        hours: sums(hours),
        strikes: new Float64Array(first.length),
        levels,
      },
      codes: Object.fromEntries(held.map((name, h) => [name, of(at(columns, h))])),
    },
    of: cellOf,
    expected: sums(expected.strikes),
  }
}

/** As our own book was fitted; undefined for a book without a strike, which has no pattern either. */
function fittedAnew(
  { cells, of, expected }: Coarse,
  held: readonly string[],
  from: Expected,
  { strikes, bouts }: DrawnBook,
): Expected | undefined {
  if (bouts === 0) return undefined
  const seen = new Float64Array(cells.count)
  for (let c = 0; c < of.length; c++) seen[of[c]!]! += strikes[c]!
  const dispersion = flurryDispersion(sumOf(strikes) / bouts)
  const anew = fitExpected({ ...cells, strikes: seen }, held, dispersion, { from: { ...from, strikes: expected } })
  const change = anew.strikes.map((value, g) => value / (expected[g] ?? 1))
  const fine = new Float64Array(of.length)
  for (let c = 0; c < fine.length; c++) fine[c] = from.strikes[c]! * (change[of[c]!] ?? 1)
  return { ...anew, strikes: fine }
}

function sumOf(values: Float64Array): number {
  let sum = 0
  for (let i = 0; i < values.length; i++) sum += values[i]!
  return sum
}

/** Expected strikes added up over the cells of each trip, and where each trip's cells begin. */
function cumulated(
  { trip, tripNames, count }: Cells,
  expected: Float64Array,
): { sums: Float64Array; first: Int32Array } {
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
  { shape, bout }: { readonly shape: number; readonly bout: number },
  { due, sums, first }: { readonly due: Float64Array; readonly sums: Float64Array; readonly first: Int32Array },
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
      strikes[c]! += drawGeometric(random, bout)
    }
  }
  return { strikes, bouts: all }
}

/** The same books by coarser classes. */
export function booksOver(
  { residuals: blocks, ...rest }: NullBooks,
  { of, count }: Pick<Classes, 'of' | 'count'>,
): NullBooks {
  return {
    ...rest,
    residuals: blocks.map((finer) => {
      const block = new Float64Array(count * LANES)
      for (let one = 0; one < of.length; one++) {
        const [to, from] = [of[one]! * LANES, one * LANES]
        for (let lane = 0; lane < LANES; lane++) block[to + lane]! += finer[from + lane]!
      }
      return block
    }),
  }
}
