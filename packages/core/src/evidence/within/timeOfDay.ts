import { at, entry } from '../../checked/index.ts'
import type { SegmentColumns } from '../../effort/index.ts'
import { cholesky, choleskyInverse } from '../../numerics/index.ts'
import type { Clause } from '../where.ts'
import { fitFrailty, frailtyCovariance, submatrix } from './frailty.ts'
import type { FrailtyCell } from './frailty.ts'

/** What each hour of the clock does to the rate, and how sure that is. */
export interface TimeOfDay {
  readonly levels: readonly string[]
  /** Logarithms. */
  readonly effects: Float64Array
  /** Inverse of their covariance, row by row. */
  readonly precision: Float64Array
}

/** Columns that are the time of day itself, or go with it. */
const OF_THE_CLOCK: ReadonlySet<string> = new Set([
  ...['hour', 'sun_altitude', 'sun_band', 'day_part', 'since_sunrise_h', 'to_sunset_h'],
  ...['light_band', 'lure_light_band', 'surface_lux', 'lure_lux', 'day_quarter'],
])

/** Whether what is compared is a time of the day: then it is not held. */
export const asksOfTheClock = (clauses: readonly Clause[]): boolean => clauses.some(({ column }) => isOfTheClock(column))
export const isOfTheClock = (column: string): boolean => OF_THE_CLOCK.has(column)

/** Before anything is seen an hour of the clock differs from the day's rate by about half: sd of its logarithm. (ours) */
const HOUR_SD = 0.7
/** How lures differ, as the hours. (ours) */
const LURE_SD = 0.5
const FREE_SD = 30

/**
 * What the hour does to lures that are not compared: an adjustment that no luck of theirs can have a part in.
 *
 * Given      columns cut by hour, with the factors `hour` and `lure`; the rows to learn from; the dispersion of strikes
 * Returned   effects of all hours of the book; as before anything was seen where no other lure struck
 * Method     `fitFrailty` with a luck for each trip, normal effects of hours and lures
 */
export function timeOfDayOf(columns: SegmentColumns, rows: readonly number[], dispersion: number): TimeOfDay {
  const [hours, lures] = [entry(columns.factors, 'hour'), entry(columns.factors, 'lure')]
  const size = hours.levels.length
  const prior = { levels: hours.levels, effects: new Float64Array(size), precision: diagonal(size, 1 / HOUR_SD ** 2) }
  const strikes = rows.reduce((sum, row) => sum + at(columns.strikes, row), 0)
  if (strikes === 0) return prior
  const cells = cellsOf(columns, rows, dispersion)
  const coefficients = 1 + size + lures.levels.length
  const priorPrecision = new Float64Array(coefficients * coefficients)
  for (let i = 0; i < coefficients; i++) priorPrecision[i * coefficients + i] = 1 / (i === 0 ? FREE_SD : i <= size ? HOUR_SD : LURE_SD) ** 2
  const priorMean = new Float64Array(coefficients)
  priorMean[0] = Math.log(strikes / rows.reduce((sum, row) => sum + at(columns.hours, row), 0))
  const model = { cells, trips: columns.trip.levels.length, coefficients, priorMean, priorPrecision }
  const fit = fitFrailty(model, { coefficients: priorMean, logShape: Math.log(4) })
  const ofHours = Array.from({ length: size }, (_, i) => 1 + i)
  const factor = cholesky(submatrix(frailtyCovariance(model, fit), coefficients, ofHours), size)
  if (!factor) return prior
  return { levels: hours.levels, effects: fit.coefficients.slice(1, 1 + size), precision: choleskyInverse(factor, size) }
}

/** Rows of one trip, hour and lure are one. */
function cellsOf({ factors, trip, hours: spent, strikes }: SegmentColumns, rows: readonly number[], dispersion: number): FrailtyCell[] {
  const [hours, lures] = [entry(factors, 'hour'), entry(factors, 'lure')]
  const sums = new Map<number, { trip: number; hour: number; lure: number; events: number; exposureHours: number }>()
  for (const row of rows) {
    const [t, hour, lure] = [at(trip.codes, row), at(hours.codes, row), at(lures.codes, row)]
    const key = (t * hours.levels.length + hour) * lures.levels.length + lure
    const sum = sums.get(key) ?? { trip: t, hour, lure, events: 0, exposureHours: 0 }
    sums.set(key, sum)
    sum.events += at(strikes, row) / dispersion
    sum.exposureHours += at(spent, row) / dispersion
  }
  const first = 1 + hours.levels.length
  return [...sums.values()]
    .filter(({ exposureHours }) => exposureHours > 0)
    .map(({ hour, lure, ...cell }) => ({
      ...cell,
      terms: [
        [0, 1],
        [1 + hour, 1],
        [first + lure, 1],
      ],
    }))
}

const diagonal = (n: number, value: number): Float64Array => Float64Array.from({ length: n * n }, (_, i) => (i % (n + 1) === 0 ? value : 0))
