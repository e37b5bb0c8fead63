import { describe, expect, it } from 'vitest'
import { drawNormal, drawPoisson, seededRandom } from '../numerics/index.ts'
import { bookOfTrips } from '../test/books.ts'
import type { MadeTrip } from '../test/books.ts'
import { backtest } from './backtest.ts'
import { tripLike } from './foreseen.ts'
import { patternBook } from './patternBook.ts'
import { planDeck } from './planDeck.ts'
import { calibrationOf, logNegativeBinomial } from './scores.ts'

const LURES = ['A', 'B', 'C', 'D', 'E', 'F']

/** Six lures, an hour each a trip; with `pattern` lure A lives by the wind and the others do not. */
function world(trips: number, seed: number, pattern: boolean) {
  const random = seededRandom(seed)
  const windOf = new Map<string, number>()
  const made = Array.from({ length: trips }, (_, t): MadeTrip => {
    const luck = Math.exp(0.4 * drawNormal(random))
    const windMps = 8 * random()
    windOf.set(`t${t}`, windMps)
    return {
      hours: 6,
      readings: [
        { at: 0, waterTempC: 8 + 10 * random(), windMps },
        { at: 3, windMps },
        { at: 6, windMps },
      ],
      stints: LURES.map((lure, i) => {
        const rate = pattern && lure === 'A' ? (windMps > 4 ? 3 : 0.3) : 0.9
        const count = drawPoisson(random, rate * luck)
        return { lure, from: i, to: i + 1, strikes: Array.from({ length: count }, (_, k) => i + (k + 0.5) / count) }
      }),
    }
  })
  return bookOfTrips(made)
}

describe('the deck', () => {
  const book = world(80, 5, true)
  const { rows, model } = patternBook(book)
  const deckIn = (windMps: number, more: object = {}) => {
    const { trip, fixed } = tripLike(book, 'w', { numbers: { water_temp_c: 12, wind_mps: windMps }, words: {} }, 13)
    return planDeck(book, rows, model, { trip, fixed, rods: 2, ruleHours: 0, ...more })
  }

  it('carries the lure of the wind in wind, and leaves it at home with its reason in calm', () => {
    const [windy, calm] = [deckIn(7), deckIn(1)]
    expect(windy.rods.map(({ lure }) => lure)).toContain('A')
    expect(windy.lures[0]!.lure).toBe('A')
    expect(windy.lures[0]!.rate / windy.lures[1]!.rate).toBeGreaterThan(1.7)
    expect(calm.rods.map(({ lure }) => lure)).not.toContain('A')
    expect(calm.lures.at(-1)!.lure).toBe('A')
    expect(calm.leftAtHome.find(({ lure }) => lure === 'A')).toMatchObject({ because: 'good days' })
  })

  it('covers the true rates with its ranges', () => {
    const truth = (lure: string, windMps: number): number =>
      // A mean over days of luck.
      (lure === 'A' ? (windMps > 4 ? 3 : 0.3) : 0.9) * Math.exp(0.08)
    for (const windMps of [1, 7]) {
      const held = deckIn(windMps, { confidence: 0.95 }).lures.filter(
        ({ lure, lower, upper }) => lower <= truth(lure, windMps) && truth(lure, windMps) <= upper,
      )
      expect(held.length).toBeGreaterThanOrEqual(5)
    }
  })

  it('is chosen over the forecast’s spread: where the wind may or may not come both are carried', () => {
    const { rods } = deckIn(4, { spread: { wind_mps: 3 } })
    expect(rods.map(({ lure }) => lure)).toContain('A')
    expect(rods).toHaveLength(2)
  })

  it('has no more rods than the box holds, keeps what is locked, and carries at most one to learn', () => {
    expect(deckIn(7, { rods: 40 }).rods).toHaveLength(LURES.length)
    const { rods } = deckIn(7, { rods: 4, locked: new Set(['F']), excluded: new Set(['A']) })
    const ids = rods.map(({ lure }) => lure)
    expect([ids.includes('F'), ids.includes('A')]).toEqual([true, false])
    expect(rods.filter(({ learn }) => learn).length).toBeLessThanOrEqual(1)
  })

  it('falls to what is usual on a water that was never fished', () => {
    const other = { ...book, waters: [...book.waters, { id: 'v', name: 'another', timeZone: 'UTC' }] }
    const { trip, fixed } = tripLike(other, 'v', { numbers: { wind_mps: 7 }, words: {} }, 13)
    const { lures } = planDeck(other, rows, model, { trip, fixed, rods: 2, ruleHours: 0 })
    expect(lures.every(({ own, rate }) => own.hours === 0 && rate > 0.3 && rate < 6)).toBe(true)
  })
})

describe('the back-test', () => {
  it('finds the plan’s worth where there is something to know', () => {
    const { worth, skill, trips, strikes } = backtest(world(90, 8, true), { rods: 2 })
    expect(trips).toBe(70)
    expect(strikes).toBeGreaterThan(300)
    expect(worth.verdict).toBe('earned')
    expect(worth.lower).toBeGreaterThan(1)
    expect(skill.water.lower).toBeGreaterThan(0)
  })

  it('claims none where there is nothing: over ten books the ratio is about one, and *earned* is rare', () => {
    const found = Array.from({ length: 10 }, (_, i) => backtest(world(60, 100 + i, false), { rods: 2 }).worth)
    const mean = found.reduce((sum, { ratio }) => sum + Math.log(ratio ?? 1), 0) / found.length
    expect(Math.abs(mean)).toBeLessThan(0.12)
    // One in ten by chance at four in five.
    expect(found.filter(({ verdict }) => verdict === 'earned').length).toBeLessThanOrEqual(3)
  })

  it('refuses a book that is too short, in words', () => {
    expect(() => backtest(world(15, 1, false))).toThrow('the plan is tried from trip 21 on, and the book has 15')
  })

  it('foretells nothing from what came after: trips that follow change no earlier figure', () => {
    const book = world(60, 3, true)
    const cut = { ...book, trips: book.trips.slice(0, 40) }
    const ids = new Set(cut.trips.map(({ id }) => id))
    const of = <R extends { readonly trip: string }>(records: readonly R[]): R[] =>
      records.filter(({ trip }) => ids.has(trip))
    const earlier = { ...cut, stints: of(book.stints), strikes: of(book.strikes), readings: of(book.readings) }
    const scrambled = {
      ...book,
      strikes: book.strikes.map((strike) =>
        ids.has(strike.trip) ? strike : { ...strike, outcome: 'raised' as const },
      ),
    }
    const [one, other] = [backtest(earlier, { rods: 2 }), backtest({ ...scrambled, trips: cut.trips }, { rods: 2 })]
    expect(one.skill).toEqual(other.skill)
  })
})

// Sums of chances, and against the Poisson to which it tends (McCullagh & Nelder 1989, §6.2.3).
it('scores counts by chances that add up to one', () => {
  const sum = Array.from({ length: 400 }, (_, y) => Math.exp(logNegativeBinomial(y, 3, 0.4, 1.5))).reduce(
    (a, b) => a + b,
  )
  expect(sum).toBeCloseTo(1, 8)
  expect(Math.exp(logNegativeBinomial(2, 3, 1e-7, 1))).toBeCloseTo((Math.exp(-3) * 9) / 2, 5)
  const bins = calibrationOf(
    Array.from({ length: 100 }, (_, i) => ({
      trip: `t${i}`,
      strikes: 1,
      expected: 1,
      score: 0,
      water: 0,
      ofClass: 0,
      like: 0,
    })),
  )
  expect(bins.map(({ expected, observed, lower, upper }) => [expected, observed, lower, upper])).toEqual(
    Array.from({ length: 10 }, () => [10, 10, 10, 10]),
  )
})
