import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BookSums } from './bookSums.ts'
import { LANES } from './nullBooks.ts'
import { signedRoot } from './score.ts'

const CLASSES = 7
const BOOKS = 13
const number = fc.double({ min: -5, max: 5, noNaN: true })
const numbers = (length: number): fc.Arbitrary<number[]> => fc.array(number, { minLength: length, maxLength: length })
const someClasses = (count: number): fc.Arbitrary<number[]> => fc.uniqueArray(fc.nat(count - 1))

describe('BookSums', () => {
  it('tells the books of which a plain sum, book by book, comes above the bar, and nothing of the others', () => {
    fc.assert(
      fc.property(
        fc.record({
          residuals: numbers(CLASSES * BOOKS),
          variances: fc.array(fc.double({ min: 0.5, max: 2, noNaN: true }), { minLength: BOOKS, maxLength: BOOKS }),
          // Which of three coarser classes each is of.
          of: fc.array(fc.nat(2), { minLength: CLASSES, maxLength: CLASSES }),
          own: someClasses(3),
          other: someClasses(3),
          slope: number,
          bars: numbers(BOOKS),
        }),
        ({ residuals, variances, of, own, other, slope, bars }) => {
          const blocks = [0, 1].map((block) =>
            Float64Array.from({ length: CLASSES * LANES }, (_, i) => {
              const book = block * LANES + (i % LANES)
              return book < BOOKS ? residuals[Math.floor(i / LANES) * BOOKS + book]! : 0
            }),
          )
          const sums = new BookSums({ books: BOOKS, residuals: blocks, variances: Float64Array.from(variances) }, 2)
          sums.look({ of: Int32Array.from(of), count: 3 })
          sums.bars(1).set(bars)
          const told = new Map<number, number>()
          // Two parts, so that the second is told by its own bar.
          const parts = [
            { classes: Int32Array.from(other), rival: 0, slope: 0, variance: 1 },
            { classes: Int32Array.from(own), rival: 1, slope, variance: 3 },
          ]
          sums.bars(0).fill(Infinity)
          sums.above(parts, new Int32Array(), (rival, book, z) => void (rival === 1 && told.set(book, z)))
          const plain = (book: number, chosen: readonly number[]): number =>
            of.reduce((sum, to, one) => sum + (chosen.includes(to) ? residuals[one * BOOKS + book]! : 0), 0)
          for (let book = 0; book < BOOKS; book++) {
            const score = plain(book, own) - slope * (plain(book, other) + plain(book, own))
            const z = signedRoot(score, 3 * variances[book]!)
            if (told.has(book)) expect(told.get(book)).toBeCloseTo(z, 6)
            else expect(z).toBeLessThanOrEqual(bars[book]! + 1e-9)
          }
        },
      ),
    )
  })
})
