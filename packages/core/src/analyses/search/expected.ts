import { QuestionError, at } from '../../checked/index.ts'
import { fitGammaPoisson } from '../../stats/index.ts'
import { byTrip } from './cells.ts'
import type { Cells } from './cells.ts'

/** What was to be expected of each cell, were there no pattern: strikes from its hours and the columns that are held, and how trips differ. */
export interface Expected {
  /** Of each cell, on a trip of ordinary luck. */
  readonly strikes: Float64Array
  /** Gamma shape of the trips' luck. */
  readonly shape: number
  /** Variance over mean of strikes, from their flurries. */
  readonly dispersion: number
}

const ROUNDS = 12
const FEW_ROUNDS = 3
/** So many strikes' worth of the common rate stand with each level, so that a level without a strike is not nought. (ours) */
const BORROWED = 2
/** Above this shape trips do not differ for any purpose. */
const LARGEST_SHAPE = 1e4

export interface FitOptions {
  /** Which trips to learn from; all by default. */
  readonly learnFrom?: (trip: number) => boolean
  /** A fit of a book much like this one, to begin with: a few rounds are then enough. */
  readonly from?: Expected
}

/**
 * Expected strikes by hours, trip and held columns, fitted by turns.
 *
 *   y ~ rate·h·Π factors·luck of the trip, luck ~ Gamma(k, k); counts are taken over the dispersion of flurries
 *
 * Given      cells; the columns held (hour of day, season, class)
 * Throws     QuestionError where nothing was caught on them
 */
export function fitExpected(
  cells: Cells,
  held: readonly string[],
  dispersion: number,
  { learnFrom = () => true, from }: FitOptions = {},
): Expected {
  const learnt = cells.tripNames.map((_, t) => learnFrom(t))
  const [seen, hours] = [byTrip(cells, cells.strikes), byTrip(cells, cells.hours)]
  const sumLearnt = (values: Float64Array): number =>
    values.reduce((sum, value, t) => sum + (learnt[t] === true ? value : 0), 0)
  const strikes = sumLearnt(seen)
  if (strikes === 0) throw new QuestionError('no strike in these hours: there is no pattern to look for')
  const rate = strikes / sumLearnt(hours)
  const expected = from ? from.strikes.slice() : cells.hours.map((spent) => spent * rate)
  const factors = held.map((name) => heldFactor(cells, name, learnt))
  let shape = from?.shape ?? LARGEST_SHAPE
  const rounds = from ? FEW_ROUNDS : ROUNDS
  for (let round = 0; round < rounds; round++) {
    // Trips that are not learnt from have no say.
    const luck = luckOf(cells, { strikes: expected, shape, dispersion }, cells.strikes).map((one, t) =>
      learnt[t] === true ? one : 0,
    )
    for (const factor of factors) turn(cells, factor, luck, expected)
    // Brings the sum of what is expected to the sum of what was seen.
    const due = byTrip(cells, expected).reduce((sum, e, t) => sum + e * luck[t]!, 0)
    for (let c = 0; c < expected.length; c++) expected[c] = (expected[c]! * strikes) / due
    // From a fit much like it the spread of trips moves little: once is enough.
    if (!from || round === rounds - 1) shape = shapeOf(cells, expected, dispersion, learnt)
  }
  return { strikes: expected, shape, dispersion }
}

/** A column that is held, and the strikes of each of its levels. */
interface HeldFactor {
  readonly codes: Int32Array
  readonly seen: Float64Array
}

function heldFactor(cells: Cells, name: string, learnt: readonly boolean[]): HeldFactor {
  const codes = cells.codes[name] ?? new Int32Array(cells.count)
  const seen = new Float64Array(cells.levels[name]?.length ?? 0)
  for (let c = 0; c < cells.count; c++) {
    const struck = cells.strikes[c]!
    if (struck > 0 && learnt[cells.trip[c]!] === true) seen[codes[c]!] = seen[codes[c]!]! + struck
  }
  return { codes, seen }
}

/** Fits the levels of one column, the rest as it is. */
function turn({ trip, count }: Cells, { codes, seen }: HeldFactor, luck: Float64Array, expected: Float64Array): void {
  const due = new Float64Array(seen.length)
  for (let c = 0; c < count; c++) {
    const code = codes[c]!
    due[code]! += expected[c]! * luck[trip[c]!]!
  }
  const change = seen.map((struck, code) => (struck + BORROWED) / (due[code]! + BORROWED))
  for (let c = 0; c < count; c++) expected[c] = expected[c]! * change[codes[c]!]!
}

/** How trips differ, beyond what flurries make of chance. */
function shapeOf(cells: Cells, expected: Float64Array, dispersion: number, learnt: readonly boolean[]): number {
  const [seen, due] = [byTrip(cells, cells.strikes), byTrip(cells, expected)]
  const trips = [...due.keys()].filter((t) => at(due, t) > 0 && learnt[t] === true)
  if (trips.length < 2) return LARGEST_SHAPE
  const fit = fitGammaPoisson(
    trips.map((t) => ({ events: at(seen, t) / dispersion, exposureHours: at(due, t) / dispersion })),
  )
  return fit.noSpread ? LARGEST_SHAPE : Math.min(LARGEST_SHAPE, fit.shape)
}

/**
 * The luck of each trip as its strikes tell it: the mean of its gamma.
 *
 *   l = (k + Y/φ)/(k + E/φ)
 *
 * Returned   by trip, 1 where nothing was expected
 * Source     Klein, Biometrics 48 (1992) 795, without censoring
 */
export function luckOf(
  cells: Cells,
  { strikes: expected, shape, dispersion }: Expected,
  strikes: ArrayLike<number>,
): Float64Array {
  const [seen, due] = [byTrip(cells, strikes), byTrip(cells, expected)]
  return due.map((e, t) => (shape + at(seen, t) / dispersion) / (shape + e / dispersion))
}
