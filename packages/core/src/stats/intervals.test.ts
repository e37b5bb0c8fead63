import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { binomialInterval } from './binomialInterval.ts'
import { poissonRateInterval } from './poissonRateInterval.ts'

const reference = (name: string): { expected: Record<string, number>[] } =>
  JSON.parse(readFileSync(new URL(`../test/reference/${name}.json`, import.meta.url), 'utf8')) as {
    expected: Record<string, number>[]
  }

describe('poissonRateInterval', () => {
  // R 4.2.2 poisson.test; Garwood, Biometrika 28 (1936).
  it.each(reference('a_poisson_rate').expected)(
    'agrees with R for $x in $T at $conf',
    ({ x, T, conf, lower, upper }) => {
      const interval = poissonRateInterval(x!, T!, { confidence: conf! })
      expect(interval.upper / upper!).toBeCloseTo(1, 9)
      if (lower === 0) expect(interval.lower).toBe(0)
      else expect(interval.lower / lower!).toBeCloseTo(1, 9)
    },
  )

  it('gives the published Garwood limits (95 %, from memory of the table)', () => {
    expect(poissonRateInterval(0, 1, { confidence: 0.95 }).upper).toBeCloseTo(3.689, 3)
    expect(poissonRateInterval(10, 1, { confidence: 0.95 })).toEqual({
      lower: expect.closeTo(4.795, 3) as number,
      upper: expect.closeTo(18.39, 2) as number,
    })
  })

  it('gives the worked example of the board: 14 strikes in 21.5 hours', () => {
    const { lower, upper } = poissonRateInterval(14, 21.5)
    expect([lower.toFixed(2), upper.toFixed(2)]).toEqual(['0.39', '1.02'])
  })

  it('refuses what cannot be counted, naming the bound and the value', () => {
    expect(() => poissonRateInterval(1.5, 2)).toThrow(/whole number.*1\.5/)
    expect(() => poissonRateInterval(1, 0)).toThrow(/more than 0 hours: 0/)
    expect(() => poissonRateInterval(1, 2, { confidence: 1 })).toThrow(/between 0 and 1: 1/)
  })
})

describe('binomialInterval', () => {
  // R 4.2.2 prop.test and binom.test; Newcombe, Statistics in Medicine 17 (1998), table I.
  it.each(reference('c_binomial').expected)('agrees with R for $x of $n at $conf', ({ x, n, conf, ...expected }) => {
    const wilson = binomialInterval(x!, n!, { confidence: conf! })
    const exact = binomialInterval(x!, n!, { confidence: conf!, method: 'clopper-pearson' })
    expect(wilson.lower).toBeCloseTo(expected.wilson_lower!, 10)
    expect(wilson.upper).toBeCloseTo(expected.wilson_upper!, 10)
    expect(exact.lower).toBeCloseTo(expected.cp_lower!, 9)
    expect(exact.upper).toBeCloseTo(expected.cp_upper!, 9)
  })
})
