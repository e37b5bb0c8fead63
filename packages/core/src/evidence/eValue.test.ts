import { describe, expect, it } from 'vitest'
import { drawNormal, drawPoisson, logGamma, seededRandom } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'
import { CONFIRMED_AT, eValue } from './eValue.ts'
import type { TripBouts } from './eValue.ts'

/** A trip of both, each day with a luck of its own. */
function tripOf(random: Random, ratio: number): TripBouts {
  const [luck, hoursA, hoursB] = [Math.exp(0.8 * drawNormal(random)), 1 + 3 * random(), 1 + 5 * random()]
  return {
    a: { events: drawPoisson(random, 0.6 * ratio * luck * hoursA), exposureHours: hoursA },
    b: { events: drawPoisson(random, 0.6 * luck * hoursB), exposureHours: hoursB },
  }
}

/** The trip after which it is confirmed, looking after each of eighty; undefined: never. */
function confirmedAfter(random: Random, ratio: number): number | undefined {
  const trips: TripBouts[] = []
  for (let t = 1; t <= 80; t++) {
    trips.push(tripOf(random, ratio))
    if (eValue(trips) >= CONFIRMED_AT) return t
  }
  return undefined
}

describe('eValue', () => {
  it('is 1 without evidence, and the integral of the binomial likelihood over the prior', () => {
    expect(eValue([])).toBeCloseTo(1, 8)
    expect(eValue([{ a: { events: 5, exposureHours: 3 }, b: { events: 0, exposureHours: 0 } }])).toBeCloseTo(1, 8)
    // Independent: Simpson's rule over ρ itself, of the binomial likelihoods as they stand.
    const binomial = (k: number, n: number, p: number): number =>
      Math.exp(logGamma(n + 1) - logGamma(k + 1) - logGamma(n - k + 1) + k * Math.log(p) + (n - k) * Math.log1p(-p))
    const density = (rho: number): number => Math.exp(-((Math.log(rho) / 0.6) ** 2) / 2) / (rho * 0.6 * Math.sqrt(2 * Math.PI))
    const [low, high, points] = [0.01, 40, 40_000]
    let sum = 0
    for (let i = 0; i <= points; i++) {
      const rho = low + ((high - low) * i) / points
      const likelihood = (binomial(7, 9, (rho * 2) / (rho * 2 + 3)) / binomial(7, 9, 0.4)) * (binomial(2, 3, (rho * 4) / (rho * 4 + 1)) / binomial(2, 3, 0.8))
      sum += (i === 0 || i === points ? 1 : i % 2 === 1 ? 4 : 2) * likelihood * density(rho)
    }
    const trips = [
      { a: { events: 7, exposureHours: 2 }, b: { events: 2, exposureHours: 3 } },
      { a: { events: 2, exposureHours: 4 }, b: { events: 1, exposureHours: 1 } },
    ]
    expect(eValue(trips)).toBeCloseTo((sum * (high - low)) / points / 3, 6)
  })

  it('confirms nothing by being looked at after each of eighty trips, and a rate of twice as much nearly always', () => {
    const random = seededRandom(17)
    const ever = Array.from({ length: 200 }, () => confirmedAfter(random, 1)).filter((after) => after !== undefined).length
    expect(ever / 200).toBeLessThanOrEqual(0.05)
    const twice = Array.from({ length: 60 }, () => confirmedAfter(random, 2))
    expect(twice.filter((after) => after !== undefined).length).toBeGreaterThanOrEqual(57)
  }, 60_000)
})
