import { expect, it } from 'vitest'
import { Kernel, choleskyInverse, drawNormal, drawPoisson, seededRandom } from '../../numerics/index.ts'
import { fitAdditive } from './fitAdditive.ts'
import { withLaterTrip } from './laterTrip.ts'
import { PenalisedPoisson } from './penalisedPoisson.ts'
import { RowSums } from './rowSums.ts'
import { RowGatherer } from './sparseRows.ts'

const [TRIPS, LURES, DISPERSION] = [120, 8, 1.3]

/** Trips with luck of their own, on which lures are thrown that differ; the last throws one that no other did. */
function rowsOf(random: () => number, trips: readonly number[]) {
  const worth = Array.from({ length: LURES }, () => 0.6 * drawNormal(random))
  const luck = Array.from({ length: TRIPS }, () => 0.5 * drawNormal(random))
  const all = Array.from({ length: TRIPS }, (_, trip) =>
    Array.from({ length: 5 }, (_row, i) => {
      const lure = trip === TRIPS - 1 && i === 0 ? LURES - 1 : Math.floor(random() * (LURES - 1))
      const warm = drawNormal(random)
      return { lure, warm, strikes: drawPoisson(random, Math.exp(0.3 * warm + worth[lure]! + luck[trip]!)) }
    }),
  )
  const gatherer = new RowGatherer()
  trips.forEach((trip, t) => {
    for (const { lure, warm, strikes } of all[trip]!)
      gatherer.add(
        [
          [0, 1],
          [1, warm],
          [2 + lure, 1],
        ],
        strikes,
        1,
        t,
      )
  })
  return gatherer.rows(trips.length)
}

it('has with a trip that came later what all trips at the same strengths have', () => {
  const upTo = (trips: number) =>
    rowsOf(
      seededRandom(3),
      Array.from({ length: trips }, (_, t) => t),
    )
  const terms = (lures: number) => [{ name: 'lure', first: 2, size: lures, charge: 'size' as const }]
  const before = fitAdditive(upTo(TRIPS - 1), { columns: 1 + LURES, terms: terms(LURES - 1), dispersion: DISPERSION })
  const later = withLaterTrip(before, {
    rows: rowsOf(seededRandom(3), [TRIPS - 1]),
    strengths: [before.strengths[0]!],
    dispersion: DISPERSION,
  })

  const columns = 2 + LURES
  const whole = new PenalisedPoisson(new RowSums(upTo(TRIPS), columns, new Kernel()), terms(LURES), DISPERSION)
  const place = whole.climb(whole.start(), { strengths: before.strengths, tripPrecision: 1 / before.tripSd ** 2 })
  const covariance = choleskyInverse(place.system.factor, columns)
  const around = whole.aroundMode(place, covariance)
  for (let column = 0; column < columns; column++) {
    const sd = Math.sqrt(covariance[column * columns + column]!)
    expect(Math.abs(later.coefficients[column]! - place.coefficients[column]!) / sd).toBeLessThan(0.01)
    expect(Math.abs(later.meanOffMode[column]! - around.meanOffMode[column]!) / sd).toBeLessThan(0.01)
    for (let other = 0; other < columns; other++) {
      const scale = sd * Math.sqrt(covariance[other * columns + other]!)
      const off = later.covariance[column * columns + other]! - covariance[column * columns + other]!
      expect(Math.abs(off) / scale).toBeLessThan(0.01)
    }
  }
  // The curvature of what stood before is kept, though its means have moved a little.
  const last = around.variances.length - 5
  for (let i = 0; i < 5; i++)
    expect(Math.abs(later.rowVariances[last + i]! / around.variances[last + i]! - 1)).toBeLessThan(0.02)
})
