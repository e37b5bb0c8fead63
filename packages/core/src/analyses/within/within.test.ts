import { describe, expect, it } from 'vitest'
import { drawPoisson, seededRandom } from '../../numerics/index.ts'
import { bookOf } from '../../test/rescueBooks.ts'
import type { World } from '../../test/rescueBooks.ts'
import { lureOrDay } from './lureOrDay.ts'
import { noWorse } from './noWorse.ts'
import { randomTripRatio } from './randomTrip.ts'
import type { ComparedTrip } from './lureOrDay.ts'
import { indicators } from './launches.ts'

const pair = (a: number, hoursA: number, b: number, hoursB: number): ComparedTrip => {
  const [one, two] = [
    { events: a, exposureHours: hoursA },
    { events: b, exposureHours: hoursB },
  ]
  return { a: one, b: two, planned: { a: one, b: two }, known: [] }
}

describe('randomTripRatio', () => {
  it('is the plain ratio with its likelihood limits where trips do not differ', () => {
    const trips = Array.from({ length: 40 }, (_, i) => pair(i % 2 === 0 ? 4 : 2, 2, 1 + (i % 3), 3))
    const found = randomTripRatio(trips)
    const [a, b] = [120, trips.reduce((sum, { b: two }) => sum + two.events, 0)]
    expect(found.ratio).toBeCloseTo(a / 80 / (b / 120), 2)
    // Likelihood limits of a log ratio of Poisson counts lie about ±1.645·√(1/a + 1/b).
    const half = 1.645 * Math.sqrt(1 / a + 1 / b)
    expect(Math.log(found.upper / found.lower) / (2 * half)).toBeCloseTo(1, 1)
  })

  it('has no number for what never struck, and its side of the limits is open', () => {
    const blank = [pair(0, 3, 2, 3), pair(0, 4, 3, 2), pair(0, 3, 1, 4)]
    expect(randomTripRatio(blank)).toMatchObject({ ratio: null, lower: 0 })
    expect(randomTripRatio(blank).upper).toBeLessThan(1.2)
    expect(randomTripRatio(blank.map(({ a, b, ...rest }) => ({ ...rest, a: b, b: a }))).upper).toBe(Infinity)
    expect(() => randomTripRatio([pair(1, 2, 0, 0)])).toThrow(/B has no hours/)
  })
})

/** A short version of `bench/studies/within.ts`: its bars are for 400 books. */
const BOOKS = 60
const worlds: [string, World][] = [
  ['a lure picked up after an hour and a half of blank', { rate: 0.6, trips: 40, rescueAfterH: 1.5 }],
  ['the same, with swapping back at each strike', { rate: 1.5, trips: 40, rescueAfterH: 0.75, swapBack: true }],
  [
    'a lure thrown on better days, by what was known at launch',
    { rate: 0.6, trips: 40, goodDays: { onGood: 0.8, onBad: 0.2, factor: 2 } },
  ],
]

describe('lureOrDay', () => {
  it.each(worlds)(
    'finds equal lures equal: %s',
    (_, world) => {
      const random = seededRandom(2026)
      const found = Array.from({ length: BOOKS }, () => randomTripRatio(bookOf(world, random)))
      const ratios = found.map(({ ratio }) => ratio ?? 0).sort((a, b) => a - b)
      expect(Math.abs(Math.log(ratios[BOOKS / 2]!))).toBeLessThan(0.12)
      expect(found.filter(({ lower, upper }) => lower > 1 || upper < 1).length / BOOKS).toBeLessThan(0.2)
    },
    120_000,
  )

  it('says strong of a planted ratio of three, and how little of it is the days’', () => {
    const random = seededRandom(5)
    const trips = Array.from({ length: 40 }, () => {
      const luck = Math.exp(0.4 * (random() - 0.5))
      return pair(drawPoisson(random, 1.8 * luck * 3), 3, drawPoisson(random, 0.6 * luck * 3), 3)
    })
    const found = lureOrDay(trips)
    expect([found.verdict, found.agree, found.trips, found.oneSided]).toEqual(['strong', true, 40, 0])
    expect(Math.abs(Math.log(found.within!.ratio! / 3))).toBeLessThan(0.35)
    expect(Math.abs(found.shareOfDay!)).toBeLessThan(0.15)
  })

  it('cannot tell where the designs differ, and says nothing of few hours', () => {
    // Within planned stints A is twice as good; over all hours it is as good as B.
    const torn = Array.from({ length: 30 }, (): ComparedTrip => ({
      ...pair(2, 2, 2, 2),
      planned: { a: { events: 2, exposureHours: 1 }, b: { events: 1, exposureHours: 1 } },
    }))
    expect(lureOrDay(torn)).toMatchObject({ verdict: 'cannot tell', agree: false })
    expect(lureOrDay([pair(2, 1, 0, 1)]).verdict).toBe('too early')
  })
})

describe('noWorse', () => {
  /** As many strikes an hour of A as told, against one of B. */
  const compared = (rateA: number, trips: number): ComparedTrip[] =>
    Array.from({ length: trips }, () => pair(3 * rateA, 3, 3, 3))

  it('asks for a lower limit above the margin, not for no difference', () => {
    expect(noWorse(compared(1, 60)).verdict).toBe('no worse')
    expect(noWorse(compared(1, 4)).verdict).toBe('too early')
    expect(noWorse(compared(1 / 3, 60)).verdict).toBe('worse')
    // At the margin itself no number of trips is enough; a wider margin is met sooner.
    expect(noWorse(compared(2 / 3, 60)).verdict).not.toBe('no worse')
    expect(noWorse(compared(2 / 3, 60), 0.5).verdict).toBe('no worse')
    expect(noWorse([pair(1, 2, 0, 0)])).toMatchObject({ ratio: null, verdict: 'too early' })
  })
})

describe('what was known at launch', () => {
  it('has a factor only where trips enough have it, and enough have not', () => {
    const trips = Array.from({ length: 20 }, (_, i) => `t${i}`)
    const known = indicators(trips, (trip) => [
      Number(trip.slice(1)) < 8 ? 'grey' : 'bright',
      ...(trip === 't0' ? ['rare'] : []),
      'everywhere',
    ])
    expect(known('t0')).toEqual([1, 0])
    expect(known('t19')).toEqual([0, 1])
    expect(known('not compared')).toEqual([0, 0])
  })
})
