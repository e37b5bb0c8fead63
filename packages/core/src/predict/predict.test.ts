import { describe, expect, it } from 'vitest'
import { logRateOf } from '../stats/index.ts'
import { patternWorld, trueRate } from '../test/patternWorld.ts'
import { GAM } from '../test/referenceValues.ts'
import { backtest, foretoldTrips } from './backtest.ts'
import { fitPatternModel } from './fitPatternModel.ts'
import { patternColumns, patternRows } from './patternRows.ts'
import { tripLike } from './foreseen.ts'
import { foreseenHours } from './foreseenHours.ts'
import type { Id } from '../vocabulary/index.ts'
import { patternBook, patternBookAfter } from './patternBook.ts'
import { planDeck } from './planDeck.ts'
import { calibrationOf, logNegativeBinomial } from './scores.ts'

const WATER = { id: 'w', timeZone: 'UTC' }
const LURES = ['A', 'B', 'C', 'D', 'E', 'F']

// R mgcv by REML on the same rows with the same terms and penalties, those on trial here among them (`bench/mgcv.ts`).
it('has mgcv’s log rate and error for every row, and its degrees of freedom', () => {
  const book = patternWorld(80, 5, true)
  const rows = patternRows(book, patternColumns(book))
  const { fit, terms } = fitPatternModel(rows)
  expect(rows).toHaveLength(GAM.patterns.se.length)
  rows.forEach(({ situation }, i) => {
    const { mean, variance } = logRateOf(fit, terms.row(situation))
    const se = GAM.patterns.se[i]!
    expect(Math.abs(mean - GAM.patterns.log_rate[i]!)).toBeLessThan(0.05 * se)
    expect(Math.abs(Math.sqrt(variance) / se - 1)).toBeLessThan(0.02)
  })
  const inTerms = new Set(terms.terms.flatMap(({ first, size }) => Array.from({ length: size }, (_, a) => first + a)))
  const used = fit.edf.reduce((sum, edf) => sum + edf, fit.edfTrips) + terms.names.length - inTerms.size
  expect(Math.abs(used / GAM.patterns.edf_total - 1)).toBeLessThan(0.05)
})

it('takes in trips that came later as the whole book learnt anew has them, and does so only for those', () => {
  const book = patternWorld(80, 5, true)
  const byDay = [...book.trips].sort((one, other) => (one.start < other.start ? -1 : 1))
  const later = new Set(byDay.slice(-2).map(({ id }) => id))
  const without = <R extends { readonly trip: string }>(records: readonly R[]): R[] =>
    records.filter(({ trip }) => !later.has(trip))
  const before = patternBook({
    ...book,
    trips: byDay.slice(0, -2),
    ...{ stints: without(book.stints), strikes: without(book.strikes), readings: without(book.readings) },
  })
  const [after, anew] = [patternBookAfter(before, book, later)!, patternBook(book)]
  expect(after.rows).toHaveLength(anew.rows.length)
  for (const { situation } of anew.rows) {
    const [one, other] = [after.model.logRate(situation), anew.model.logRate(situation)]
    expect(Math.abs(one.mean - other.mean) / Math.sqrt(other.variance)).toBeLessThan(0.25)
    expect(Math.sqrt(one.variance / other.variance)).toBeCloseTo(1, 1)
  }
  // Of what stood before, of other lists, and of a trip between others the book is learnt anew.
  const earlier = new Set([byDay[3]!.id])
  expect(patternBookAfter(before, book, new Set([...later, ...earlier]))).toBeUndefined()
  expect(patternBookAfter(before, { ...book, lures: book.lures.slice(1) }, later)).toBeUndefined()
  const [last] = byDay.slice(-1)
  const backdated = byDay.map((trip) => (trip === last ? { ...trip, start: byDay[0]!.start } : trip))
  expect(patternBookAfter(before, { ...book, trips: backdated }, later)).toBeUndefined()
})

it('knows how fast a lure is fished by its retrieve, and where none is said as in most of its hours', () => {
  const book = patternWorld(3, 5, true)
  const said = [
    ['drag', 'drag', 'burn'],
    ['steady', null, null],
  ] as const
  const stints = book.stints.map((stint) => {
    const own = book.stints.filter(({ lure }) => lure === stint.lure).indexOf(stint)
    const retrieve = said[['A', 'B'].indexOf(stint.lure)]?.[own]
    return retrieve ? { ...stint, retrieve } : stint
  })
  const told = { ...book, stints }
  const speedsOf = (lure: string) =>
    patternRows(told, patternColumns(told)).flatMap(({ situation }) =>
      situation.lure === lure ? situation.traits.speed : [],
    )
  expect(new Set(speedsOf('A'))).toEqual(new Set(['slow', 'fast']))
  expect(new Set(speedsOf('B'))).toEqual(new Set(['steady']))
  expect(new Set(speedsOf('C'))).toEqual(new Set(['unknown']))
  const { trip, asSaid } = tripLike(told, WATER, { numbers: {}, words: {} }, 9)
  const ahead = new Map(
    foreseenHours(told, trip, asSaid).map(({ situation }) => [situation.lure, situation.traits.speed]),
  )
  expect(['A', 'B', 'C'].map((lure) => ahead.get(lure as Id<'lure'>))).toEqual(['slow', 'steady', 'unknown'])
})

describe('the deck', () => {
  const book = patternWorld(80, 5, true)
  const { rows, model } = patternBook(book)
  const deckIn = (windMps: number, more: object = {}) => {
    const conditions = tripLike(book, WATER, { numbers: { water_temp_c: 12, wind_mps: windMps }, words: {} }, 13)
    return planDeck(book, rows, model, { ...conditions, rods: 2, ruleHours: 0, ...more })
  }

  it('carries the lure of the wind in wind, and leaves it at home with its reason in calm', () => {
    const [windy, calm] = [deckIn(7), deckIn(1)]
    expect(windy.rods.map(({ lure }) => lure)).toContain('A')
    expect(windy.lures[0]!.lure).toBe('A')
    expect(windy.lures[0]!.rate / windy.lures[1]!.rate).toBeGreaterThan(1.7)
    expect(calm.rods.map(({ lure }) => lure)).not.toContain('A')
    expect(calm.lures.at(-1)!.lure).toBe('A')
    expect(calm.leftAtHome.find(({ lure }) => lure === 'A')).toMatchObject({ because: 'counted elsewhere' })
  })

  it('covers the true rates with its ranges', () => {
    // A mean over days of luck.
    const truth = (lure: string, windMps: number): number => trueRate(lure, windMps, true) * Math.exp(0.08)
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
    // A full deck of kept rods has no room for one to learn.
    const kept = ['B', 'C', 'D', 'E']
    expect(
      deckIn(7, { rods: 4, locked: new Set(kept) })
        .rods.map(({ lure }) => lure)
        .sort(),
    ).toEqual(kept)
  })

  it('knows the hour by the clock of the water, and nothing of the light where none was said', () => {
    const now = { numbers: { wind_mps: 3 }, words: {} }
    const far = { id: 'w', timeZone: 'America/Chicago' }
    expect(new Date(tripLike(book, far, now, 7.5).trip.fromMs).toISOString()).toMatch(/T12:30:00/)
    expect(tripLike(book, far, now, 7.5).asSaid.light).toBeUndefined()
    expect(tripLike(book, far, now).asSaid.light).toBe('unknown')
  })

  it('says of each hour which rod is best, with limits around its rate', () => {
    const { hours, rods } = deckIn(7)
    expect(hours.length).toBeGreaterThan(0)
    for (const { lure, rate, lower, upper } of hours) {
      const own = rods.find((rod) => rod.lure === lure)!
      expect(rate).toBeCloseTo(own.when[0]!.rate, 6)
      expect(rods.every(({ when }) => when[0]!.rate <= rate + 1e-9)).toBe(true)
      expect(lower < rate && rate < upper).toBe(true)
    }
  })

  it('falls to what is usual on a water that was never fished', () => {
    const other = { ...book, waters: [...book.waters, { id: 'v', name: 'another', timeZone: 'UTC' }] }
    const conditions = tripLike(other, { id: 'v' }, { numbers: { wind_mps: 7 }, words: {} }, 13)
    const { lures } = planDeck(other, rows, model, { ...conditions, rods: 2, ruleHours: 0 })
    expect(lures.every(({ own, rate }) => own.hours === 0 && rate > 0.3 && rate < 6)).toBe(true)
  })
})

describe('the back-test', () => {
  it('finds the plan’s worth where there is something to know', () => {
    const { worth, skill, trips, strikes } = backtest(patternWorld(90, 8, true), { rods: 2 })
    expect(trips).toBe(70)
    expect(strikes).toBeGreaterThan(300)
    expect(worth.verdict).toBe('earned')
    expect(worth.lower).toBeGreaterThan(1)
    expect(skill.water.lower).toBeGreaterThan(0)
  })

  it('claims none where there is nothing: over ten books the ratio is about one, and *earned* is rare', () => {
    const found = Array.from({ length: 10 }, (_, i) => backtest(patternWorld(60, 100 + i, false), { rods: 2 }).worth)
    const mean = found.reduce((sum, { ratio }) => sum + Math.log(ratio ?? 1), 0) / found.length
    expect(Math.abs(mean)).toBeLessThan(0.12)
    // One in ten by chance at four in five.
    expect(found.filter(({ verdict }) => verdict === 'earned').length).toBeLessThanOrEqual(3)
  })

  it('refuses a book that is too short, in words', () => {
    expect(() => backtest(patternWorld(15, 1, false))).toThrow('the plan is tried from trip 21 on, and the book has 15')
  })

  it('foretells nothing from what came after: trips that follow change no earlier figure', () => {
    const book = patternWorld(60, 3, true)
    const early = new Set(book.trips.slice(0, 40).map(({ id }) => id))
    const ofEarly = <R extends { readonly trip: string }>(records: readonly R[]): R[] =>
      records.filter(({ trip }) => early.has(trip))
    const cut = {
      ...book,
      trips: book.trips.slice(0, 40),
      stints: ofEarly(book.stints),
      strikes: ofEarly(book.strikes),
      readings: ofEarly(book.readings),
    }
    const told = (of: typeof book) =>
      foretoldTrips(of, patternColumns(of), { from: 20, rods: 2 }).foretold.filter(({ trip }) => early.has(trip))
    const [then, now] = [told(cut), told(book)]
    expect(then).toHaveLength(20 * LURES.length)
    expect(now).toEqual(then)
  })
})

// Sums of chances, and against the Poisson to which it tends (McCullagh & Nelder 1989, §6.2.3).
it('scores counts by chances that add up to one', () => {
  const sum = Array.from({ length: 400 }, (_, y) => Math.exp(logNegativeBinomial(y, 3, 0.4, 1.5))).reduce(
    (a, b) => a + b,
  )
  expect(sum).toBeCloseTo(1, 8)
  // R: dnbinom(c(0, 3, 12), size = 2.5, mu = 4, log = TRUE).
  const byR = [-2.38877861257, -1.963930432, -4.62400392639]
  ;[0, 3, 12].forEach((y, i) => expect(logNegativeBinomial(y, 4, 0.35, 1.2)).toBeCloseTo(byR[i]!, 9))
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
