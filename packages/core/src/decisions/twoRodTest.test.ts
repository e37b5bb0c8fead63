import { describe, expect, it } from 'vitest'
import { drawGamma, drawPoisson, logGamma, seededRandom } from '../numerics/index.ts'
import { roundsToGo, triedFirst, twoRodTest } from './twoRodTest.ts'
import type { RodRound } from './twoRodTest.ts'

const round = (usual: number, tried: number, hours = 0.25): RodRound => ({
  usual: { bouts: usual, hours },
  tried: { bouts: tried, hours },
})

/** Evidence against a ratio, by Simpson's rule over the ratio itself: binomial counts, log-normal mixture of sd ln 2. */
function evidenceAgainst(rho0: number, tried: number, all: number): number {
  const binomial = (p: number): number =>
    Math.exp(
      logGamma(all + 1) -
        logGamma(tried + 1) -
        logGamma(all - tried + 1) +
        tried * Math.log(p) +
        (all - tried) * Math.log1p(-p),
    )
  const density = (rho: number): number =>
    Math.exp(-((Math.log(rho) / Math.LN2) ** 2) / 2) / (rho * Math.LN2 * Math.sqrt(2 * Math.PI))
  const [low, high, points] = [0.005, 60, 60_000]
  let sum = 0
  for (let i = 0; i <= points; i++) {
    const rho = low + ((high - low) * i) / points
    sum += (i === 0 || i === points ? 1 : i % 2 === 1 ? 4 : 2) * binomial(rho / (1 + rho)) * density(rho)
  }
  return (sum * (high - low)) / points / 3 / binomial(rho0 / (1 + rho0))
}

describe('twoRodTest', () => {
  it('keeps the ratios that the evidence has not ruled out at twenty to one', () => {
    const { lower, upper, ratio, bouts } = twoRodTest(Array.from({ length: 10 }, () => round(1, 3)))
    expect(bouts).toEqual({ usual: 10, tried: 30 })
    // The limits lie on a grid in steps of 3.5 % of a ratio.
    for (const limit of [lower, upper]) {
      expect(evidenceAgainst(limit, 30, 40)).toBeLessThan(20.5)
      expect(evidenceAgainst(limit < ratio ? limit / 1.036 : limit * 1.036, 30, 40)).toBeGreaterThan(19.5)
    }
    expect(ratio).toBeGreaterThan(1.8)
    expect(ratio).toBeLessThan(3)
  })

  it('says better, no worse, or not settled, with the rounds that are still to go', () => {
    const many = (n: number, usual: number, tried: number): RodRound[] =>
      Array.from({ length: n }, () => round(usual, tried))
    expect(twoRodTest(many(15, 1, 3))).toMatchObject({ verdict: 'tried better', rounds: 15 })
    expect(twoRodTest(many(15, 3, 1)).verdict).toBe('usual better')
    expect(twoRodTest(many(40, 4, 5)).verdict).toBe('tried no worse')
    expect(twoRodTest(many(2, 1, 2)).verdict).toBe('not settled')
    expect(roundsToGo(many(2, 1, 2))).toBeGreaterThan(3)
    expect(roundsToGo(many(2, 1, 2), 1)).toBeLessThan(roundsToGo(many(2, 0, 1), 1) ?? Infinity)
    // Where hardly anything bites no day settles it.
    expect(roundsToGo([], 0.05)).toBeNull()
  })

  it('takes no account of the day’s luck, nor of unequal turns', () => {
    const [good, poor] = [
      twoRodTest([round(6, 8), round(6, 8)]),
      twoRodTest(Array.from({ length: 4 }, () => round(3, 4))),
    ]
    expect(good.lower).toBeCloseTo(poor.lower, 9)
    const uneven = twoRodTest([{ usual: { bouts: 4, hours: 0.2 }, tried: { bouts: 8, hours: 0.4 } }])
    expect(uneven.ratio).toBeCloseTo(1, 1)
  })

  it('calls a better one that is none in at most one test in twenty, looked at after every round of a long day', () => {
    const random = seededRandom(11)
    let wrong = 0
    for (let day = 0; day < 300; day++) {
      const rounds: RodRound[] = []
      for (let r = 0; r < 25; r++) {
        const rate = 1.2 * (drawGamma(random, 2) / 2)
        rounds.push(round(drawPoisson(random, rate), drawPoisson(random, rate)))
        const { verdict } = twoRodTest(rounds)
        if (verdict !== 'usual better' && verdict !== 'tried better') continue
        wrong++
        break
      }
    }
    expect(wrong / 300).toBeLessThanOrEqual(0.05)
  })

  it('gives neither rod the better minutes', () => {
    const first = Array.from({ length: 2000 }, (_, i) => triedFirst(Math.floor(i / 8), i % 8))
    expect(Math.abs(first.filter(Boolean).length / 2000 - 0.5)).toBeLessThan(0.04)
  })
})
