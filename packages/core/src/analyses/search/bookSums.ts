import { at } from '../../checked/index.ts'
import { Kernel } from '../../numerics/index.ts'
import type { Classes } from './classes.ts'
import { LANES } from './nullBooks.ts'
import type { NullBooks } from './nullBooks.ts'
import { signedRoot } from './score.ts'

export const NUMBER = Float64Array.BYTES_PER_ELEMENT
export const INDEX = Int32Array.BYTES_PER_ELEMENT

/** A part of a window whose score is held against a rival's bar: the sum over its classes, less a share of the whole window's. */
export interface ScoredPart {
  readonly classes: Int32Array
  readonly rival: number
  readonly slope: number
  /** Of the score, in our own book. */
  readonly variance: number
}

type Own = 'base' | 'view' | 'variances' | 'bars' | 'sums' | 'classes' | 'ends' | 'rivals' | 'weights' | 'found'

/** A rival's z in a book without a pattern. */
export type TellBook = (rival: number, book: number, z: number) => void

/**
 * What null books have in some classes, all books at once, in the kernel's memory. Most books have nothing so strong as they had before:
 * only those that may are told.
 */
export class BookSums<Room extends string = never> {
  protected readonly kernel = new Kernel()
  protected readonly books: number
  protected readonly blocks: number
  protected readonly finest: number
  protected readonly row: number
  protected readonly place: Readonly<Record<Own | Room, number>>
  protected classes = 0
  protected readonly views

  /**
   * `rivals`: so many have a bar in each book, that a score must be above to be told; a window has no more parts than that. `room`: bytes of
   * what else is laid beside.
   */
  constructor({ books, residuals, variances }: NullBooks, rivals: number, room?: Readonly<Record<Room, number>>) {
    const finest = at(residuals, 0).length / LANES
    const [row, values] = [residuals.length * LANES * NUMBER, residuals.length * finest * LANES * NUMBER]
    const own: Readonly<Record<Own, number>> = {
      ...{ base: values, view: values, variances: row, bars: rivals * row, sums: (rivals + 1) * row },
      ...{ classes: finest * INDEX, ends: (rivals + 1) * INDEX, rivals: rivals * INDEX, weights: rivals * 2 * NUMBER },
      found: rivals * books * INDEX,
    }
    this.place = this.kernel.lay({ ...own, ...room } as Record<Own | Room, number>)
    const { base, ...laid }: Readonly<Record<Own, number>> = this.place
    this.views = {
      variances: this.kernel.numbers(laid.variances, books),
      sums: this.kernel.numbers(laid.sums, ((rivals + 1) * row) / NUMBER),
      weights: this.kernel.numbers(laid.weights, rivals * 2),
      classes: this.kernel.integers(laid.classes, finest),
      ends: this.kernel.integers(laid.ends, rivals + 1),
      rivals: this.kernel.integers(laid.rivals, rivals),
      found: this.kernel.integers(laid.found, rivals * books),
    }
    residuals.forEach((block, b) => this.kernel.numbers(base + b * finest * LANES * NUMBER, block.length).set(block))
    this.views.variances.set(variances)
    ;[this.books, this.blocks, this.finest, this.row] = [books, residuals.length, finest, row]
  }

  /** The bars of a rival, nought at first. */
  bars(rival: number): Float64Array {
    return this.kernel.numbers(this.place.bars + rival * this.row, this.books)
  }

  /** Goes over to coarser classes: lists of classes are of those from now on. */
  look({ of, count }: Pick<Classes, 'of' | 'count'>): void {
    const { base, classes, view } = this.place
    this.views.classes.set(of)
    this.kernel.run.coarsen(base, this.finest, classes, view, count, this.blocks)
    this.classes = count
  }

  /** Tells the signed root of each part's score in every book where it may be above its rival's bar. `rest`: the window's other classes. */
  above(parts: readonly ScoredPart[], rest: Int32Array, tell: TellBook): void {
    this.lay(parts, rest)
    const { view, classes, ends, sums, rivals, weights, variances, bars, found } = this.place
    const { run } = this.kernel
    const whole = sums + parts.length * this.row
    run.sumWindow(view, this.classes, this.blocks, classes, ends, parts.length + 1, sums)
    const count = run.beyond(
      ...([sums, whole, parts.length, rivals, weights, variances, bars, this.books, this.row, found] as const),
    )
    this.tellFound(parts.length, count, tell)
  }

  /** Tells what the kernel found in so many parts. */
  protected tellFound(parts: number, count: number, tell: TellBook): void {
    const { found, sums, rivals, weights, variances } = this.views
    const width = this.row / NUMBER
    for (let i = 0; i < count; i++) {
      const listed = found[i]!
      const book = listed % this.books
      const p = (listed - book) / this.books
      const score = sums[p * width + book]! - weights[2 * p]! * sums[parts * width + book]!
      tell(rivals[p]!, book, signedRoot(score, weights[2 * p + 1]! * variances[book]!))
    }
  }

  private lay(parts: readonly ScoredPart[], rest: Int32Array): void {
    const { classes: listed, ends, rivals, weights } = this.views
    let end = 0
    for (let p = 0; p < parts.length; p++) {
      const { classes, rival, slope, variance } = parts[p]!
      listed.set(classes, end)
      ends[p] = end += classes.length
      rivals[p] = rival
      weights[2 * p] = slope
      weights[2 * p + 1] = variance
    }
    listed.set(rest, end)
    ends[parts.length] = end + rest.length
  }
}
