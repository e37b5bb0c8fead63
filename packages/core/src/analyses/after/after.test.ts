import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bookOfTrips } from '../../test/bookOfTrips.ts'
import { likeOf, parseNow } from '../similar/likeOf.ts'
import { bigFish } from '../size/bigFish.ts'
import { numbersVersusSize } from '../size/numbersVersusSize.ts'
import { parseWhere } from '../../query/index.ts'
import { withinOf } from '../within/withinOf.ts'
import { randomEffectsMeta, heterogeneity, clusterBootstrap } from '../../stats/index.ts'
import type { Heterogeneity } from '../../stats/index.ts'
import { drawNormal, seededRandom } from '../../numerics/index.ts'
import { buildColumns, planCuts } from '../../effort/index.ts'
import { afterFirst } from './afterFirst.ts'
import { aroundChange } from './aroundChange.ts'
import { byPitch } from './byPitch.ts'
import { followUp } from './followUp.ts'

/** Six hours with one lure; the current stops after three, and three of four strikes come in the hour after. */
const STOPPED = bookOfTrips(
  Array.from({ length: 4 }, () => ({
    hours: 6,
    stints: [{ lure: 'hair jig', from: 0, to: 6, strikes: [1, 3.2, 3.5, 3.9] }],
    readings: [
      { at: 0, current: 'on' as const },
      { at: 3, current: 'off' as const },
    ],
  })),
)

describe('aroundChange', () => {
  it('holds the hour after a change against the other hours of the same trips', () => {
    const { crossings, after, before } = aroundChange(STOPPED, { column: 'current', to: 'off' })
    expect(crossings).toBe(4)
    expect(after.inside).toEqual({ events: 12, exposureHours: 4 })
    expect(after.tripIds).toEqual(['t0', 't1', 't2', 't3'])
    expect(after.outside).toEqual({ events: 4, exposureHours: 20 })
    expect(after.ratio.ratio).toBeCloseTo(15, 9)
    expect(before.inside).toEqual({ events: 0, exposureHours: 4 })
    expect(() => aroundChange(STOPPED, { column: 'class', to: 'tube' })).toThrow(/is not a condition/)
  })
})

describe('after a strike', () => {
  it('counts what follows within a quarter of an hour of fishing, by kind of place', () => {
    const book = bookOfTrips([
      { hours: 4, stints: [{ lure: 'crank', from: 0, to: 4, strikes: [1, 1.1, 1.2, 3], spot: 'p' }] },
    ])
    const [all, point] = afterFirst(book)
    expect(all).toMatchObject({ place: 'all', firsts: 2, furtherEach: 1 })
    expect(all?.inside.exposureHours).toBeCloseTo(0.5, 9)
    expect(point).toMatchObject({ place: 'main point', firsts: 2 })
  })

  it('credits the finder: what the catcher brings within half an hour at the same spot', () => {
    const trip = {
      hours: 4,
      stints: [
        { lure: 'walker', from: 0, to: 1, strikes: [1], spot: 'p' },
        { lure: 'worm', from: 1, to: 4, strikes: [1.2, 1.4, 3], spot: 'p' },
      ],
    }
    const found = followUp(bookOfTrips([trip, trip, trip]), ({ lure }) => lure === 'walker')
    expect(found.finds).toBe(3)
    expect(found.inside).toEqual({ events: 6, exposureHours: 1.5 })
    expect(found.outside).toEqual({ events: 3, exposureHours: 7.5 })
  })

  it('shares bites out by pitch, of those that were logged', () => {
    const shares = byPitch([{ pitch: 1 }, { pitch: 1 }, { pitch: 3 }, { pitch: null }, { pitch: 2, outcome: 'raised' }])
    expect(shares.map(({ pitch, bites }) => [pitch, bites])).toEqual([
      [1, 2],
      [2, 0],
      [3, 1],
    ])
    expect(shares[2]?.orLater).toBeCloseTo(1 / 3, 12)
    expect(byPitch([])).toEqual([])
  })
})

describe('kernelWeighted', () => {
  const book = bookOfTrips(
    [9, 9, 20, 20].map((waterTempC, t) => ({
      hours: 5,
      stints: [{ lure: 'a', from: 0, to: 5, strikes: t < 2 ? [1, 2, 3, 4] : [1] }],
      readings: [0, 2.5, 5].map((at) => ({ at, waterTempC })),
    })),
  )

  it('is the plain rate of the hours that are just like today, and forgets those that are not', () => {
    const { all, trips } = likeOf(book, { water: 'made-up water', now: parseNow('water_temp_c=9'), by: ['lure'] })
    expect(all?.rate).toBeCloseTo(0.8, 3)
    expect(all?.effectiveHours).toBeCloseTo(10, 2)
    expect(trips.map(({ trip }) => trip).sort()).toEqual(['t0', 't1'])
    expect(all?.tripIds).toEqual(['t0', 't1'])
  })

  it('weighs by the kernel’s own formula halfway, and by Kish’s effective size', () => {
    const { all } = likeOf(book, { now: parseNow('water_temp_c=14'), by: ['lure'] })
    const [cold, warm] = [Math.exp(-0.5 * (5 / 2) ** 2), Math.exp(-0.5 * (6 / 2) ** 2)]
    expect(all?.rate).toBeCloseTo((0.8 * cold + 0.2 * warm) / (cold + warm), 2)
    expect(all?.effectiveHours).toBeCloseTo((10 * (cold + warm) ** 2) / (cold ** 2 + warm ** 2), 0)
  })

  it('names what it cannot read, and a water nobody fished', () => {
    expect(() => parseNow('water_temp_c=cold')).toThrow(/is a number/)
    expect(() => parseNow('')).toThrow(/nothing is said/)
    expect(() => likeOf(book, { water: 'elsewhere', now: parseNow('water_temp_c=9'), by: [] })).toThrow(
      /no hour on elsewhere/,
    )
  })
})

describe('numbers and size', () => {
  it('knows what nothing beats in both, and how sure that is by trips', () => {
    // Many and giant are as they are on every trip; the third is as good as many on one trip of thirty, and brings little on the others.
    const trips = Array.from({ length: 30 }, (_, t) => ({
      trip: `t${t}`,
      of: [
        { name: 'many', hours: 2, landed: 4, weightG: 1600 },
        { name: 'giant', hours: 2, landed: 0.6, weightG: 1800 },
        { name: 'once', hours: 2, landed: t === 0 ? 60 : 0, weightG: t === 0 ? 30_000 : 0 },
      ],
    }))
    const points = new Map(numbersVersusSize(trips).map((point) => [point.name, point]))
    expect(points.get('giant')).toMatchObject({
      weightPerHourG: 900,
      lower: 900,
      upper: 900,
      efficient: true,
      chanceEfficient: 1,
    })
    expect(points.get('many')).toMatchObject({ landedPerHour: 2, meanWeightG: 400, lower: 800, upper: 800 })
    const once = points.get('once')!
    expect([once.weightPerHourG, once.lower]).toEqual([500, 0])
    // The one trip is in a draw 1 − (1 − 1/30)^30 = 64 times in 100; only then does anything of it stand out.
    expect(Math.abs(once.chanceEfficient - (1 - (29 / 30) ** 30))).toBeLessThan(0.08)
    expect(numbersVersusSize([])).toEqual([])
    expect(() => numbersVersusSize([{ trip: 't', of: [{ name: 'a', hours: -1, landed: 0, weightG: 0 }] }])).toThrow(
      /0 or more: a/,
    )
  })

  it('leaves out what another beats, and of equals neither', () => {
    const count = fc.integer({ min: 0, max: 3 })
    fc.assert(
      fc.property(fc.array(fc.tuple(count, count), { minLength: 1, maxLength: 8 }), (fish) => {
        const of = fish.map(([landed, weightG], i) => ({ name: `${i}`, hours: 1, landed, weightG: landed * weightG }))
        const points = numbersVersusSize([{ trip: 't', of }])
        const both = points.map(({ landedPerHour, meanWeightG }) => [landedPerHour, meanWeightG] as const)
        const beaten = ([n, w]: readonly [number, number]): boolean =>
          both.some(([m, v]) => m >= n && v >= w && (m > n || v > w))
        expect(points.map(({ efficient }) => efficient)).toEqual(both.map((one) => !beaten(one)))
      }),
    )
  })

  it('calls big what is big on this water', () => {
    const made = bookOfTrips([
      {
        hours: 10,
        stints: [
          { lure: 'a', from: 0, to: 5, strikes: [] },
          { lure: 'b', from: 5, to: 10, strikes: [5.1, 5.5, 6, 6.5, 7, 7.5, 8, 8.5, 9, 9.5] },
        ],
      },
    ])
    const book = { ...made, strikes: made.strikes.map((strike, i) => ({ ...strike, weightG: 500 + 100 * i })) }
    const { thresholdG, groups } = bigFish(buildColumns(book, planCuts(['lure'], [])), ['lure'], { percentile: 0.8 })
    expect(thresholdG).toBe(1300)
    expect(groups.map(({ group, bigFish: big, per100Hours }) => [group[0], big, per100Hours])).toEqual([
      ['b', 2, 40],
      ['a', 0, 0],
    ])
    expect(groups[0]?.ratioOfShares).toBeCloseTo(2, 12)
    // At 0.4 an hour, seldomer than if strikes came singly, two in ten of a flurry being big.
    expect(groups[0]?.bigInDay).toBeLessThan(1 - Math.exp(-0.4 * 8))
    expect(groups[0]?.bigInDay).toBeGreaterThan(1 - Math.exp((-0.4 * 8) / (1 + 0.2 * 0.6)))

    // A measuring board and no scale: the same fish, by their length.
    const byLength = { ...made, strikes: made.strikes.map((strike, i) => ({ ...strike, lengthMm: 300 + 10 * i })) }
    const long = bigFish(buildColumns(byLength, planCuts(['lure'], [])), ['lure'], { percentile: 0.8 })
    expect(long).toMatchObject({ thresholdG: null, thresholdMm: 380, by: 'weight from length', measured: 10 })
    expect(long.groups.map(({ bigFish: big }) => big)).toEqual([2, 0])
  })

  it('counts no fish as big that nobody measured', () => {
    const made = bookOfTrips([
      {
        hours: 11,
        stints: [{ lure: 'a', from: 0, to: 11, strikes: [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10].map((h) => h + 0.5) }],
      },
    ])
    const strikes = made.strikes.map((strike, i) => (i === 5 ? strike : { ...strike, weightG: 500 + 100 * i }))
    const { measured, landed, groups } = bigFish(buildColumns({ ...made, strikes }, planCuts(['lure'], [])), ['lure'], {
      percentile: 0.8,
    })
    expect([measured, landed, groups[0]?.bigFish]).toEqual([10, 11, 2])
  })

  it('compares sizes by length where nobody weighed, as the cube of it', () => {
    const day = () => ({
      hours: 8,
      stints: [
        { lure: 'a', from: 0, to: 4, strikes: [1, 2, 3] },
        { lure: 'b', from: 4, to: 8, strikes: [5, 6, 7] },
      ],
    })
    const made = bookOfTrips([day(), day(), day(), day()])
    const lures = new Map(made.stints.map(({ id, lure }) => [id, lure]))
    const strikes = made.strikes.map((strike, i) => ({
      ...strike,
      outcome: 'landed' as const,
      lengthMm: (400 + (i % 3)) * (lures.get(strike.stint!) === 'a' ? 1.1 : 1),
    }))
    const of = (list: typeof made.strikes) =>
      withinOf({ ...made, strikes: list }, { a: parseWhere('lure=a'), b: parseWhere('lure=b'), where: [], of: 'size' })
    expect(of(strikes)).toMatchObject({
      sizeBy: 'weight from length',
      verdict: 'strong',
      within: { ratio: expect.closeTo(1.1 ** 3, 2) as number },
    })
    expect(of(strikes.map((strike) => ({ ...strike, weightG: 1000 })))).toMatchObject({
      sizeBy: 'weight',
      within: { ratio: 1 },
    })
    expect(
      of(strikes.map(({ lengthMm, ...strike }, i) => (i % 2 === 0 ? { ...strike, lengthMm } : strike))),
    ).toMatchObject({ verdict: 'too early' })
  })
})

describe('heterogeneity', () => {
  it('covers the spread that ratios were made with nine times in ten, and sees none where there is none', () => {
    const random = seededRandom(8)
    const error = 0.2
    const drawn = (sd: number): Heterogeneity => {
      const patterns = Array.from({ length: 6 }, (_, p) =>
        Array.from({ length: 4 }, (__, w) => ({
          water: `w${w}`,
          logRatio: 0.3 * p + sd * drawNormal(random) + error * drawNormal(random),
          error,
        })),
      )
      return heterogeneity(patterns)
    }
    const wide = Array.from({ length: 200 }, () => drawn(0.5))
    expect(Math.abs(wide.filter(({ lower, upper }) => lower <= 0.5 && 0.5 <= upper).length - 180)).toBeLessThan(14)
    expect(wide.filter(({ pValue }) => pValue < 0.05).length).toBeGreaterThan(190)
    const none = Array.from({ length: 200 }, () => drawn(0))
    expect(Math.abs(none.filter(({ pValue }) => pValue < 0.05).length - 10)).toBeLessThan(11)
  })
})

describe('randomEffectsMeta', () => {
  it('meets Paule & Mandel’s own condition, and predicts for a new water from five up', () => {
    const ratios = [0.2, 0.9, 0.5, 1.3, -0.1].map((logRatio, i) => ({
      water: `w${i}`,
      logRatio,
      error: 0.2 + 0.05 * i,
    }))
    const { betweenSd, ratio, lower, upper, newWater } = randomEffectsMeta(ratios)
    const weights = ratios.map(({ error }) => 1 / (error ** 2 + betweenSd ** 2))
    const q = ratios.reduce((sum, { logRatio }, i) => sum + weights[i]! * (logRatio - Math.log(ratio)) ** 2, 0)
    expect(q).toBeCloseTo(4, 6)
    expect(newWater!.lower).toBeLessThan(lower)
    expect(newWater!.upper).toBeGreaterThan(upper)
    const alike = randomEffectsMeta(ratios.slice(0, 3).map((one) => ({ ...one, logRatio: 0.4 })))
    expect([alike.betweenSd, alike.newWater]).toEqual([0, null])
    expect(() => randomEffectsMeta(ratios.slice(0, 1))).toThrow(/two waters/)
  })
})

describe('clusterBootstrap', () => {
  it('draws whole trips: its spread is that of their mean', () => {
    const trips = Array.from({ length: 40 }, (_, i) => i % 5)
    const means = clusterBootstrap(trips, (drawn) => drawn.reduce((sum, one) => sum + one, 0) / drawn.length, 800, 3)
    const mean = means.reduce((sum, one) => sum + one, 0) / means.length
    const sd = Math.sqrt(means.reduce((sum, one) => sum + (one - mean) ** 2, 0) / means.length)
    expect(mean).toBeCloseTo(2, 1)
    expect(Math.abs(sd / (Math.SQRT2 / Math.sqrt(40)) - 1)).toBeLessThan(0.1)
  })
})
