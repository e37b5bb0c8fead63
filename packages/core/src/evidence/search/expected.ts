import { at } from '../../checked/index.ts'
import { fitGammaPoisson } from '../gammaPoisson.ts'
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
 * Throws     RangeError where nothing was caught on them
 */
export function fitExpected(cells: Cells, held: readonly string[], dispersion: number, { learnFrom = () => true, from }: FitOptions = {}): Expected {
  const used = new Int32Array(cells.count).map((_, c) => c).filter((c) => learnFrom(cells.trip[c] ?? 0))
  const strikes = used.reduce((sum, c) => sum + (cells.strikes[c] ?? 0), 0)
  if (strikes === 0) throw new RangeError('no strike in these hours: there is no pattern to look for')
  const rate = strikes / used.reduce((sum, c) => sum + (cells.hours[c] ?? 0), 0)
  const expected = from ? from.strikes.slice() : Float64Array.from(cells.hours, (hours) => hours * rate)
  let shape = from?.shape ?? LARGEST_SHAPE
  const rounds = from ? FEW_ROUNDS : ROUNDS
  for (let round = 0; round < rounds; round++) {
    const luck = luckOf(cells, { strikes: expected, shape, dispersion }, cells.strikes)
    for (const name of held) {
      const codes = cells.codes[name] ?? new Int32Array()
      const levels = cells.levels[name]?.length ?? 0
      const [seen, due] = [new Float64Array(levels), new Float64Array(levels)]
      for (const c of used) {
        const code = codes[c] ?? 0
        seen[code] = (seen[code] ?? 0) + (cells.strikes[c] ?? 0)
        due[code] = (due[code] ?? 0) + (expected[c] ?? 0) * (luck[cells.trip[c] ?? 0] ?? 0)
      }
      const change = seen.map((_, code) => ((seen[code] ?? 0) + BORROWED) / ((due[code] ?? 0) + BORROWED))
      for (let c = 0; c < cells.count; c++) expected[c] = (expected[c] ?? 0) * (change[codes[c] ?? 0] ?? 0)
    }
    level(cells, expected, used, luck)
    // From a fit much like it the spread of trips moves little: once is enough.
    if (!from || round === rounds - 1) shape = shapeOf(cells, expected, dispersion, learnFrom)
  }
  return { strikes: expected, shape, dispersion }
}

/** Brings the sum of what is expected to the sum of what was seen. */
function level(cells: Cells, expected: Float64Array, used: Int32Array, luck: Float64Array): void {
  let [seen, due] = [0, 0]
  for (const c of used) {
    seen += cells.strikes[c] ?? 0
    due += (expected[c] ?? 0) * (luck[cells.trip[c] ?? 0] ?? 0)
  }
  for (let c = 0; c < cells.count; c++) expected[c] = ((expected[c] ?? 0) * seen) / due
}

/** How trips differ, beyond what flurries make of chance. */
function shapeOf(cells: Cells, expected: Float64Array, dispersion: number, learnFrom: (trip: number) => boolean): number {
  const [seen, due] = [byTrip(cells, cells.strikes), byTrip(cells, expected)]
  const trips = [...due.keys()].filter((t) => at(due, t) > 0 && learnFrom(t))
  if (trips.length < 2) return LARGEST_SHAPE
  const fit = fitGammaPoisson(trips.map((t) => ({ events: at(seen, t) / dispersion, exposureHours: at(due, t) / dispersion })))
  return fit.noSpread ? LARGEST_SHAPE : Math.min(LARGEST_SHAPE, fit.shape)
}

/** The luck of each trip as its strikes tell it: mean of its gamma. */
export function luckOf(cells: Cells, { strikes: expected, shape, dispersion }: Expected, strikes: ArrayLike<number>): Float64Array {
  const [seen, due] = [byTrip(cells, strikes), byTrip(cells, expected)]
  return due.map((e, t) => (shape + at(seen, t) / dispersion) / (shape + e / dispersion))
}
