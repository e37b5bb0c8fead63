import { describe, expect, it } from 'vitest'
import { drawNormal, drawPoisson, seededRandom } from '../../numerics/index.ts'
import { GAM, R, numbers, referenceColumns } from '../../test/referenceValues.ts'
import { cubicBasis } from '../curve/splineBasis.ts'
import { fitAdditive, logRateOf } from './fitAdditive.ts'
import { RowGatherer } from './sparseRows.ts'
import type { AdditiveTerm } from './additiveTerm.ts'
import type { SparseRow } from './sparseRows.ts'

const INTERCEPT = [0, 1] as const

describe('fitAdditive', () => {
  // Coal-mining disasters (Jarrett 1979); R mgcv, bs = "ps", method = "REML".
  it('smooths the coal-mining disasters as mgcv does', () => {
    const coal = referenceColumns('j_coal.csv')
    const [x, y, hours] = [numbers(coal.x), numbers(coal.y), numbers(coal.hours)]
    const basis = cubicBasis(1851.5, 1962.5, 12)
    const rowAt = (year: number): SparseRow => {
      const { first, values } = basis.at(year)
      return [INTERCEPT, ...values.map((value, a) => [1 + first + a, value] as const)]
    }
    const gatherer = new RowGatherer()
    x.forEach((year, i) => gatherer.add(rowAt(year), y[i]!, hours[i]!, 0))
    const means = new Float64Array(12)
    for (const year of x) for (const [column, value] of rowAt(year).slice(1)) means[column - 1]! += value / x.length
    const model = fitAdditive(gatherer.rows(0), {
      columns: 13,
      terms: [{ name: 'year', first: 1, size: 12, charge: 'bend', held: [means] }],
    })
    expect(model.converged).toBe(true)
    // What the penalty’s null space has beside: the slope, free; the intercept outside.
    expect((model.edf[0]! + 2) / R.coal.edf_total_incl_intercept).toBeCloseTo(1, 1)
    R.coal.grid.forEach((year, i) => {
      const { mean, variance } = logRateOf(model, rowAt(year))
      expect(Math.abs(mean - R.coal.log_rate[i]!)).toBeLessThan(0.1 * R.coal.se[i]!)
      expect(Math.sqrt(variance) / R.coal.se[i]!).toBeCloseTo(1, 1)
    })
  })

  // Seizures of epileptics (Thall & Vail 1990); R lme4 and glmmTMB by maximum likelihood, which is a little under the restricted one.
  it('has the effects of multilevel models, whether groups stand as trips or as a term', () => {
    const epil = referenceColumns('f_epil.csv')
    const base = numbers(epil.base).map((value) => Math.log(value / 4))
    const [age, trt, v4, y] = [numbers(epil.age).map(Math.log), numbers(epil.trt), numbers(epil.V4), numbers(epil.y)]
    const subjects = [...new Set(epil.subject)]
    const fit = (asTrips: boolean) => {
      const gatherer = new RowGatherer()
      y.forEach((events, i) => {
        const subject = subjects.indexOf(epil.subject![i]!)
        const fixed: SparseRow = [INTERCEPT, [1, base[i]!], [2, trt[i]!], [3, v4[i]!], [4, age[i]!]]
        gatherer.add(asTrips ? fixed : [...fixed, [5 + subject, 1]], events, 1, asTrips ? subject : 0)
      })
      return asTrips
        ? fitAdditive(gatherer.rows(subjects.length), { columns: 5, terms: [] })
        : fitAdditive(gatherer.rows(0), {
            columns: 5 + subjects.length,
            terms: [{ name: 'subject', first: 5, size: subjects.length, charge: 'size' }],
          })
    }
    const [trips, term] = [fit(true), fit(false)]
    const { fixef, se, sd } = R.epilepsy.main
    ;['(Intercept)', 'lbase4', 'trt', 'V4', 'lage'].forEach((name, i) => {
      expect(Math.abs(trips.coefficients[i]! - fixef[name]!)).toBeLessThan(0.25 * se[name]!)
      expect(Math.abs(trips.coefficients[i]! - term.coefficients[i]!)).toBeLessThan(0.01 * se[name]!)
      const { variance } = logRateOf(trips, [[i, 1]])
      expect(Math.sqrt(variance) / se[name]!).toBeCloseTo(1, 0)
      expect(variance).toBeCloseTo(logRateOf(term, [[i, 1]]).variance, 1)
    })
    expect(trips.tripSd).toBeGreaterThan(sd.subject!)
    expect(trips.tripSd).toBeLessThan(1.1 * sd.subject!)
    expect(1 / Math.sqrt(term.strengths[0]!)).toBeCloseTo(trips.tripSd, 1)
  })

  // A made-up book of 70 trips; R mgcv by REML, free, smooth and random terms and trips at once (`bench/mgcvBook.R`).
  it('has the log rates, errors and degrees of freedom of mgcv on a book of curves, lures, slopes and trips', () => {
    const book = referenceColumns('l_book.csv')
    const [names, terms, curves] = [['all'], [] as AdditiveTerm[], new Map<string, ReturnType<typeof cubicBasis>>()]
    const levelsOf = (factor: string) => [...new Set(book[factor])].sort()
    const lay = (term: string, levels: readonly (string | number)[]) =>
      names.push(...levels.map((level) => `${term} ${level}`)) - levels.length
    for (const factor of ['water', 'light']) lay(factor, levelsOf(factor).slice(1))
    for (const condition of ['temp', 'visibility']) {
      const values = numbers(book[condition])
      const basis = cubicBasis(Math.min(...values), Math.max(...values), 10)
      const mean = new Float64Array(10)
      for (const value of values)
        basis.at(value).values.forEach((share, a) => (mean[basis.at(value).first + a]! += share / values.length))
      curves.set(condition, basis)
      terms.push({ name: condition, first: lay(condition, [...mean.keys()]), size: 10, charge: 'bend', held: [mean] })
    }
    for (const term of ['class', 'lure', 'class by wind']) {
      const levels = levelsOf(term.split(' ')[0]!)
      terms.push({ name: term, first: lay(term, levels), size: levels.length, charge: 'size' })
    }
    const rowOf = (i: number): SparseRow => {
      const of = (factor: string) => book[factor]![i]!
      const entries: [string, number][] = [
        ['all', 1],
        ...['water', 'light', 'class', 'lure'].map((factor): [string, number] => [`${factor} ${of(factor)}`, 1]),
        [`class by wind ${of('class')}`, (Number(of('wind')) - 4.5) / 2.5],
      ]
      for (const [condition, basis] of curves) {
        const { first, values } = basis.at(Number(of(condition)))
        values.forEach((value, a) => entries.push([`${condition} ${first + a}`, value]))
      }
      return entries.flatMap(([name, value]) => (names.includes(name) ? [[names.indexOf(name), value] as const] : []))
    }
    const [gatherer, trips] = [new RowGatherer(), levelsOf('trip')]
    book.trip!.forEach((trip, i) =>
      gatherer.add(rowOf(i), Number(book.strikes![i]), Number(book.hours![i]), trips.indexOf(trip)),
    )
    const model = fitAdditive(gatherer.rows(trips.length), { columns: names.length, terms })
    GAM.book.log_rate.forEach((rate, i) => {
      const { mean, variance } = logRateOf(model, rowOf(i))
      expect(Math.abs(mean - rate) / GAM.book.se[i]!).toBeLessThan(0.04)
      expect(Math.sqrt(variance) / GAM.book.se[i]!).toBeCloseTo(1, 1)
    })
    // A straight run of a curve is free in both; mgcv counts it with the curve.
    const used = [...model.edf].map((edf, j) => edf + (terms[j]!.charge === 'bend' ? 1 : 0))
    const theirs = Object.values(GAM.book.edf)
    ;[...used, model.edfTrips].forEach((edf, j) =>
      expect(Math.abs(edf - theirs[j]!)).toBeLessThan(0.02 * theirs[j]! + 0.01),
    )
    expect(Math.abs(model.tripSd / GAM.book.sd['s(trip)']! - 1)).toBeLessThan(0.03)
  })

  it('finds how much lures differ, covers what it foretells, and draws to nought what is not there', () => {
    const random = seededRandom(11)
    const [lures, trips] = [30, 150]
    const effects = Array.from({ length: lures }, () => 0.5 * drawNormal(random))
    const gatherer = new RowGatherer()
    for (let t = 0; t < trips; t++) {
      const luck = 0.4 * drawNormal(random)
      for (let s = 0; s < 6; s++) {
        const lure = Math.floor(lures * random())
        const rate = 1.2 * Math.exp(luck + effects[lure]!)
        gatherer.add(
          [INTERCEPT, [1 + lure, 1], [1 + lures + Math.floor(12 * random()), 1]],
          drawPoisson(random, rate),
          1,
          t,
        )
      }
    }
    const model = fitAdditive(gatherer.rows(trips), {
      columns: 1 + lures + 12,
      terms: [
        { name: 'lure', first: 1, size: lures, charge: 'size' },
        { name: 'nothing', first: 1 + lures, size: 12, charge: 'size' },
      ],
    })
    expect(1 / Math.sqrt(model.strengths[0]!)).toBeGreaterThan(0.35)
    expect(1 / Math.sqrt(model.strengths[0]!)).toBeLessThan(0.65)
    expect(Math.abs(model.tripSd - 0.4)).toBeLessThan(0.12)
    expect(model.edf[1]!).toBeLessThan(3)
    const covered = effects.filter((effect, lure) => {
      const { mean, variance } = logRateOf(model, [INTERCEPT, [1 + lure, 1]])
      return Math.abs(mean - Math.log(1.2) - effect) < 1.645 * Math.sqrt(variance)
    })
    expect(covered.length).toBeGreaterThanOrEqual(23)
  })

  it('begun where nearly the same rows ended, it ends at the same place in fewer updates', () => {
    const random = seededRandom(3)
    const rows = Array.from(
      { length: 400 },
      () => [Math.floor(20 * random()), drawPoisson(random, 1 + random())] as const,
    )
    const fit = (count: number, start?: ReturnType<typeof fitAdditive>) => {
      const gatherer = new RowGatherer()
      rows.slice(0, count).forEach(([lure, y], i) => gatherer.add([INTERCEPT, [1 + lure, 1]], y, 1, i % 50))
      return fitAdditive(gatherer.rows(50), {
        columns: 21,
        terms: [{ name: 'lure', first: 1, size: 20, charge: 'size' }],
        ...(start ? { start } : {}),
      })
    }
    const [before, anew] = [fit(380), fit(400)]
    const warm = fit(400, before)
    expect(warm.updates).toBeLessThanOrEqual(anew.updates)
    warm.coefficients.forEach((value, i) => expect(Math.abs(value - anew.coefficients[i]!)).toBeLessThan(0.02))
    // Terms on trial wait for a twentieth more events.
    const ofFirst = (count: number): number => rows.slice(0, count).reduce((sum, [, y]) => sum + y, 0)
    expect(ofFirst(400) / ofFirst(380)).toBeGreaterThan(1.05)
    expect([before.eventsAtTrial, warm.eventsAtTrial]).toEqual([ofFirst(380), ofFirst(400)])
    expect(fit(399, anew).eventsAtTrial).toBe(ofFirst(400))
  })
})
