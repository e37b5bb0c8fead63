import { describe, expect, it } from 'vitest'
import { drawNormal, drawPoisson, seededRandom } from '../../numerics/index.ts'
import { R, numbers, referenceColumns } from '../../test/referenceValues.ts'
import { cubicBasis } from './splineBasis.ts'
import { CurveFitter } from './penalisedFit.ts'
import { fitRateCurve } from './rateCurve.ts'

const coal = referenceColumns('j_coal.csv')
const COAL = { x: numbers(coal.x), events: numbers(coal.y), exposureHours: numbers(coal.hours) }

describe('fitRateCurve', () => {
  // Coal-mining disasters (Jarrett 1979); R mgcv, bs = "ps", REML.
  it('smooths the coal-mining disasters as mgcv does', () => {
    const curve = fitRateCurve(COAL, { points: R.coal.grid, confidence: 0.95 })
    expect(Math.log(curve.lambda)).toBeCloseTo(R.coal.log_lambda, 4)
    expect(curve.edf).toBeCloseTo(R.coal.edf_total_incl_intercept, 4)
    curve.points.forEach(({ rate, lower, upper, simultaneousLower }, i) => {
      expect(Math.log(rate)).toBeCloseTo(R.coal.log_rate[i]!, 5)
      expect(Math.log(upper / lower) / (2 * 1.959963985)).toBeCloseTo(R.coal.se[i]!, 5)
      expect(simultaneousLower).toBeLessThan(lower)
    })
    expect(curve.tripSd).toBeNull()
    expect(curve.window?.from).toBeLessThan(1860)
    expect(curve.window?.to).toBeLessThan(1895)
  })

  it('reads books of many rows in short: the disasters said month by month give the curve they give year by year', () => {
    const months = Array.from({ length: 112 * 24 }, (_, i) => ({ year: Math.floor(i / 24), first: i % 24 === 0 }))
    const of = (list: ArrayLike<number>): number[] => months.map(({ year, first }) => (first ? list[year]! : 0))
    const curve = fitRateCurve({
      x: months.map(({ year }) => COAL.x[year]!),
      events: of(COAL.events),
      exposureHours: months.map(({ year }) => COAL.exposureHours[year]! / 24),
    })
    const whole = fitRateCurve(COAL)
    expect(curve.edf).toBeCloseTo(whole.edf, 4)
    curve.points.forEach(({ rate }, i) => expect(rate / whole.points[i]!.rate).toBeCloseTo(1, 4))
  })

  it('has mgcv’s restricted likelihood and degrees of freedom at any smoothing', () => {
    const data = {
      x: Float64Array.from(COAL.x),
      events: Float64Array.from(COAL.events),
      logHours: Float64Array.from(COAL.exposureHours, Math.log),
      trip: new Int32Array(112).fill(-1),
      trips: 0,
    }
    const fitter = new CurveFitter(data, 12, cubicBasis(1851.5, 1962.5, 12))
    for (const { lambda, edf, reml } of R.coal.fixed) {
      const fit = fitter.fit(lambda, 1, fitter.start())
      expect([fit.edf, -fit.reml]).toEqual([expect.closeTo(edf, 7), expect.closeTo(reml, 7)])
    }
  })

  it('finds a planted window among trips that differ, and none where there is none', () => {
    const random = seededRandom(4)
    const made = (high: boolean): Parameters<typeof fitRateCurve>[0] => {
      const rows = Array.from({ length: 120 }, (_, t) => ({
        t,
        temp: 4 + 16 * random(),
        luck: 0.5 * drawNormal(random),
      })).flatMap(({ t, temp, luck }) =>
        Array.from({ length: 6 }, (_, i) => {
          const x = temp + 0.3 * i
          return { x, trip: `t${t}`, y: drawPoisson(random, (high && x > 8 && x < 13 ? 2.4 : 0.6) * Math.exp(luck)) }
        }),
      )
      return {
        x: rows.map(({ x }) => x),
        events: rows.map(({ y }) => y),
        exposureHours: rows.map(() => 1),
        trip: rows.map(({ trip }) => trip),
      }
    }
    const found = fitRateCurve(made(true))
    expect(Math.abs((found.tripSd ?? 0) - 0.5)).toBeLessThan(0.15)
    expect(found.window!.from).toBeGreaterThan(7)
    expect(found.window!.to).toBeLessThan(14)
    expect(fitRateCurve(made(false)).window).toBeNull()
    expect(() => fitRateCurve({ x: [5, 5], events: [1, 0], exposureHours: [1, 1] })).toThrow(
      /at least two different values/,
    )
  })
})
