import { at } from '../../checked/index.ts'
import { byTrip } from '../../analyses/search/cells.ts'
import { fitExpected } from '../../analyses/search/expected.ts'
import { residuals, signedRoot } from '../../analyses/search/score.ts'
import { flurryDispersion } from '../../stats/index.ts'
import type { MadeBook } from '../searchBook.ts'

/**
 * Signed root of the likelihood ratio of a planted window for one who was told it in advance, and looks nowhere else: the most there is to
 * know. Of one lure it is held against all others in the window, as a search would; of all lures against what was to be expected.
 */
export function toldInAdvance({
  input: { cells, held: asked, attributes = [], bout },
  planted,
  around,
}: MadeBook): number {
  const ofLure = planted.some((inside, c) => inside !== around[c])
  const held = ofLure ? asked.filter((column) => !attributes.includes(column)) : asked
  const expected = fitExpected(cells, held, flurryDispersion(bout))
  const left = residuals(cells, expected)
  const inside = (member: Uint8Array, values: Float64Array): Float64Array =>
    values.map((value, c) => (member[c] === 1 ? value : 0))
  const sum = (values: Float64Array): number => values.reduce((all, one) => all + one, 0)
  const due = expected.strikes.map((e) => e / expected.dispersion)
  const [all, own, window] = [
    byTrip(cells, due),
    byTrip(cells, inside(planted, due)),
    byTrip(cells, inside(around, due)),
  ]
  const covariance = (a: Float64Array, b: Float64Array): number =>
    sum(a.map((e, t) => e - (e * at(b, t)) / (expected.shape + at(all, t))))
  const [variance, common, whole] = [covariance(own, own), covariance(own, window), covariance(window, window)]
  const [score, nuisance] = [sum(inside(planted, left)), sum(inside(around, left))]
  return ofLure
    ? signedRoot(score - (common / whole) * nuisance, variance - common ** 2 / whole)
    : signedRoot(score, variance)
}
