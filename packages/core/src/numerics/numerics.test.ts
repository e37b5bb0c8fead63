import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  agreeingRows,
  betaQuantile,
  chiSquareCdf,
  cholesky,
  choleskyInverse,
  choleskySolve,
  diagonalOfInverse,
  quadraticForms,
  factorArrowhead,
  linesOf,
  logDeterminant,
  solveArrowhead,
  digamma,
  betaValues,
  drawGamma,
  drawGeometric,
  drawNormal,
  drawPoisson,
  findCrossing,
  findRoot,
  findRootFromZero,
  gammaCdf,
  gammaQuantile,
  gammaValues,
  logGamma,
  newtonMaximum,
  normalCdf,
  normalQuantile,
  normalValues,
  seededRandom,
  signChange,
  tQuantile,
  trigamma,
} from './index.ts'

describe('newtonMaximum', () => {
  const BOX = [
    [-5, 5],
    [-5, 5],
  ] as const

  it('finds the top of a bent hill from wherever it starts, and goes to the wall where the hill rises beyond it', () => {
    // Rosenbrock’s valley, The Computer Journal 3 (1960) 175, upside down: its top is at (1, 1).
    const hill = ([x = 0, y = 0]: Float64Array): number => -((1 - x) ** 2) - 5 * (y - x * x) ** 2
    fc.assert(
      fc.property(fc.double({ min: -2, max: 2, noNaN: true }), fc.double({ min: -2, max: 2, noNaN: true }), (x, y) => {
        const top = newtonMaximum(hill, [x, y], { bounds: BOX, difference: 1e-4 })
        expect([top.converged, ...top.x]).toEqual([true, expect.closeTo(1, 3), expect.closeTo(1, 3)])
      }),
      { numRuns: 40, seed: 2 },
    )
    expect(newtonMaximum(([x = 0]) => x, [0], { bounds: BOX }).x[0]).toBe(5)
    // One that flattens out is left where a step gains no more.
    expect(newtonMaximum(([x = 0]) => -Math.exp(-x), [0], { bounds: [[-5, 100]] }).value).toBeGreaterThan(-1e-6)
  })
})

describe('an arrowhead', () => {
  it('is solved, and has the determinant and the inverse, of the same matrix written out whole', () => {
    const random = seededRandom(9)
    for (const [q, m] of [
      [5, 3],
      [4, 0],
      [0, 3],
      [3, 11],
    ] as const) {
      const n = q + m
      const whole = new Float64Array(n * n)
      for (let i = 0; i < n; i++)
        for (let j = 0; j <= i; j++) {
          const value = i === j ? n + random() : i < q ? 0 : random() - 0.5
          whole[i * n + j] = value
          whole[j * n + i] = value
        }
      const block = (rows: number, columns: number, top: number, left: number): Float64Array =>
        Float64Array.from(
          { length: rows * columns },
          (_, k) => whole[(top + Math.floor(k / columns)) * n + left + (k % columns)]!,
        )
      const diagonal = Float64Array.from({ length: q }, (_, i) => whole[i * n + i]!)
      const arrowhead = factorArrowhead(diagonal, linesOf(block(q, m, 0, q), q), block(m, m, q, q))!
      const factor = cholesky(whole, n)!
      const right = Float64Array.from({ length: n }, () => random())
      const inverse = choleskyInverse(factor, n)
      expect(arrowhead.logDeterminant).toBeCloseTo(logDeterminant(factor, n), 12)
      solveArrowhead(arrowhead, right).forEach((x, i) => expect(x).toBeCloseTo(choleskySolve(factor, right, n)[i]!, 12))
      diagonalOfInverse(arrowhead, m).forEach((x, i) => expect(x).toBeCloseTo(inverse[i * n + i]!, 12))
      // The same by halves.
      const solved = choleskySolve(factor, right, n)
      const form = right.reduce((sum, one, i) => sum + one * solved[i]!, 0)
      quadraticForms(arrowhead, Float64Array.of(...right, ...right.map((one) => 2 * one))).forEach((found, i) =>
        expect(found / [1, 4][i]!).toBeCloseTo(form, 12),
      )
      for (let i = 0; i < n; i++)
        for (let j = 0; j < n; j++) {
          let sum = 0
          for (let k = 0; k < n; k++) sum += whole[i * n + k]! * inverse[k * n + j]!
          expect(sum).toBeCloseTo(i === j ? 1 : 0, 12)
        }
      // One that is not positive definite, wherever that shows, has no factor.
      whole[(n - 1) * n + n - 1] = 0
      expect(cholesky(whole, n)).toBeUndefined()
      whole[0] = -1
      expect(cholesky(whole, n)).toBeUndefined()
    }
  })
})

describe('special functions', () => {
  it('have their closed values (Abramowitz & Stegun, Handbook of Mathematical Functions, 6.1, 6.3, 6.4)', () => {
    expect(logGamma(0.5)).toBeCloseTo(Math.log(Math.sqrt(Math.PI)), 13)
    expect(logGamma(11)).toBeCloseTo(Math.log(3_628_800), 11)
    expect(digamma(1)).toBeCloseTo(-0.577_215_664_901_532_9, 13)
    expect(digamma(0.5)).toBeCloseTo(-0.577_215_664_901_532_9 - 2 * Math.LN2, 13)
    expect(trigamma(1)).toBeCloseTo(Math.PI ** 2 / 6, 13)
    expect(trigamma(0.5)).toBeCloseTo(Math.PI ** 2 / 2, 12)
  })

  it('keep their recurrences', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 200, noNaN: true }), (x) => {
        expect(logGamma(x + 1)).toBeCloseTo(logGamma(x) + Math.log(x), 8)
        expect(digamma(x + 1)).toBeCloseTo(digamma(x) + 1 / x, 9)
        expect(trigamma(x + 1)).toBeCloseTo(trigamma(x) - 1 / x ** 2, 7)
      }),
    )
  })
})

describe('distributions', () => {
  it('have closed forms where there are any', () => {
    // Exponential: shape 1. Chi-square with two degrees: twice that. Cauchy: t with one degree. Uniform: beta(1, 1).
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        (p, rate) => {
          expect(gammaQuantile(p, 1, rate) / (-Math.log1p(-p) / rate)).toBeCloseTo(1, 8)
          expect(chiSquareCdf(-2 * Math.log1p(-p), 2)).toBeCloseTo(p, 10)
          expect(betaQuantile(p, 1, 1)).toBeCloseTo(p, 8)
        },
      ),
    )
    expect(tQuantile(0.75, 1)).toBeCloseTo(1, 8)
    expect(normalCdf(normalQuantile(0.975))).toBeCloseTo(0.975, 12)
  })

  it('have quantiles that their distribution functions take back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        fc.double({ min: 0.2, max: 80, noNaN: true }),
        (p, shape) => {
          expect(gammaCdf(gammaQuantile(p, shape, 2.5), shape, 2.5)).toBeCloseTo(p, 7)
        },
      ),
    )
  })
})

describe('values that are equally likely', () => {
  const COUNT = 1024
  const share = (i: number): number => (i + 0.5) / COUNT
  it.each([
    ['normal', normalValues(COUNT), (p: number) => normalQuantile(p)],
    ['gamma of shape 0.4', gammaValues(0.4, COUNT), (p: number) => gammaQuantile(p, 0.4)],
    ['gamma of shape 60', gammaValues(60, COUNT), (p: number) => gammaQuantile(p, 60)],
    ['beta of 0.7 and 9', betaValues(0.7, 9, COUNT), (p: number) => betaQuantile(p, 0.7, 9)],
    ['beta of 40 and 12', betaValues(40, 12, COUNT), (p: number) => betaQuantile(p, 40, 12)],
  ] as const)('of a %s are its quantiles (stdlib)', (_name, values, quantile) => {
    const told = [0, 10, 300, 512, 900, COUNT - 1].map((i) => [values[i]!, quantile(share(i))] as const)
    const sd = quantile(0.8413) - quantile(0.5)
    for (const [own, other] of told) expect(Math.abs(own - other)).toBeLessThan(5e-4 * sd)
  })
})

describe('draws from a seed', () => {
  const DRAWS = 40_000
  const moments = (draw: () => number): { mean: number; variance: number } => {
    const all = Array.from({ length: DRAWS }, draw)
    const mean = all.reduce((sum, value) => sum + value, 0) / DRAWS
    return { mean, variance: all.reduce((sum, value) => sum + (value - mean) ** 2, 0) / DRAWS }
  }

  it('are the same for the same seed and others for another', () => {
    const list = (seed: number): number[] => Array.from({ length: 5 }, seededRandom(seed))
    expect(list(7)).toEqual(list(7))
    expect(list(7)).not.toEqual(list(8))
  })

  it.each([
    ['uniform', (random: () => number) => random(), 0.5, 1 / 12],
    ['normal', drawNormal, 0, 1],
    ['gamma of shape 0.5', (random: () => number) => drawGamma(random, 0.5), 0.5, 0.5],
    ['gamma of shape 7', (random: () => number) => drawGamma(random, 7), 7, 7],
    ['geometric of mean 2.5', (random: () => number) => drawGeometric(random, 2.5), 2.5, 3.75],
    ['Poisson of mean 3.2', (random: () => number) => drawPoisson(random, 3.2), 3.2, 3.2],
  ] as const)('%s have the mean and variance of their distribution', (_name, draw, mean, variance) => {
    const random = seededRandom(1_929)
    const found = moments(() => draw(random))
    // Five standard errors of a mean; a tenth of the variance.
    expect(Math.abs(found.mean - mean)).toBeLessThan(5 * Math.sqrt(variance / DRAWS))
    expect(Math.abs(found.variance / variance - 1)).toBeLessThan(0.1)
  })
})

describe('findRoot', () => {
  it('finds where a function falls through nought, however far out that is, and the end where it does not', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-6, max: 1e6, noNaN: true }),
        fc.double({ min: 0.01, max: 100, noNaN: true }),
        (root, first) => {
          expect(Math.abs(findRootFromZero((x) => root ** 3 - x ** 3, first) / root - 1)).toBeLessThan(1e-9)
        },
      ),
    )
    expect(findRootFromZero((x) => -1 - x)).toBe(0)
    expect(findRoot((x) => 2 - x, 0, 1)).toBeCloseTo(1, 12)
    expect(findRoot((x) => -2 - x, 0, 1)).toBeCloseTo(0, 12)
  })
})

describe('signChange', () => {
  it('finds the millisecond at which a steep, a flat or a jumping function changes its sign', () => {
    const root = fc.integer({ min: 1, max: 999_999 })
    const shapes = fc.constantFrom(
      (x: number) => x,
      (x: number) => Math.expm1(x / 5e4),
      (x: number) => Math.sign(x) * Math.abs(x) ** 5,
      (x: number) => (x < 0 ? -1e-9 : 1e9),
    )
    fc.assert(
      fc.property(root, shapes, fc.boolean(), (at, shape, rising) => {
        const f = (x: number): number => (rising ? 1 : -1) * (shape(x - at) || 0)
        if (f(0) >= 0 === f(1_000_000) >= 0) return
        const found = signChange(f, 0, 1_000_000, f(0), f(1_000_000))
        expect(f(found) >= 0).not.toBe(f(found - 1) >= 0)
      }),
    )
  })
  it('finds where a bent line rises through nought in a few looks, from whichever side it bends', () => {
    for (const bend of [-0.3, 0, 0.3]) {
      let looks = 0
      const rising = (x: number): number => {
        looks++
        return Math.exp(bend * x) * x - 1
      }
      const found = findCrossing(rising, { x: 0, y: -1 }, { x: 3, y: rising(3) }, 1e-9)
      expect([Math.abs(Math.exp(bend * found) * found - 1) < 1e-9, looks < 12]).toEqual([true, true])
    }
  })
})

it('numbers rows that agree in every column as they first appear, whether their keys are few or many', () => {
  for (const levels of [3, 70_000]) {
    const random = seededRandom(levels)
    const columns = [0, 1].map(() => Int32Array.from({ length: 500 }, () => Math.floor(levels * random())))
    const words = Array.from({ length: 500 }, (_, row) => columns.map((codes) => codes[row]).join())
    const known = [...new Set(words)]
    const { cellOf, first } = agreeingRows(columns, 500)
    expect([...cellOf]).toEqual(words.map((word) => known.indexOf(word)))
    expect([...first]).toEqual(known.map((word) => words.indexOf(word)))
  }
  expect(agreeingRows([], 3)).toEqual({ cellOf: new Int32Array(3), first: Int32Array.of(0) })
  expect(agreeingRows([new Int32Array()], 0).first).toHaveLength(0)
})
