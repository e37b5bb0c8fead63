import fc from 'fast-check'
import { expect, it } from 'vitest'
import { classesOf, coarser } from './classes.ts'
import { LANES } from './nullBooks.ts'
import { signedRoot, sumOver } from './score.ts'
import { NOT_KNOWN, WindowSums } from './windowSums.ts'

const [CELLS, TRIPS, SUBJECTS, BOOKS] = [60, 8, 4, 10]
const small = fc.double({ min: 0.1, max: 3, noNaN: true })
const list = <T>(of: fc.Arbitrary<T>, length: number): fc.Arbitrary<T[]> =>
  fc.array(of, { minLength: length, maxLength: length })

it('a window is taken apart as plain sums by trip say, in our own book and in the others', () => {
  let parts = 0
  fc.assert(
    fc.property(
      fc.record({
        subject: list(fc.nat(SUBJECTS - 1), CELLS),
        wind: list(fc.nat(2), CELLS),
        hours: list(small, CELLS),
        expected: list(small, CELLS),
        residuals: list(fc.double({ min: -2, max: 3, noNaN: true }), CELLS * (BOOKS + 1)),
        // The last subject may be what is not known.
        unknown: fc.boolean(),
      }),
      ({ subject, wind, hours, expected, residuals, unknown }) => {
        const trip = Int32Array.from({ length: CELLS }, (_, c) => Math.floor((c * TRIPS) / CELLS))
        const codes = { subject: Int32Array.from(subject), wind: Int32Array.from(wind) }
        const cells = {
          ...{ count: CELLS, trip, tripNames: Array.from({ length: TRIPS }, (_, t) => `t${t}`) },
          ...{ hours: Float64Array.from(hours), strikes: new Float64Array(CELLS), codes },
          levels: { subject: ['a', 'b', 'c', 'd'], wind: ['calm', 'light', 'fresh'] },
        }
        const classes = classesOf(cells, ['wind', 'subject'])
        const byClassOf = (book: number): number[] => {
          const sums = new Array<number>(classes.count).fill(0)
          classes.of.forEach((one, c) => (sums[one]! += residuals[c * (BOOKS + 1) + book]!))
          return sums
        }
        const blocks = [0, 1].map((block) => {
          const laid = new Float64Array(classes.count * LANES)
          for (let lane = 0; lane < LANES && block * LANES + lane < BOOKS; lane++)
            byClassOf(block * LANES + lane).forEach((sum, one) => (laid[one * LANES + lane] = sum))
          return laid
        })
        const dueOf = new Float64Array(classes.trip.length)
        classes.shardOf.forEach((shard, c) => (dueOf[shard]! += expected[c]!))
        const dueOfTrip = (chosen: readonly number[], t: number): number =>
          chosen.reduce((sum, c) => sum + (trip[c] === t ? expected[c]! : 0), 0)
        const everything = [...Array(CELLS).keys()]
        const ofTrips = Float64Array.from({ length: TRIPS }, (_, t) => dueOfTrip(everything, t))
        const ground = { dueOf, due: ofTrips, shape: 2, score: Float64Array.from(byClassOf(BOOKS)) }
        const nullBooks = { books: BOOKS, residuals: blocks, variances: new Float64Array(BOOKS).fill(1) }
        const sums = new WindowSums(nullBooks, SUBJECTS, classes, ground)
        const view = coarser(classes, cells, ['subject', 'wind'])
        const rivalOf = (c: number): number => (unknown && subject[c] === SUBJECTS - 1 ? NOT_KNOWN : subject[c]!)
        sums.lookBy(view, Int32Array.from(view.cellOf, rivalOf))
        // The window: no fresh wind.
        const inWindow = (c: number): boolean => wind[c]! < 2
        const found = sums.takeApart(
          Int32Array.from([...view.cellOf.keys()].filter((one) => inWindow(view.cellOf[one]!))),
        )
        parts += found

        const window = everything.filter((c) => inWindow(c) && rivalOf(c) !== NOT_KNOWN)
        const trips = [...Array(TRIPS).keys()]
        const common = (chosen: readonly number[]): number =>
          trips.reduce((sum, t) => {
            const own = dueOfTrip(chosen, t)
            return sum + own - (own * dueOfTrip(window, t)) / (2 + ofTrips[t]!)
          }, 0)
        const score = (chosen: readonly number[], book: number): number =>
          chosen.reduce((sum, c) => sum + residuals[c * (BOOKS + 1) + book]!, 0)
        const plain = [0, 1, 2, 3].flatMap((rival) => {
          const own = window.filter((c) => subject[c] === rival)
          const due = sumOver(Float64Array.from(expected), own)
          const spent = sumOver(cells.hours, own)
          const enough = spent >= 6 && sumOver(cells.hours, window) - spent >= 6
          const self = trips.reduce((sum, t) => {
            const e = dueOfTrip(own, t)
            return sum + e - e ** 2 / (2 + ofTrips[t]!)
          }, 0)
          const slope = common(own) / common(window)
          const variance = self - common(own) * slope
          const seen = new Set(own.map((c) => trip[c])).size >= 4
          const apart = due <= 0.9 * sumOver(Float64Array.from(expected), window)
          return enough && seen && apart && variance > 0
            ? [
                {
                  rival,
                  variance,
                  z: (book: number) => signedRoot(score(own, book) - slope * score(window, book), variance),
                },
              ]
            : []
        })
        expect(Array.from({ length: found }, (_, p) => sums.part(p).rival)).toEqual(plain.map(({ rival }) => rival))
        const told = new Map<string, number>()
        sums.tellAbove((rival, book, z) => told.set(`${rival} ${book}`, z))
        plain.forEach(({ rival, variance, z }, p) => {
          const part = sums.part(p)
          expect(part.variance).toBeCloseTo(variance, 9)
          expect(signedRoot(part.excess, part.variance)).toBeCloseTo(z(BOOKS), 9)
          for (let book = 0; book < BOOKS; book++)
            expect(told.get(`${rival} ${book}`) ?? 0).toBeCloseTo(Math.max(0, z(book)), 9)
        })
      },
    ),
  )
  expect(parts).toBeGreaterThan(50)
})
