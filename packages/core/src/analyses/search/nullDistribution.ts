import { at } from '../../checked/index.ts'
import type { BookSums } from './bookSums.ts'

const BINS = 400
const binOf = (z: number): number => Math.max(0, Math.min(BINS - 1, Math.floor(10 * z)))

const NO_REST = new Int32Array()

/** The highest z of each book without a pattern. */
export type NullMaxima = Float64Array

/** How strong the strongest patterns are in books without any, beside our own. */
export class NullDistribution {
  candidates = 0
  private readonly highest: Float64Array
  /** Of each book the z under which nothing need be looked at. */
  private readonly bars: Float64Array
  /** Null exceedances and our own, by tenth of z. */
  private readonly nulls = new Float64Array(BINS)
  private readonly ours = new Float64Array(BINS)

  /** Patterns under `leastZ` are counted, not looked at. */
  constructor(
    private readonly nullBooks: BookSums,
    private readonly books: number,
    private readonly leastZ: number,
  ) {
    this.highest = new Float64Array(books).fill(-Infinity)
    this.bars = nullBooks.bars(0).fill(-Infinity)
  }

  /** Counts one pattern: its classes, of those that the null books go by; the variance of its score, and our own z. */
  add(chosen: Int32Array, variance: number, z: number): void {
    this.candidates++
    const part = { classes: chosen, rival: 0, slope: 0, variance }
    this.nullBooks.above([part], NO_REST, (_, book, drawn) => this.drawn(book, drawn))
    if (z >= this.leastZ) count(this.ours, z)
  }

  /** The strongest pattern of each book without any. */
  get maxima(): NullMaxima {
    return this.highest
  }

  /** Mean number of null patterns as strong over our own: Storey & Tibshirani (2003). The least over all weaker ones, so that it never rises with strength. */
  q(z: number): number {
    let least = 1
    for (let bin = binOf(z); bin >= binOf(this.leastZ); bin--) {
      const above = (counts: Float64Array): number => counts.subarray(bin).reduce((sum, one) => sum + one, 0)
      const ours = above(this.ours)
      if (ours > 0) least = Math.min(least, above(this.nulls) / this.books / ours)
    }
    return least
  }

  private drawn(book: number, z: number): void {
    if (z > this.highest[book]!) {
      this.highest[book] = z
      this.bars[book] = Math.min(this.leastZ, z)
    }
    if (z >= this.leastZ) count(this.nulls, z)
  }
}

function count(counts: Float64Array, z: number): void {
  const bin = binOf(z)
  counts[bin] = at(counts, bin) + 1
}
