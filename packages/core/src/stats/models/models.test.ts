import { describe, expect, it } from 'vitest'
import { drawNormal, drawPoisson, seededRandom } from '../../numerics/index.ts'
import { benjaminiHochberg } from '../benjaminiHochberg.ts'
import { fitMultilevelPoisson } from './fitMultilevelPoisson.ts'
import { fitPoissonModel } from './fitPoissonModel.ts'
import { fitRateCurve } from '../curve/rateCurve.ts'
import { rateRatio } from '../rateRatio.ts'
import type { ModelData } from './designMatrix.ts'
import { R, numbers, referenceColumns } from '../../test/referenceValues.ts'

const ships = referenceColumns('d_ships.csv')
const SHIPS: ModelData = {
  events: numbers(ships.incidents),
  exposureHours: numbers(ships.service),
  factors: { type: ships.type!, year: ships.year!, period: ships.period! },
  numbers: {},
}

describe('rateRatio', () => {
  // R poisson.test; among them Boice & Monson (1977) as in Rothman, Modern Epidemiology.
  it.each(R.rateRatio)(
    '$x1 in $T1 against $x2 in $T2 as R has it',
    ({ x1, T1, x2, T2, conf, lower, upper, p_minlike: p }) => {
      const found = rateRatio(
        { events: x1, exposureHours: T1 },
        { events: x2, exposureHours: T2 },
        { confidence: conf },
      )
      expect(found.lower).toBeCloseTo(lower, 8)
      if (upper === 'Inf') expect(found.upper).toBe(Infinity)
      else expect(found.upper / upper).toBeCloseTo(1, 8)
      expect(found.pValue / p).toBeCloseTo(1, 8)
    },
  )
})

describe('benjaminiHochberg', () => {
  it('adjusts the fifteen p-values of Benjamini & Hochberg (1995) in whatever order, and rejects four at 0.05', () => {
    const adjusted = benjaminiHochberg(R.bh.p)
    adjusted.forEach((value, i) => expect(value).toBeCloseTo(R.bh.adjusted[i]!, 12))
    expect(adjusted.filter((value) => value <= 0.05)).toHaveLength(4)
    expect(() => benjaminiHochberg([0.5, 1.2])).toThrow(/0 to 1: 1.2/)
  })
})

describe('fitPoissonModel', () => {
  // Ship damage: McCullagh & Nelder (1989) §6.3.2; R glm.
  it('gives the coefficients, errors and deviance of the ships', () => {
    for (const [errors, expected] of [
      ['model', R.ships.se],
      ['quasi', R.ships.quasi_se],
    ] as const) {
      const model = fitPoissonModel(SHIPS, { fixed: ['type', 'year', 'period'], errors })
      for (const { name, estimate, standardError } of model.coefficients) {
        const known = name.replace(':', '')
        expect(estimate / R.ships.coef[known]!, name).toBeCloseTo(1, 8)
        expect(standardError / expected[known]!, name).toBeCloseTo(1, 8)
      }
      expect(model).toMatchObject({ residualDf: R.ships.df_residual, dropped: [], converged: true })
      expect([model.deviance, model.pearson, model.dispersion, model.logLikelihood]).toEqual(
        [R.ships.deviance, R.ships.pearson_chi2, R.ships.dispersion_pearson, R.ships.logLik].map(
          (value) => expect.closeTo(value, 8) as number,
        ),
      )
    }
  })

  it('is the same in whatever order its terms stand, and for rows as for the cells they make', () => {
    const random = seededRandom(8)
    const rows = Array.from({ length: 300 }, () => ({
      wind: ['calm', 'chop', 'strong'][Math.floor(3 * random())]!,
      sky: random() < 0.5 ? 'clear' : 'overcast',
      depth: random(),
      hours: 0.2 + random(),
      events: drawPoisson(random, 1.2),
    }))
    const data: ModelData = {
      events: rows.map(({ events }) => events),
      exposureHours: rows.map(({ hours }) => hours),
      factors: { wind: rows.map(({ wind }) => wind), sky: rows.map(({ sky }) => sky) },
      numbers: { depth: rows.map(({ depth }) => depth), none: rows.map(() => 0) },
    }
    const byName = (fixed: readonly string[]): Record<string, [number, number]> =>
      Object.fromEntries(
        fitPoissonModel(data, { fixed }).coefficients.map(({ name, estimate, standardError }) => [
          name,
          [estimate, standardError],
        ]),
      )
    const close = (known: Record<string, [number, number]>): unknown =>
      Object.fromEntries(
        Object.entries(known).map(([name, pair]) => [name, pair.map((one) => expect.closeTo(one, 8) as number)]),
      )
    expect(byName(['depth', 'wind', 'sky'])).toEqual(close(byName(['wind', 'sky', 'depth'])))
    // A number that says nothing keeps the rows apart: then no cells are made.
    const [cells, apart] = [
      fitPoissonModel(data, { fixed: ['wind', 'sky'] }),
      fitPoissonModel(data, { fixed: ['wind', 'sky', 'none'] }),
    ]
    expect(apart.dropped).toEqual(['none'])
    for (const figure of ['deviance', 'pearson', 'logLikelihood'] as const)
      expect(cells[figure]).toBeCloseTo(apart[figure], 6)
    expect(byName(['wind', 'sky'])).toEqual(close(byName(['wind', 'sky', 'none'])))
  })

  it('has the sandwich for its errors by cluster, which singletons turn into the heteroscedastic ones', () => {
    const rows = SHIPS.events.length
    const lone = { ...SHIPS, factors: { ...SHIPS.factors, row: Array.from({ length: rows }, (_, i) => String(i)) } }
    const { coefficients } = fitPoissonModel({ ...lone, numbers: {} }, { fixed: [], errors: 'cluster', cluster: 'row' })
    // With an intercept alone: se² of log rate = Σ(y − rh)² / (Σy)² · G/(G−1), worked by hand.
    const hours = Array.from(SHIPS.exposureHours)
    const kept = hours.flatMap((h, i) => (h > 0 ? [[SHIPS.events[i]!, h] as const] : []))
    const [y, h] = [kept.reduce((sum, [one]) => sum + one, 0), kept.reduce((sum, [, one]) => sum + one, 0)]
    const byHand = Math.sqrt(
      (kept.reduce((sum, [events, one]) => sum + (events - (y / h) * one) ** 2, 0) / y ** 2) *
        (kept.length / (kept.length - 1)),
    )
    expect(coefficients[0]?.standardError).toBeCloseTo(byHand, 10)
  })

  it('names what cannot be told: a column that others determine, a level without a strike', () => {
    const data: ModelData = {
      events: [3, 0, 5, 0, 2, 4],
      exposureHours: [2, 2, 3, 4, 1, 2],
      factors: { lure: ['a', 'b', 'a', 'b', 'c', 'c'], twin: ['a', 'b', 'a', 'b', 'c', 'c'] },
      numbers: { one: [1, 1, 1, 1, 1, 1] },
    }
    const model = fitPoissonModel(data, { fixed: ['lure', 'twin', 'one'] })
    expect(model.dropped).toEqual(expect.arrayContaining(['lure:b', 'twin:c', 'one']))
    expect(model.coefficients.map(({ name }) => name)).toEqual(['(Intercept)', 'lure:c'])
    expect(model.coefficients[1]?.estimate).toBeCloseTo(Math.log(6 / 3 / (8 / 5)), 9)
    expect(() => fitPoissonModel({ ...data, events: [0, 0, 0, 0, 0, 0] }, { fixed: ['lure'] })).toThrow(
      'no strike came in these 14.0 hours',
    )
    expect(() => fitPoissonModel({ ...data, exposureHours: [0, 0, 0, 0, 0, 0] }, { fixed: [] })).toThrow(
      /no row has hours/,
    )
    expect(() => fitPoissonModel(data, { fixed: ['rod'] })).toThrow(/rod/)
  })
})

const epil = referenceColumns('f_epil.csv')
const [base, age] = [numbers(epil.base), numbers(epil.age)]
const EPILEPSY: ModelData = {
  events: numbers(epil.y),
  exposureHours: base.map(() => 1),
  factors: { subject: epil.subject!, obs: epil.obs! },
  numbers: {
    lbase4: base.map((value) => Math.log(value / 4)),
    trt: numbers(epil.trt),
    V4: numbers(epil.V4),
    lage: age.map(Math.log),
    'lbase4:trt': base.map((value, i) => Math.log(value / 4) * Number(epil.trt![i])),
  },
}

describe('fitMultilevelPoisson', () => {
  // Epilepsy counts: Thall & Vail (1990); Breslow & Clayton (1993) models III and IV.
  it.each([
    ['one random intercept', R.epilepsy.main, ['lbase4', 'trt', 'V4', 'lage'], ['subject']],
    ['two, one within the other', R.epilepsy.nested, ['lbase4', 'trt', 'V4', 'lage', 'lbase4:trt'], ['subject', 'obs']],
  ] as const)(
    'has the likelihood, effects and spreads of %s as R has them',
    (_, expected, fixed, random) => {
      const model = fitMultilevelPoisson(EPILEPSY, { fixed, random })
      expect(model.logLikelihood).toBeCloseTo(expected.logLik, 5)
      for (const { name, estimate, standardError } of model.coefficients) {
        expect(estimate, name).toBeCloseTo(expected.fixef[name]!, 4)
        expect(standardError / expected.se[name]!, name).toBeCloseTo(1, 3)
      }
      for (const name of random) expect(model.sd[name]).toBeCloseTo(expected.sd[name]!, 4)
      expect([model.converged, model.noSpread]).toEqual([true, []])
      const { modes } = expected
      if (modes) {
        modes.level.forEach((level, i) => {
          const found = model.modes.subject?.find((one) => one.level === level)
          expect([found?.estimate, found?.standardError]).toEqual([
            expect.closeTo(modes.mode[i]!, 4),
            expect.closeTo(modes.cond_sd_given_par[i]!, 4),
          ])
        })
      }
    },
    60_000,
  )

  it('finds crossed spreads that were planted, and says where there is none', () => {
    const random = seededRandom(11)
    const effects = (count: number, sd: number): number[] =>
      Array.from({ length: count }, () => sd * drawNormal(random))
    const [trips, lures] = [effects(80, 0.6), effects(12, 0.5)]
    const rows = trips.flatMap((trip, t) =>
      lures.map((lure, l) => ({ t: `t${t}`, l: `l${l}`, y: drawPoisson(random, Math.exp(0.2 + trip + lure) * 1.5) })),
    )
    const data = {
      events: rows.map(({ y }) => y),
      exposureHours: rows.map(() => 1.5),
      factors: { trip: rows.map(({ t }) => t), lure: rows.map(({ l }) => l), none: rows.map((_, i) => `n${i % 40}`) },
      numbers: {},
    }
    const model = fitMultilevelPoisson(data, { fixed: [], random: ['trip', 'lure', 'none'] })
    expect(Math.abs((model.sd.trip ?? 0) - 0.6)).toBeLessThan(0.15)
    expect(Math.abs((model.sd.lure ?? 0) - 0.5)).toBeLessThan(0.3)
    expect(model.sd.none).toBeLessThan(0.12)
  })
})

describe('rows that agree', () => {
  it('may be one row or many: no estimate changes, nor the log-likelihood of the rows as given', () => {
    const random = seededRandom(21)
    const cells = Array.from({ length: 60 }, (_, i) => ({
      trip: `t${i % 15}`,
      wind: i % 2 === 0 ? 'calm' : 'chop',
      hours: 1 + random(),
      events: drawPoisson(random, 1.5),
    }))
    const data = (rows: typeof cells): ModelData => ({
      events: rows.map(({ events }) => events),
      exposureHours: rows.map(({ hours }) => hours),
      factors: { trip: rows.map(({ trip }) => trip), wind: rows.map(({ wind }) => wind) },
      numbers: {},
    })
    // Each row cut in two: strikes fall into the first half.
    const halves = cells.flatMap((row) => [
      { ...row, hours: 0.3 * row.hours },
      { ...row, hours: 0.7 * row.hours, events: 0 },
    ])
    const spec = { fixed: ['wind'], random: ['trip'] }
    const [whole, split] = [fitMultilevelPoisson(data(cells), spec), fitMultilevelPoisson(data(halves), spec)]
    expect(split.coefficients.map(({ estimate }) => estimate)).toEqual(
      whole.coefficients.map(({ estimate }) => expect.closeTo(estimate, 4) as number),
    )
    expect(split.sd.trip).toBeCloseTo(whole.sd.trip!, 4)
    // Σ y·ln h of the halves is less by y·ln 0.3 a row.
    const strikes = cells.reduce((sum, { events }) => sum + events, 0)
    expect(split.logLikelihood).toBeCloseTo(whole.logLikelihood + strikes * Math.log(0.3), 6)
  })
})

describe('books that cannot tell', () => {
  const n = 60
  const x = Array.from({ length: n }, (_, i) => 5 + 20 * (((i * 7) % n) / n))
  const hours = Array<number>(n).fill(0.5)
  const trip = x.map((_, i) => `t${i % 12}`)
  const lure = x.map((_, i) => 'ABC'[i % 3]!)
  const where = (struck: (i: number) => boolean, strikes = 1): number[] => x.map((_, i) => (struck(i) ? strikes : 0))
  const NONE = where(() => false)
  const ONE = where((i) => i === 10)
  const ONE_TRIP = where((i) => i % 12 === 3)
  const AT_AN_END = where((i) => x[i]! > 24.2, 4)
  const NO_C = where((i) => i % 3 !== 2 && i % 4 === 1)

  it('are named by the curve', () => {
    const curve = (events: number[], trips: boolean) =>
      fitRateCurve({ x, events, exposureHours: hours, ...(trips ? { trip } : {}) })
    for (const trips of [false, true]) {
      expect(() => curve(NONE, trips)).toThrow(/needs 5 strikes or more, and these hours had 0/)
      expect(() => curve(ONE, trips)).toThrow(/needs 5 strikes or more/)
      expect(() =>
        curve(
          where((i) => i === 10, 8),
          trips,
        ),
      ).toThrow(/every strike came at/)
      expect(() => curve(AT_AN_END, trips)).toThrow(/cannot be told/)
    }
    expect(() => curve(ONE_TRIP, true)).toThrow(/on one trip/)
    for (const { rate } of curve(ONE_TRIP, false).points) expect(rate).toBeGreaterThan(0.05)
  })

  it('are named by the models, or a level without a strike left out', () => {
    const of = (events: number[]) => ({ events, exposureHours: hours, factors: { trip, lure }, numbers: { x } })
    const multilevel = (events: number[]) =>
      fitMultilevelPoisson(of(events), { fixed: ['x', 'lure'], random: ['trip'] })
    expect(() => multilevel(NONE)).toThrow(/no strike came in these 30.0 hours/)
    for (const events of [ONE, ONE_TRIP]) expect(() => multilevel(events)).toThrow(/strikes came in only one trip/)
    const { coefficients, dropped, converged } = multilevel(NO_C)
    expect([dropped, converged]).toEqual([['lure:C'], true])
    for (const { estimate, standardError } of coefficients)
      expect([Math.abs(estimate) < 12, standardError < 12]).toEqual([true, true])
    // As R’s glmer would have it, numbers may lie far from nought: the intercept is theirs, its error too.
    const [near, far] = [0, 1000].map((by) =>
      fitMultilevelPoisson(
        { ...of(NO_C), numbers: { x: x.map((one) => one + by) } },
        { fixed: ['x'], random: ['trip'] },
      ),
    )
    expect(far!.coefficients[0]!.estimate).toBeCloseTo(
      near!.coefficients[0]!.estimate - 1000 * near!.coefficients[1]!.estimate,
      2,
    )
    expect(far!.coefficients[1]).toEqual({
      name: 'x',
      estimate: expect.closeTo(near!.coefficients[1]!.estimate, 4) as number,
      standardError: expect.closeTo(near!.coefficients[1]!.standardError, 4) as number,
    })
  })
})
