import { describe, expect, it } from 'vitest'
import {
  Kernel,
  choleskyInverse,
  diagonalOfInverse,
  factorArrowhead,
  quadraticForms,
  seededRandom,
} from '../../numerics/index.ts'
import { RowSums } from './rowSums.ts'
import { RowGatherer } from './sparseRows.ts'
import type { SparseRow } from './sparseRows.ts'

describe('RowSums', () => {
  it.each([
    ['with trips', 5],
    ['without', 0],
  ])('%s are what plain sums are', (_, trips) => {
    const random = seededRandom(4)
    const m = 9
    const laid = Array.from({ length: 40 }, (): SparseRow =>
      Array.from({ length: m }, (_, column) => column).flatMap((column) =>
        column === 0 || random() < 0.4 ? [[column, random() - 0.3] as const] : [],
      ),
    )
    const tripOf = laid.map((_, i) => (trips > 0 ? i % trips : 0))
    const gatherer = new RowGatherer()
    laid.forEach((row, i) => gatherer.add(row, 1, 1, tripOf[i]!))
    const sums = new RowSums(gatherer.rows(trips), m, new Kernel())
    const x = laid.map((row) => Float64Array.from({ length: m }, (_, c) => row.find(([own]) => own === c)?.[1] ?? 0))
    const weights = Float64Array.from(laid, () => 0.5 + random())
    const factors = Float64Array.from({ length: m }, () => random() - 0.5)
    sums.totals(factors).forEach((found, i) =>
      expect(found).toBeCloseTo(
        x[i]!.reduce((sum, value, c) => sum + value * factors[c]!, 0),
        12,
      ),
    )
    const ofColumn = (c: number, rows: readonly number[]): number =>
      rows.reduce((sum, i) => sum + weights[i]! * x[i]![c]!, 0)
    sums.sums(weights).forEach((found, c) => expect(found).toBeCloseTo(ofColumn(c, [...laid.keys()]), 12))
    const picked = [3, 8, 13, 30]
    const some = sums.sumsOf(
      Int32Array.from(picked),
      Float64Array.from(picked, (i) => weights[i]!),
    )
    for (let c = 0; c < m; c++) expect(some[trips + c]).toBeCloseTo(ofColumn(c, picked), 12)
    if (trips > 0) expect(some[3]).toBeCloseTo(weights[3]! + weights[8]! + weights[13]!, 12)
    const { dense, joint, ofTrips } = sums.weigh(weights)
    const between = (t: number, a: number): number => {
      const k = joint.column.subarray(joint.starts[t], joint.starts[t + 1]).indexOf(a)
      return k < 0 ? 0 : joint.value[joint.starts[t]! + k]!
    }
    const total = (of: (i: number) => number): number => laid.reduce((sum, _, i) => sum + weights[i]! * of(i), 0)
    for (let a = 0; a < m; a++) {
      for (let b = 0; b <= a; b++)
        expect(dense[a * m + b]).toBeCloseTo(
          total((i) => x[i]![a]! * x[i]![b]!),
          10,
        )
      for (let t = 0; t < trips; t++)
        expect(between(t, a)).toBeCloseTo(
          total((i) => (tripOf[i] === t ? x[i]![a]! : 0)),
          10,
        )
    }
    for (let t = 0; t < trips; t++)
      expect(ofTrips[t]).toBeCloseTo(
        total((i) => (tripOf[i] === t ? 1 : 0)),
        10,
      )

    for (let c = 0; c < m; c++) dense[c * m + c]! += 1
    const system = factorArrowhead(
      ofTrips.map((weight) => weight + 2),
      joint,
      dense,
    )!
    const covariance = choleskyInverse(system.factor, m)
    const ofGroups = diagonalOfInverse(system, m)
      .slice(0, trips)
      .reduce((sum, variance, t) => sum + variance - 1 / system.diagonal[t]!, 0)
    const squares = sums.squaresOfTrips(system)
    const across = squares.reduce((sum, one, k) => {
      const [a, b] = [Math.floor(k / m), k % m]
      return sum + (b > a ? 0 : (b < a ? 2 : 1) * one * covariance[k]!)
    }, 0)
    expect(across).toBeCloseTo(ofGroups, 10)
    // Of a row, its trip left out; and with its trip, but for what the trip has of its own.
    const { own, apart } = sums.squaresOfRows(system, covariance)
    const formOf = (i: number, withTrip: number): number =>
      quadraticForms(
        system,
        Float64Array.from({ length: trips + m }, (_, k) =>
          k >= trips ? x[i]![k - trips]! : k === tripOf[i] ? withTrip : 0,
        ),
      )[0]!
    for (let i = 0; i < laid.length; i++) {
      expect(own[i]).toBeCloseTo(formOf(i, 0), 10)
      expect(apart[i]! + (trips > 0 ? 1 / system.diagonal[tripOf[i]!]! : 0)).toBeCloseTo(formOf(i, 1), 10)
    }
  })
})
