import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { drawGamma, drawPoisson, gammaCdf, seededRandom } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'
import {
  chanceOfBest,
  fitGammaPoisson,
  mantelHaenszelRateRatio,
  poissonRateInterval,
  shrinkRatios,
  clusterRobustInterval,
} from '../stats/index.ts'
import { weightedGrid } from '../stats/shrinkRatios.ts'

const reference = (name: string): string => readFileSync(new URL(`../test/reference/${name}`, import.meta.url), 'utf8')
const rows = (name: string): number[][] =>
  reference(name)
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => line.split(',').map(Number))

describe('fitGammaPoisson', () => {
  const pumps = rows('g_pumps.csv').map(([, events = 0, exposureHours = 0]) => ({ events, exposureHours }))

  it('agrees with the pump failures of Gaver & O’Muircheartaigh (1987), computed in R', () => {
    const { expected } = JSON.parse(reference('g_pumps.json')) as {
      expected: {
        alpha: number
        beta: number
        logLik: number
        posterior: { mean: number; shape: number; rate_param: number }[]
      }
    }
    const fit = fitGammaPoisson(pumps)
    expect([fit.shape / expected.alpha, fit.rate / expected.beta, fit.logLikelihood / expected.logLik]).toEqual(
      Array(3).fill(expect.closeTo(1, 6)),
    )
    fit.posteriors.forEach(({ mean, shape, rate }, i) => {
      const wanted = expected.posterior[i]!
      expect([mean / wanted.mean, shape / wanted.shape, rate / wanted.rate_param]).toEqual(
        Array(3).fill(expect.closeTo(1, 6)),
      )
    })
  })

  it('says when there is no spread, and refuses what has no rate', () => {
    const even = fitGammaPoisson([3, 3, 4, 3, 3].map((events) => ({ events, exposureHours: 5 })))
    expect(even.noSpread).toBe(true)
    // Alike is not known: all that is known of them are sixteen events.
    for (const { mean, shape } of even.posteriors) expect([mean, shape]).toEqual([expect.closeTo(16 / 25, 4), 16])
    expect(() => fitGammaPoisson([{ events: 1, exposureHours: 2 }])).toThrow(/at least two/)
    expect(() => fitGammaPoisson([0, 0].map((events) => ({ events, exposureHours: 2 })))).toThrow(
      /no group has any event/,
    )
  })

  it('finds again the spread that many groups were drawn with', () => {
    const random = seededRandom(11)
    const groups = Array.from({ length: 6000 }, (_, i) => ({ exposureHours: 2 + (i % 9), events: 0 })).map(
      ({ exposureHours }) => ({
        exposureHours,
        events: drawPoisson(random, (exposureHours * drawGamma(random, 4)) / 5),
      }),
    )
    const { shape, rate } = fitGammaPoisson(groups)
    // The standard error of ln α over 6,000 such groups is about 0.03.
    expect(Math.abs(Math.log(shape / 4))).toBeLessThan(0.1)
    expect(Math.abs(Math.log(shape / rate / 0.8))).toBeLessThan(0.03)
  })
})

describe('mantelHaenszelRateRatio', () => {
  it('agrees with the British doctors (Breslow & Day 1987), computed in R', () => {
    const { expected } = JSON.parse(reference('h_mantel_haenszel.json')) as { expected: Record<string, number> }
    const strata = rows('h_doctors.csv').map(([, a = 0, ta = 0, b = 0, tb = 0]) => ({
      a: { events: a, exposureHours: ta },
      b: { events: b, exposureHours: tb },
    }))
    const found = mantelHaenszelRateRatio(strata, { confidence: 0.95 })
    const pairs = [
      [found.ratio, expected.irr],
      [found.seLogRatio, expected.se_log],
      [found.lower, expected.lower],
      [found.upper, expected.upper],
      [found.homogeneityP, expected.hom_p_mh],
    ] as const
    for (const [value, wanted] of pairs) expect(value! / wanted!).toBeCloseTo(1, 8)
  })

  it('passes over strata that hold only one of the two, and says when nothing is left', () => {
    const { sparse_strata: sparse } = JSON.parse(reference('h_mantel_haenszel.json')) as {
      sparse_strata: {
        data: { a: number; T1: number; b: number; T0: number }[]
        expected: { irr: number; se_log: number }
      }
    }
    const strata = sparse.data.map(({ a, T1, b, T0 }) => ({
      a: { events: a, exposureHours: T1 },
      b: { events: b, exposureHours: T0 },
    }))
    const found = mantelHaenszelRateRatio(strata)
    expect(found.ratio / sparse.expected.irr).toBeCloseTo(1, 10)
    expect(found.seLogRatio / sparse.expected.se_log).toBeCloseTo(1, 10)
    expect(found.homogeneityP).toBeNull()
    expect(() => mantelHaenszelRateRatio(strata.slice(4))).toThrow(/no stratum has exposure of both/)
  })
})

/** Trips of six hours at one strike an hour on average, their rates gamma with the given relative variance. */
function trips(random: Random, count: number, variance: number): { counts: number[]; hours: number[] } {
  const hours = Array.from({ length: count }, () => 3 + 5 * random())
  const effect = (): number => (variance === 0 ? 1 : drawGamma(random, 1 / variance) * variance)
  return { hours, counts: hours.map((h) => drawPoisson(random, h * effect())) }
}

describe('clusterRobustInterval', () => {
  it('holds the true rate about nine times in ten where trips differ, where the exact interval does not', () => {
    const random = seededRandom(3)
    for (const [count, variance, low] of [
      [12, 0.4, 0.85],
      [30, 0.4, 0.865],
      [30, 0, 0.865],
      [6, 0.4, 0.82],
    ] as const) {
      let [aware, exact] = [0, 0]
      for (let book = 0; book < 1500; book++) {
        const { counts, hours } = trips(random, count, variance)
        const within = ({ lower, upper }: { lower: number; upper: number }): number => Number(lower <= 1 && 1 <= upper)
        aware += within(clusterRobustInterval(counts, hours, { tripVariance: variance }))
        const [n, h] = [counts, hours].map((list) => list.reduce((sum, value) => sum + value, 0)) as [number, number]
        exact += within(poissonRateInterval(n, h))
      }
      expect(aware / 1500, `${count} trips, variance ${variance}`).toBeGreaterThan(low)
      expect(aware / 1500).toBeLessThan(0.945)
      if (variance > 0) expect(exact / 1500).toBeLessThan(0.75)
    }
  })

  it('is Garwood’s without strikes and without spread, and wider with it', () => {
    const plain = clusterRobustInterval([0, 0, 0], [2, 3, 5])
    expect(plain.lower).toBe(0)
    expect(plain.upper).toBeCloseTo(poissonRateInterval(0, 10).upper, 9)
    expect(clusterRobustInterval([0, 0, 0], [2, 3, 5], { tripVariance: 0.5 }).upper).toBeGreaterThan(plain.upper * 1.1)
    expect(() => clusterRobustInterval([1], [0])).toThrow(/more than 0 hours/)
  })
})

describe('shrinkRatios', () => {
  const random = seededRandom(8)
  const draw = (): { truth: number[]; groups: { events: number; exposureHours: number }[] } => {
    const truth = Array.from({ length: 12 }, () => drawGamma(random, 8) / 8)
    return {
      truth,
      groups: truth.map((ratio, i) => ({
        exposureHours: 2 + 3 * (i % 5),
        events: drawPoisson(random, ratio * (2 + 3 * (i % 5))),
      })),
    }
  }

  it('pulls the thinnest groups furthest, and keeps nine true ratios in ten inside over groups drawn from the prior', () => {
    let [inside, total, closer] = [0, 0, 0]
    for (let book = 0; book < 120; book++) {
      const { truth, groups } = draw()
      shrinkRatios(groups).forEach(({ mean, lower, upper }, i) => {
        const { events, exposureHours } = groups[i]!
        inside += Number(lower <= truth[i]! && truth[i]! <= upper)
        closer += Math.abs(events / exposureHours - truth[i]!) - Math.abs(mean - truth[i]!)
        total++
      })
    }
    expect(inside / total).toBeGreaterThan(0.87)
    expect(inside / total).toBeLessThan(0.94)
    expect(closer).toBeGreaterThan(0)
  })

  it('has the limits of the averaged posterior itself to half a hundredth', () => {
    const { groups } = draw()
    const grid = weightedGrid(groups)
    shrinkRatios(groups).forEach(({ lower, upper }, i) => {
      const { events, exposureHours } = groups[i]!
      const below = (x: number): number =>
        grid.reduce(
          (sum, { shape, rate, weight }) => sum + weight * gammaCdf(x, shape + events, rate + exposureHours),
          0,
        )
      expect(below(lower * 0.995), `lower of ${events} in ${exposureHours}`).toBeLessThan(0.05)
      expect(below(lower * 1.005)).toBeGreaterThan(0.05)
      expect(below(upper * 0.995)).toBeLessThan(0.95)
      expect(below(upper * 1.005)).toBeGreaterThan(0.95)
    })
  })
})

describe('chanceOfBest', () => {
  it('agrees with drawing, and adds up to one', () => {
    const groups = [
      { shape: 12, rate: 14 },
      { shape: 5, rate: 5.5 },
      { shape: 30, rate: 41 },
      { shape: 1.2, rate: 3 },
    ]
    const random = seededRandom(5)
    const wins = groups.map(() => 0)
    for (let i = 0; i < 40_000; i++) {
      const rates = groups.map(({ shape, rate }) => drawGamma(random, shape) / rate)
      wins[rates.indexOf(Math.max(...rates))]! += 1 / 40_000
    }
    const chances = chanceOfBest(groups)
    chances.forEach((chance, i) => expect(Math.abs(chance - wins[i]!)).toBeLessThan(0.012))
    expect(chances.reduce((sum, chance) => sum + chance, 0)).toBeCloseTo(1, 12)
  })
})
