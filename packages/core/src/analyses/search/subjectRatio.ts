import { at } from '../../checked/index.ts'
import { byTrip } from './cells.ts'
import type { Cells } from './cells.ts'
import type { Expected } from './expected.ts'
import { luckOf } from './expected.ts'
import type { PatternRatio } from './score.ts'

const ROUNDS = 200
const SETTLED = 1e-10

/**
 * Rate of a subject over that of all others in the same window: both are let free, and the trips' luck with them.
 *
 *   θ_g = Σ_g y / Σ_g e·l_t,  l_t = (k + Y_t/φ)/(k + E_t(θ)/φ), by turns until they stand; ratio θ_s/θ_o
 *
 * Given      cells of the subject and of the whole window
 * Returned   log ratio, and its error: that of two counts over the dispersion of flurries
 * Source     EM for a gamma frailty: Klein, Biometrics 48 (1992) 795, without censoring; half a strike stands in for none
 */
export function subjectRatio(cells: Cells, expected: Expected, own: Int32Array, window: Int32Array): PatternRatio {
  const mine = new Set(own)
  const others = window.filter((c) => !mine.has(c))
  const struck = (list: Int32Array): number =>
    Math.max(
      0.5,
      list.reduce((sum, c) => sum + at(cells.strikes, c), 0),
    )
  const [ys, yo] = [struck(own), struck(others)]
  const scaled = expected.strikes.slice()
  const scale = (list: Int32Array, by: number): void => list.forEach((c) => (scaled[c] = at(expected.strikes, c) * by))
  let [subject, rest] = [1, 1]
  for (let round = 0; round < ROUNDS; round++) {
    const luck = luckOf(cells, { ...expected, strikes: scaled }, cells.strikes)
    const due = (list: Int32Array): number =>
      list.reduce((sum, c) => sum + at(expected.strikes, c) * at(luck, at(cells.trip, c)), 0)
    const [nextSubject, nextRest] = [ys / due(own), yo / due(others)]
    const moved = Math.abs(Math.log(nextSubject / subject)) + Math.abs(Math.log(nextRest / rest))
    ;[subject, rest] = [nextSubject, nextRest]
    scale(own, subject)
    scale(others, rest)
    if (moved < SETTLED) break
  }
  const error = Math.sqrt(expected.dispersion / ys + expected.dispersion / yo + luckLeft(cells, expected, own, others))
  return { logRatio: Math.log(subject / rest), error }
}

/** What the luck of trips on which one of the two was not thrown adds: none where both were thrown in proportion. */
function luckLeft(cells: Cells, { strikes, shape, dispersion }: Expected, own: Int32Array, others: Int32Array): number {
  const [s, o] = [own, others].map((list) => {
    const inside = new Float64Array(cells.count)
    for (const c of list) inside[c] = at(strikes, c) / dispersion
    return byTrip(cells, inside)
  }) as [Float64Array, Float64Array]
  const all = byTrip(cells, strikes)
  const [es, eo] = [s, o].map((list) => list.reduce((sum, e) => sum + e, 0)) as [number, number]
  return s.reduce((sum, e, t) => sum + (e / es - at(o, t) / eo) ** 2 / (shape + at(all, t) / dispersion), 0)
}
