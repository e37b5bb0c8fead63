import { at } from '../../checked/index.ts'
import { Kernel } from '../../numerics/index.ts'
import type { Classes } from './classes.ts'
import { LANES } from './nullBooks.ts'
import type { NullBooks } from './nullBooks.ts'
import { signedRoot } from './score.ts'

const NUMBER = Float64Array.BYTES_PER_ELEMENT
const CLASS = Int32Array.BYTES_PER_ELEMENT

/** How many rows of a number a book are kept. */
export interface Rows {
  /** What a z must be above to be looked at, one row a rival. */
  readonly bars: number
  /** Sums over classes that are held at a time. */
  readonly sums: number
}

/** A score in each book: a sum, less a share of another. */
export interface BookScore {
  readonly sum: number
  readonly less?: { readonly sum: number; readonly slope: number }
  /** In our own book. */
  readonly variance: number
}

/**
 * What null books have in some classes, all books at once, in the kernel's memory. Most books have nothing so strong as they had before:
 * only those that may are told.
 */
export class BookSums {
  private readonly kernel = new Kernel()
  private readonly books: number
  private readonly blocks: number
  private readonly finest: number
  private readonly place: Readonly<
    Record<'base' | 'view' | 'variances' | 'bars' | 'sums' | 'classes' | 'found', number>
  >
  private readonly variances: Float64Array
  private readonly sums: Float64Array
  private readonly listed: Int32Array
  private classes = 0

  constructor({ books, residuals, variances }: NullBooks, rows: Rows) {
    const finest = at(residuals, 0).length / LANES
    const [row, values] = [residuals.length * LANES * NUMBER, residuals.length * finest * LANES * NUMBER]
    this.place = this.kernel.lay({
      ...{ base: values, view: values, variances: row, bars: rows.bars * row, sums: rows.sums * row },
      ...{ found: row, classes: finest * CLASS },
    })
    const { base, ...laid } = this.place
    residuals.forEach((block, b) => this.kernel.numbers(base + b * finest * LANES * NUMBER, block.length).set(block))
    this.variances = this.kernel.numbers(laid.variances, books)
    this.variances.set(variances)
    this.sums = this.kernel.numbers(laid.sums, (rows.sums * row) / NUMBER)
    this.listed = this.kernel.integers(laid.classes, finest)
    ;[this.books, this.blocks, this.finest] = [books, residuals.length, finest]
  }

  /** The bars of a rival, nought at first. */
  bars(rival: number): Float64Array {
    return this.kernel.numbers(this.place.bars + rival * this.row, this.books)
  }

  /** Goes over to coarser classes: lists of classes are of those from now on. */
  look({ of, count }: Pick<Classes, 'of' | 'count'>): void {
    const { base, classes, view } = this.place
    this.listed.set(of)
    this.kernel.run.coarsen(base, this.finest, classes, view, count, this.blocks)
    this.classes = count
  }

  /** Adds up what each book has in some classes. */
  sum(chosen: Int32Array, into: number): void {
    const { view, classes, sums } = this.place
    this.listed.set(chosen)
    this.kernel.run.sumOver(view, this.classes, this.blocks, classes, chosen.length, sums + into * this.row)
  }

  /** Adds a sum to another. */
  add(sum: number, to: number): void {
    const { sums } = this.place
    this.kernel.run.addTo(sums + to * this.row, sums + sum * this.row, this.blocks * LANES)
  }

  /** Tells the signed root of a score in every book where it may be above the rival's bar. */
  above(
    rival: number,
    { sum, less = { sum, slope: 0 }, variance }: BookScore,
    tell: (book: number, z: number) => void,
  ): void {
    const { sums, variances, bars, found } = this.place
    const [own, other] = [sums + sum * this.row, sums + less.sum * this.row]
    const bar = bars + rival * this.row
    const count = this.kernel.run.beyond(own, other, less.slope, variance, variances, bar, this.books, found)
    if (count === 0) return
    const width = this.blocks * LANES
    for (const book of this.kernel.integers(found, count)) {
      const score = this.sums[sum * width + book]! - less.slope * this.sums[less.sum * width + book]!
      tell(book, signedRoot(score, variance * this.variances[book]!))
    }
  }

  private get row(): number {
    return this.blocks * LANES * NUMBER
  }
}
