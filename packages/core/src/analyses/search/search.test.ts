import { describe, expect, it } from 'vitest'
import { seededRandom } from '../../numerics/index.ts'
import { searchBook } from '../../test/searchBook.ts'
import type { SearchWorld } from '../../test/searchBook.ts'
import { boutSize } from '../../stats/index.ts'
import { byClass, cellsIn, classesOf } from './classes.ts'
import { fitExpected } from './expected.ts'
import { BookSums } from './bookSums.ts'
import { NullDistribution } from './nullDistribution.ts'
import { eachConjunction, itemsOf } from './items.ts'
import { jointFamily } from './jointFamily.ts'
import { merged } from './merged.ts'
import { LANES } from './nullBooks.ts'
import { Weigher, residuals, signedRoot, sumOver } from './score.ts'
import { FLOORS, searchPatterns } from './searchPatterns.ts'
import type { Candidate } from './types.ts'

const PLAIN: SearchWorld = { trips: 150, rate: 1, tripSd: 0.5, flurry: 1 }

describe('boutSize', () => {
  it('finds the flurries that a book was made with, and none where there are none', () => {
    const size = (flurry: number): number => searchBook({ ...PLAIN, flurry }, seededRandom(3)).input.bout
    expect(size(1)).toBeLessThan(1.12)
    expect(Math.abs(size(2) - 2)).toBeLessThan(0.35)
    expect(boutSize([{ times: [0], hours: 1 }])).toBe(1)
  })
})

describe('the score of a pattern', () => {
  const { cells, held, columns } = searchBook(PLAIN, seededRandom(4)).input
  const classes = classesOf(cells, columns)

  it('is the deviance residual of a Poisson count (McCullagh & Nelder 1989, §2.4)', () => {
    // √(2[7·ln(7/4) − 3]) by hand.
    expect(signedRoot(3, 4)).toBeCloseTo(Math.sqrt(2 * (7 * Math.log(7 / 4) - 3)), 12)
    expect(signedRoot(-2, 4)).toBeCloseTo(-Math.sqrt(2 * (2 * Math.log(0.5) + 2)), 12)
    expect(signedRoot(0, 4)).toBe(0)
  })

  it('adds up to nought over all hours, and its ratio to what is expected over observed', () => {
    const expected = fitExpected(cells, held, 1)
    const all = Int32Array.from({ length: cells.count }, (_, c) => c)
    expect(Math.abs(sumOver(residuals(cells, expected), all))).toBeLessThan(0.05 * sumOver(cells.strikes, all))
    // Trips that do not differ: the ratio is strikes over expected strikes.
    const alike = { ...expected, shape: 1e4 }
    const [first] = itemsOf(cells, classes, { columns, alone: [] }, FLOORS)
    const weigher = Weigher.of(cells, classes, alike)
    const { logRatio, error } = weigher.ratio(first!.classes)
    const own = cellsIn(classes, first!.classes)
    const [seen, due] = [sumOver(cells.strikes, own), sumOver(alike.strikes, own)]
    // Its score then varies as a Poisson count does.
    expect(weigher.variance(first!.classes).all / due).toBeCloseTo(1, 2)
    expect(Math.exp(logRatio)).toBeCloseTo(seen / due, 1)
    expect(error).toBeCloseTo(1 / Math.sqrt(seen), 1)
  })

  it('is looked for in every conjunction that has hours and trips enough, and in no other', () => {
    const items = itemsOf(cells, classes, { columns, alone: [] }, FLOORS)
    const called = new Map<string, number[]>()
    eachConjunction(cells, classes, { items, depth: 2, floors: FLOORS }, (view) => (path, chosen) => {
      called.set(path.join(), [...cellsIn(classes, cellsIn(view, chosen))])
    })
    const inItem = (item: (typeof items)[number], c: number): boolean =>
      item.levels.includes(cells.levels[item.column]![cells.codes[item.column]![c]!]!)
    const all = [...cells.hours.keys()]
    const wanted = new Map<string, number[]>()
    items.forEach((one, i) => {
      const own = all.filter((c) => inItem(one, c))
      wanted.set(String(i), own)
      items.forEach((two, j) => {
        const both = own.filter((c) => inItem(two, c))
        const [hours, trips] = [
          both.reduce((sum, c) => sum + cells.hours[c]!, 0),
          new Set(both.map((c) => cells.trip[c])),
        ]
        const tells = j > i && two.column !== one.column && both.length < own.length
        if (tells && hours >= FLOORS.hours && trips.size >= FLOORS.trips) wanted.set(`${i},${j}`, both)
      })
    })
    expect(called).toEqual(wanted)
  })

  it('adds up by class what stands in the cells', () => {
    expect(sumOver(byClass(classes, cells.strikes), Int32Array.from(classes.cellOf.keys()))).toBeCloseTo(
      sumOver(cells.strikes, [...cells.strikes.keys()]),
      6,
    )
    expect(classes.trip.length).toBe(new Set(Array.from(classes.of, (one, c) => `${one} ${cells.trip[c]}`)).size)
  })
})

describe('findings beside one another', () => {
  const { cells } = searchBook({ ...PLAIN, trips: 60 }, seededRandom(6)).input
  // Every cell a class of its own.
  const classes = classesOf({ ...cells, codes: { cell: Int32Array.from(cells.hours.keys()) } }, ['cell'])
  const pattern = (from: number, to: number, z: number, score: number, items: number[]): Candidate => ({
    items,
    chosen: Int32Array.from({ length: to - from }, (_, i) => from + i),
    z,
    score,
    logRatio: 1,
    error: 0.2,
    withinShare: 1,
  })

  it('are told once where they share half their hours, by the simplest that is about as good', () => {
    const best = pattern(0, 100, 5, 0.6, [1, 2, 3])
    const simpler = pattern(0, 110, 4.9, 0.58, [1])
    const weaker = pattern(0, 90, 4, 0.3, [2])
    const elsewhere = pattern(200, 260, 3, 0.4, [4])
    const groups = merged(classes, [best, simpler, weaker, elsewhere])
    expect(groups.map(({ best: one, count }) => [one, count])).toEqual([
      [simpler, 2],
      [elsewhere, 0],
    ])
  })

  it('have a p that counts the books as strong, and a q that never rises with strength', () => {
    // Four books: one of which has a strong class, the others nothing.
    const residuals = [new Float64Array(3 * LANES)]
    residuals[0]![1 * LANES + 2] = 50
    const books = { books: 4, residuals, variances: new Float64Array(4).fill(1) }
    const sums = new BookSums(books, 1)
    const nulls = new NullDistribution(sums, 4, 2)
    sums.look({ of: Int32Array.of(0, 1, 2), count: 3 })
    nulls.add(Int32Array.of(0, 1), 10, 3)
    nulls.add(Int32Array.of(1), 10, 6)
    const { ofPattern } = jointFamily(nulls.maxima, [])
    expect([ofPattern(3), ofPattern(100)]).toEqual([2 / 5, 1 / 5])
    expect(nulls.q(6)).toBeLessThanOrEqual(nulls.q(3))
    expect(nulls.candidates).toBe(2)
  })
})

/** A short version of `bench/studies/search.ts`: its bars are for 400 and 100 books. */
describe('searchPatterns', () => {
  const options = { permutations: 59, heldOut: false }

  it('finds one lure in the window where it beats all others, and not the window', () => {
    const world: SearchWorld = {
      ...PLAIN,
      trips: 80,
      rate: 1.2,
      tripSd: 0.5,
      seasonal: true,
      lures: 2,
      ofLure: { hours: [22, 30], trips: [11, 18], ratio: 5 },
    }
    const random = seededRandom(12)
    const found = Array.from({ length: 4 }, (_, seed) => {
      const { input, planted } = searchBook(world, random)
      const [best] = searchPatterns(input, { ...options, seed: seed + 1 }).subjects
      const level = (column: string, c: number): string => input.cells.levels[column]![input.cells.codes[column]![c]!]!
      const lure = level('lure', planted.indexOf(1))
      const says = best?.conditions.find(({ column }) => column === 'lure')?.levels[0]
      return best !== undefined && best.pFamily <= 0.05 && best.kind === 'lures' && says === lure && best.lower > 1
    })
    expect(found.filter(Boolean).length).toBeGreaterThanOrEqual(3)
    const nothing = Array.from({ length: 4 }, (_, seed) => {
      const { input } = searchBook({ ...world, ofLure: undefined }, random)
      return searchPatterns(input, { ...options, seed: seed + 1 }).subjects.some(({ pFamily }) => pFamily <= 0.05)
    })
    expect(nothing.filter(Boolean).length).toBeLessThanOrEqual(1)
  })

  it('seldom cries wolf where trips differ, strikes come in flurries and effort follows season and light', () => {
    const random = seededRandom(11)
    const alarms = Array.from({ length: 10 }, (_, i) =>
      searchPatterns(searchBook({ ...PLAIN, flurry: 2, seasonal: true }, random).input, { ...options, seed: i }),
    )
    expect(alarms.filter(({ findings }) => findings.some(({ pFamily }) => pFamily <= 0.05)).length).toBeLessThanOrEqual(
      2,
    )
  })

  it('finds a window of four times as much, says what it rests on, and sees it on trips that did not find it', () => {
    const random = seededRandom(12)
    const found = Array.from({ length: 5 }, () => {
      const { input, planted } = searchBook({ ...PLAIN, rate: 0.6, ratio: 4 }, random)
      const first = searchPatterns(input, { permutations: 59 }).findings[0]!
      const hours = (member: (c: number) => boolean): number =>
        input.cells.hours.reduce((sum, h, c) => sum + (member(c) ? h : 0), 0)
      const inside = (c: number): boolean =>
        first.conditions.every(({ column, levels }) =>
          levels.includes(input.cells.levels[column]![input.cells.codes[column]![c]!]!),
        )
      const overlap = hours((c) => inside(c) && planted[c] === 1) / hours((c) => inside(c) || planted[c] === 1)
      expect(first.hours).toBeCloseTo(hours(inside), 9)
      expect(first.rate).toBeCloseTo(first.strikes / first.hours, 12)
      return { first, overlap }
    })
    expect(found.filter(({ first, overlap }) => first.pFamily <= 0.05 && overlap >= 0.5).length).toBeGreaterThanOrEqual(
      4,
    )
    expect(found.filter(({ first }) => (first.heldOut?.lower ?? 0) > 1).length).toBeGreaterThanOrEqual(4)
  })

  it('refuses a book without a strike, and more than four conditions', () => {
    const { input } = searchBook({ ...PLAIN, trips: 20, rate: 0 }, seededRandom(1))
    expect(() => searchPatterns(input)).toThrow(/no strike/)
    expect(() => searchPatterns(input, { depth: 5 })).toThrow(/1 to 4/)
  })
})
