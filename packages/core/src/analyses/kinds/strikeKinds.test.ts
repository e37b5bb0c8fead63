import { describe, expect, it } from 'vitest'
import { binomialInterval, clusteredShare } from '../../stats/index.ts'
import { bookOfTrips } from '../../test/bookOfTrips.ts'
import { seededRandom } from '../../numerics/index.ts'
import { parseWhere } from '../../query/index.ts'
import { buildColumns } from '../../effort/index.ts'
import { namesOf, planFor } from '../../query/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import { COST_COLUMNS, costAndPace } from '../board/costAndPace.ts'
import { strikeKinds } from './strikeKinds.ts'
import { timeShareOf } from './timeShareOf.ts'

/** Four trips of two lures; on the jerkbait, four seconds of pause to one of work, and three of four strikes on the pause. */
function book(): BookRecords {
  const made = bookOfTrips(
    Array.from({ length: 4 }, () => ({
      hours: 4,
      stints: [
        { lure: 'jerkbait', from: 0, to: 2, strikes: [0.2, 0.6, 1, 1.6] },
        { lure: 'jig', from: 2, to: 4, strikes: [3] },
      ],
    })),
  )
  return {
    ...made,
    lures: made.lures.map((lure) => (lure.id === 'jerkbait' ? { ...lure, price: 16, lastsH: 40 } : lure)),
    stints: made.stints.map((stint) =>
      stint.lure === 'jerkbait' ? { ...stint, pauseS: 4, workS: 1, casts: 60 } : stint,
    ),
    strikes: made.strikes.map((strike, i) => ({
      ...strike,
      ...(strike.stint?.endsWith('s0') ? { phase: i % 5 === 3 ? 'moving' : 'still', pitch: 1 } : {}),
      outcome: i % 5 === 0 ? ('lost' as const) : ('landed' as const),
    })),
  }
}

describe('kinds of strike', () => {
  it('are shares of the strikes whose kind was told, with what was landed of each', () => {
    const { rows, told, strikes, pause } = strikeKinds(book(), { of: 'phase', where: [] })
    expect([strikes, told]).toEqual([20, 16])
    expect(rows.map(({ value, strikes: own, share, trips }) => [value, own, share, trips])).toEqual([
      ['still', 12, 0.75, 4],
      ['moving', 4, 0.25, 4],
    ])
    expect(rows[0]!.landed!.share).toBeCloseTo(8 / 12, 12)
    // Four seconds of five is 80 % of the time: of 16 strikes 12.8 would have come on the pause.
    expect(pause).toMatchObject({ strikes: 16, inPause: 12, timeShare: expect.closeTo(0.8, 12) as number })
    expect(pause!.ratio).toBeCloseTo(12 / 12.8, 12)
  })

  it('are of the hours asked for, and nothing where none was told; a kind that strikes lack is named', () => {
    expect(strikeKinds(book(), { of: 'phase', where: parseWhere('lure=jig') })).toMatchObject({
      strikes: 4,
      told: 0,
      rows: [],
    })
    expect(strikeKinds(book(), { of: 'pitch', where: [] }).pause).toBeUndefined()
    expect(() => strikeKinds(book(), { of: 'weight', where: [] })).toThrow(/strikes have no weight; they have phase/)
  })
})

describe('the share of time in a phase', () => {
  const stint = {
    start: '2025-04-01T12:00:00.000Z',
    end: '2025-04-01T13:00:00.000Z',
    pauseS: 4,
    workS: 1,
    fallS: 12,
    casts: 60,
  }

  it('is told outright, or follows from the cadence, or from count-down and casts; else it is not known', () => {
    expect(timeShareOf({ ...stint, phaseShare: '30' }, new Set(['on the fall']))).toBe(0.3)
    expect(timeShareOf(stint, new Set(['still']))).toBe(0.8)
    // Sixty casts an hour, twelve seconds down each: a fifth of the time.
    expect(timeShareOf(stint, new Set(['on the fall']))).toBe(0.2)
    expect(timeShareOf({ ...stint, casts: null }, new Set(['on the fall']))).toBeUndefined()
    expect(timeShareOf(stint, new Set(['on the lift']))).toBeUndefined()
  })
})

describe('a share of strikes of several trips', () => {
  const trips = [
    { events: 6, trials: 6 },
    { events: 0, trials: 6 },
    { events: 5, trials: 6 },
    { events: 1, trials: 6 },
  ]

  it('has the limits of Wilson where each trip had one strike, or all trips are alike', () => {
    const single = Array.from({ length: 40 }, (_, i) => ({ events: i % 4 === 0 ? 1 : 0, trials: 1 }))
    // The clusters' own variance has a denominator of 39, not 40: at most so much more.
    const { lower, upper } = clusteredShare(single)!
    const wilson = binomialInterval(10, 40)
    expect([lower / wilson.lower, upper / wilson.upper]).toEqual([expect.closeTo(1, 1), expect.closeTo(1, 1)])
    const alike = Array.from({ length: 10 }, () => ({ events: 1, trials: 4 }))
    expect(clusteredShare(alike)).toMatchObject(wilson)
  })

  it('has limits that hold the share nine times in ten, on few trips of their own kind as well', () => {
    const random = seededRandom(11)
    const books = 1500
    const held = Array.from({ length: books }, () => {
      // Days with a share of their own, spread evenly from 0.1 to 0.7; strikes in twos and threes that are all of one kind.
      const trips6 = Array.from({ length: 6 }, () => {
        const own = 0.1 + 0.6 * random()
        const bouts = Array.from({ length: 4 }, () => ({ size: 1 + Math.floor(3 * random()), is: random() < own }))
        const sum = (of: (bout: { size: number; is: boolean }) => boolean) =>
          bouts.filter(of).reduce((total, { size }) => total + size, 0)
        return { events: sum(({ is }) => is), trials: sum(() => true) }
      })
      const { lower, upper } = clusteredShare(trips6)!
      return lower <= 0.4 && 0.4 <= upper
    }).filter(Boolean).length
    // 90 % are asked for; two standard errors of 1,500 books are 1.5 %.
    expect(held / books).toBeGreaterThan(0.885)
    expect(held / books).toBeLessThan(0.97)
  })

  it('is worth as many strikes as there are trips where the trips decide', () => {
    // By hand: p = 1/2, Σ(e − 3)² = 9 + 9 + 4 + 4 = 26, v = 4/3 · 26/576, alone 1/96: the effect is 5.78, and 24 strikes tell as 4.15,
    // of which four trips leave three degrees: (1.645/2.353)² of it, from the tables of z and of Student's t.
    expect(clusteredShare(trips)!.effectiveTrials).toBeCloseTo(
      (24 / ((4 / 3) * (26 / 576) * 96)) * (1.64485 / 2.35336) ** 2,
      3,
    )
    expect(clusteredShare([])).toBeUndefined()
    expect(clusteredShare([{ events: 3, trials: 3 }])).toMatchObject({ share: 1, effectiveTrials: 3, upper: 1 })
  })
})

describe('cost and casts a strike', () => {
  const of = (by: readonly string[], made = book()) => {
    const question = { by, where: [] }
    return costAndPace(
      made,
      buildColumns(made, planFor({ by: [...by, ...COST_COLUMNS], where: [] })),
      question,
      namesOf(made),
    )
  }

  it('follow from price, life and hours, and from counted casts; nothing where either is not known', () => {
    // 16 over 40 hours is 0.4 an hour: 8 hours for 16 strikes; 240 casts for them.
    expect(of(['lure'])).toEqual([
      { group: ['jerkbait'], costPerStrike: (0.4 * 8) / 16, castsPerStrike: 15 },
      { group: ['jig'], costPerStrike: null, castsPerStrike: null },
    ])
    expect(of(['water'])).toEqual([{ group: ['w'], costPerStrike: null, castsPerStrike: 15 }])
    // Grouped by species every hour stands once for each: its 240 casts are no fewer for that.
    const twoSpecies = {
      ...book(),
      strikes: book().strikes.map((strike, i) => ({ ...strike, species: i % 2 ? 'largemouth' : 'spotted' })),
    }
    const paces = of(['species'], twoSpecies).filter(({ castsPerStrike }) => castsPerStrike !== null)
    expect(paces.map(({ castsPerStrike }) => castsPerStrike)).toEqual([240 / 8, 240 / 8])
  })
})
