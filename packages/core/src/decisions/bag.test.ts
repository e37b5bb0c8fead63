import { describe, expect, it } from 'vitest'
import { drawGamma, drawNormal, normalQuantile, seededRandom } from '../numerics/index.ts'
import { bitesForLimit, expectedPayout } from './bitesForLimit.ts'
import { fieldOf, payoutAmong } from './field.ts'
import { severalDays } from './severalDays.ts'
import { simulateBag } from './simulateBag.ts'
import type { RodGroup } from './rodGroup.ts'

const SURE = { yes: 1, no: 0 }
/** Rates and shares known as if from endless hours. */
const group = (name: string, rate: number, more: Partial<RodGroup> = {}): RodGroup => ({
  name,
  rate: { shape: rate * 1e9, hours: 1e9 },
  landed: SURE,
  legal: SURE,
  weights: { mean: Math.log(1000), sd: 0, error: 0 },
  ...more,
})
const day = (of: RodGroup, from = 7, to = 15) => ({ name: of.name, steps: [{ group: of, from, to }] })
const CALM = { luckVariance: 0 }

describe('the bag of a day', () => {
  it('counts bites as the negative binomial does where days differ, and as Poisson where they do not', () => {
    // Strikes of eight hours at a tenth an hour: handling takes nothing worth speaking of.
    const event = { limit: 1, until: 15, bag: [] }
    const runs = 200_000
    const [poisson] = simulateBag(event, [day(group('a', 0.1))], { ...CALM, runs })
    expect(poisson!.chanceLimit).toBeCloseTo(1 - Math.exp(-0.8), 2)
    const [spread] = simulateBag(event, [day(group('a', 0.1))], { runs, luckVariance: Math.log(2) })
    // Gamma of shape 1: P(N = 0) = 1/(1 + 0.8).
    expect(spread!.chanceLimit).toBeCloseTo(1 - 1 / 1.8, 2)
  })

  it('keeps the best: five of ten exponential fish sum to 8.228 on average (k·(H_n − H_k + 1))', () => {
    const own = Array.from({ length: 2000 }, (_, i) => -Math.log(1 - (i + 0.5) / 2000))
    const weights = { mean: 0, sd: 0, error: 0, own }
    // A flood of bites until ten are in the boat: ten fish of two minutes take twenty.
    const flood = group('flood', 1e6, { weights })
    const [odds] = simulateBag({ limit: 5, until: 7 + 19.5 / 60, bag: [] }, [day(flood)], CALM)
    expect(odds!.mean).toBeCloseTo(8.228, 1)
    expect(odds!.chanceLimit).toBe(1)
  })

  it('goes on from the bag in the well, and a short fish counts for nothing', () => {
    const event = { limit: 2, until: 15, bag: [3000, 500], targetG: 3600 }
    const [none] = simulateBag(event, [day(group('a', 2, { legal: { yes: 0, no: 1 } }))], CALM)
    expect([none!.mean, none!.chanceTarget, none!.meanError]).toEqual([3500, 0, 0])
    const [some] = simulateBag(event, [day(group('a', 2))], CALM)
    expect(some!.mean).toBeCloseTo(4000, -1)
    expect(some!.chanceTarget).toBeGreaterThan(0.99)
  })

  it('is weighed as the scale reads: to the ounce, and a target of so many pounds is reached at them', () => {
    const event = { limit: 1, until: 15, bag: [895], scaleG: 28.349523125, targetG: 2 * 453.59237 }
    const [odds] = simulateBag(event, [day(group('a', 2, { legal: { yes: 0, no: 1 } }))], { runs: 10 })
    // 895 g are 31.57 oz: the scale says 32, which are the two pounds.
    expect(odds!.mean).toBeCloseTo(2 * 453.59237, 9)
    expect(odds!.chanceTarget).toBe(1)
  })

  it('tells two strategies apart by less than their own errors, for luck and chances are shared; the same seed, the same odds', () => {
    const event = { limit: 5, until: 15, bag: [] }
    const [a, b] = [group('a', 1), group('b', 1.1)]
    const odds = simulateBag(event, [day(a), day(b)], { runs: 4000 })
    expect(odds[1]!.against).toMatchObject({ name: 'a' })
    expect(odds[1]!.against!.difference).toBeGreaterThan(0)
    expect(odds[1]!.against!.error).toBeLessThan(0.7 * Math.hypot(odds[0]!.meanError, odds[1]!.meanError))
    expect(simulateBag(event, [day(a), day(b)], { runs: 4000 })).toEqual(odds)
    expect(odds[0]!.p10).toBeLessThanOrEqual(odds[0]!.p50)
  })

  it('of a day cut in two is the bag of the whole day, also where a fish is in hand at the cut', () => {
    const event = { limit: 5, until: 15, bag: [] }
    const of = group('a', 4, { weights: { mean: 7, sd: 0.4, error: 0.1 } })
    const cut = [7, 9.3, 9.31, 12].map((from, i, starts) => ({ group: of, from, to: starts[i + 1] ?? 15 }))
    const [whole, parts] = simulateBag(event, [day(of), { name: 'cut', steps: cut }], { runs: 2000 })
    expect(whole!.against!.difference).toBeCloseTo(0, 9)
    expect(parts!.bags).toEqual(whole!.bags)
  })
})

describe('bites for a limit', () => {
  it('at five landed of seven, seven bites fill five on 68 % of days, eight on 83 %, nine on 92 % (binomial)', () => {
    const chances = new Map(bitesForLimit(5, 5 / 7, 9).map(({ bites, chance }) => [bites, chance]))
    expect(chances.get(7)).toBeCloseTo(0.68, 2)
    expect(chances.get(8)).toBeCloseTo(0.83, 2)
    expect(chances.get(9)).toBeCloseTo(0.92, 2)
    expect(bitesForLimit(5, 0, 6).map(({ chance }) => chance)).toEqual([0, 0])
    expect(bitesForLimit(5, 1, 6).map(({ chance }) => chance)).toEqual([1, 1])
  })

  it('pays by the place among rivals', () => {
    expect(expectedPayout([100, 50], 1, 0.5)).toBeCloseTo(75)
    expect(expectedPayout([100], 0, 0.9)).toBe(100)
    expect(expectedPayout([10, 10, 10], 2, 0.3)).toBeCloseTo(10)
  })

  it('takes a field from its totals, its spread drawn to what is usual, and pays as fields drawn so would', () => {
    const field = fieldOf([1000, 2000, 4000], 20)!
    expect(field).toMatchObject({ rivals: 20, known: 3 })
    expect(field.mean).toBeCloseTo(Math.log(2000), 12)
    expect(field.sd).toBeCloseTo(Math.sqrt((4 * 0.35 ** 2 + 2 * Math.LN2 ** 2) / 6), 12)
    expect(fieldOf([1000])).toBeUndefined()
    const [payouts, random] = [[500, 200, 100], seededRandom(3)]
    const drawn = Array.from({ length: 20_000 }, () => {
      const spread = field.sd * Math.sqrt(6 / (2 * drawGamma(random, 3)))
      const middle = field.mean + (spread / Math.sqrt(3)) * drawNormal(random)
      const ahead = Array.from({ length: 20 }, () => Math.exp(middle + spread * drawNormal(random)))
      return payouts[ahead.filter((total) => total > 6000).length] ?? 0
    })
    const paid = payoutAmong(field, payouts)
    expect(Math.abs(paid(6000) - drawn.reduce((sum, one) => sum + one, 0) / drawn.length)).toBeLessThan(6)
    expect([paid(0), paid(1e12)]).toEqual([0, 500])
  })
})

describe('an event of several days', () => {
  const normal = (mean: number, sd: number, n = 800): number[] =>
    Array.from({ length: n }, (_, i) => mean + sd * normalQuantile((i + 0.5) / n))
  const sure = { name: 'N(10, 1)', bags: normal(10, 1) }
  const risky = { name: 'N(9, 3)', bags: normal(9, 3) }
  const target = (least: number) => (total: number) => (total >= least ? 1 : 0)

  it('of one day takes the sure bag for a low target and the risky one for a high (normal tails)', () => {
    const low = severalDays(1, [sure, risky], target(9))
    expect([...low.fixed.names, low.days[0]![0]!.name]).toEqual(['N(10, 1)', 'N(10, 1)'])
    expect(low.value).toBeCloseTo(0.841, 2)
    const high = severalDays(1, [sure, risky], target(12))
    expect(high.days[0]![0]!.name).toBe('N(9, 3)')
    expect(high.value).toBeCloseTo(0.159, 2)
  })

  it('of two days is worth more when the second is fished by the first: .3111 against .2636', () => {
    const plan = severalDays(2, [sure, risky], target(21))
    expect(plan.value).toBeCloseTo(0.3111, 2)
    expect(plan.fixed.value).toBeCloseTo(0.2636, 2)
    expect([...plan.fixed.names].sort()).toEqual(['N(10, 1)', 'N(9, 3)'])
    // With much in hand the sure bag will do.
    expect(plan.days[1]!.at(-1)!.name).toBe('N(10, 1)')
    expect(Math.max(...plan.now.map(({ value }) => value))).toBeCloseTo(plan.value, 9)
  })

  it('whose first day is over is an event of the days after, with its bag in hand', () => {
    const over = { name: 'brought in', bags: [10] }
    const plan = severalDays(2, [sure, risky], target(21), { first: [over] })
    const rest = severalDays(1, [sure, risky], target(21), { inHand: 10 })
    expect(plan.value).toBeCloseTo(rest.value, 2)
    expect(plan.now).toEqual([{ name: 'brought in', value: plan.value }])
    expect(plan.fixed.names[0]).toBe('brought in')
  })
})
