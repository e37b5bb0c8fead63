import { describe, expect, it } from 'vitest'
import { logGamma } from '../numerics/index.ts'
import { eValue } from './eValue.ts'

describe('eValue', () => {
  it('is 1 without evidence, and the integral of the binomial likelihood over the prior', () => {
    expect(eValue([])).toBeCloseTo(1, 8)
    expect(eValue([{ a: { events: 5, exposureHours: 3 }, b: { events: 0, exposureHours: 0 } }])).toBeCloseTo(1, 8)
    // Independent: Simpson's rule over ρ itself, of the binomial likelihoods as they stand.
    const binomial = (k: number, n: number, p: number): number =>
      Math.exp(logGamma(n + 1) - logGamma(k + 1) - logGamma(n - k + 1) + k * Math.log(p) + (n - k) * Math.log1p(-p))
    const density = (rho: number): number =>
      Math.exp(-((Math.log(rho) / 0.6) ** 2) / 2) / (rho * 0.6 * Math.sqrt(2 * Math.PI))
    const [low, high, points] = [0.01, 40, 40_000]
    let sum = 0
    for (let i = 0; i <= points; i++) {
      const rho = low + ((high - low) * i) / points
      const likelihood =
        (binomial(7, 9, (rho * 2) / (rho * 2 + 3)) / binomial(7, 9, 0.4)) *
        (binomial(2, 3, (rho * 4) / (rho * 4 + 1)) / binomial(2, 3, 0.8))
      sum += (i === 0 || i === points ? 1 : i % 2 === 1 ? 4 : 2) * likelihood * density(rho)
    }
    const trips = [
      { a: { events: 7, exposureHours: 2 }, b: { events: 2, exposureHours: 3 } },
      { a: { events: 2, exposureHours: 4 }, b: { events: 1, exposureHours: 1 } },
    ]
    expect(eValue(trips)).toBeCloseTo((sum * (high - low)) / points / 3, 6)
  })
})
