import { at, entry } from '../../checked/index.ts'
import type { SegmentColumns } from '../../effort/index.ts'
import { cholesky, choleskyInverse } from '../../numerics/index.ts'
import type { Clause } from '../../query/index.ts'
import { aroundFit, fitFrailty, frailtyModel, submatrix } from '../../stats/index.ts'
import type { FrailtyCell, FrailtyFit } from '../../stats/index.ts'

/** What each hour of the clock does to the rate, and how sure that is. */
export interface TimeOfDay {
  readonly levels: readonly string[]
  /** Logarithms. */
  readonly effects: Float64Array
  /** Inverse of their covariance, row by row. */
  readonly precision: Float64Array
  /** ln of how well the book bears out that hours differ by so much, up to a constant. */
  readonly logEvidence: number
  /** Where a fit of other rows of the same columns may begin. */
  readonly start: TimeOfDayStart
}

export type TimeOfDayStart = Pick<FrailtyFit, 'coefficients' | 'logShape'>

/** Columns that are the time of day itself, or go with it. */
const OF_THE_CLOCK: ReadonlySet<string> = new Set([
  ...['hour', 'sun_altitude', 'sun_band', 'day_part', 'since_sunrise_h', 'to_sunset_h'],
  ...['light_band', 'lure_light_band', 'surface_lux', 'lure_lux', 'day_quarter'],
])

/** Whether what is compared is a time of the day: then it is not held. */
export const asksOfTheClock = (clauses: readonly Clause[]): boolean =>
  clauses.some(({ column }) => isOfTheClock(column))
export const isOfTheClock = (column: string): boolean => OF_THE_CLOCK.has(column)

/** Before anything is seen an hour of the clock differs from the day's rate by about half: sd of its logarithm. (ours) */
const HOUR_SD = 0.7
/** How lures differ, as the hours. (ours) */
const LURE_SD = 0.5
/** How waters differ. Without it an hour that is fished on the best water alone would pass for the best hour. (ours) */
const WATER_SD = 1
const FREE_SD = 30
const USUAL_LOG_SHAPE = Math.log(4)

/**
 * What the hour does to lures that are not compared: an adjustment that no luck of theirs can have a part in.
 *
 * Given      columns cut by hour, with the factors `hour`, `lure` and `water`; the rows to learn from; the dispersion of strikes; how hours
 *            differ before anything is seen; where to begin: the peak is one, and is reached sooner from that of most of the rows
 * Returned   effects of all hours of the book; as before anything was seen where no other lure struck
 * Method     `fitFrailty` with a luck for each trip, normal effects of hours, lures and waters
 */
export function timeOfDayOf(
  columns: SegmentColumns,
  rows: readonly number[],
  dispersion: number,
  { hourSd = HOUR_SD, start }: { readonly hourSd?: number; readonly start?: TimeOfDayStart | undefined } = {},
): TimeOfDay {
  const [hours, lures, waters] = [
    entry(columns.factors, 'hour'),
    entry(columns.factors, 'lure'),
    entry(columns.factors, 'water'),
  ]
  const size = hours.levels.length
  const coefficients = 1 + size + lures.levels.length + waters.levels.length
  const priorMean = new Float64Array(coefficients)
  const prior = {
    levels: hours.levels,
    effects: new Float64Array(size),
    precision: diagonal(size, 1 / hourSd ** 2),
    logEvidence: 0,
    start: { coefficients: priorMean, logShape: USUAL_LOG_SHAPE },
  }
  const strikes = rows.reduce((sum, row) => sum + at(columns.strikes, row), 0)
  if (strikes === 0) return prior
  const cells = cellsOf(columns, rows, dispersion)
  const sds = [
    FREE_SD,
    ...hours.levels.map(() => hourSd),
    ...lures.levels.map(() => LURE_SD),
    ...waters.levels.map(() => WATER_SD),
  ]
  const priorPrecision = new Float64Array(coefficients * coefficients)
  sds.forEach((sd, i) => (priorPrecision[i * coefficients + i] = 1 / sd ** 2))
  priorMean[0] = Math.log(strikes / rows.reduce((sum, row) => sum + at(columns.hours, row), 0))
  const trips = columns.trip.levels.length
  const model = frailtyModel({ cells, trips, coefficients, priorMean, priorPrecision })
  const fit = fitFrailty(model, start ?? prior.start)
  const ofHours = Array.from({ length: size }, (_, i) => 1 + i)
  const { covariance, logEvidence } = aroundFit(model, fit)
  const factor = cholesky(submatrix(covariance, coefficients, ofHours), size)
  if (!factor) return prior
  return {
    levels: hours.levels,
    effects: fit.coefficients.slice(1, 1 + size),
    precision: choleskyInverse(factor, size),
    logEvidence: logEvidence - size * Math.log(hourSd),
    start: fit,
  }
}

/** Rows of one trip, hour and lure are one. */
function cellsOf(
  { factors, trip, hours: spent, strikes }: SegmentColumns,
  rows: readonly number[],
  dispersion: number,
): FrailtyCell[] {
  const [hours, lures, waters] = [entry(factors, 'hour'), entry(factors, 'lure'), entry(factors, 'water')]
  const sums = new Map<
    number,
    { trip: number; hour: number; lure: number; water: number; events: number; exposureHours: number }
  >()
  for (const row of rows) {
    const [t, hour, lure] = [at(trip.codes, row), at(hours.codes, row), at(lures.codes, row)]
    const key = (t * hours.levels.length + hour) * lures.levels.length + lure
    const sum = sums.get(key) ?? { trip: t, hour, lure, water: at(waters.codes, row), events: 0, exposureHours: 0 }
    sums.set(key, sum)
    sum.events += at(strikes, row) / dispersion
    sum.exposureHours += at(spent, row) / dispersion
  }
  const first = 1 + hours.levels.length
  const ofWater = first + lures.levels.length
  return [...sums.values()]
    .filter(({ exposureHours }) => exposureHours > 0)
    .map(({ trip, hour, lure, water, events, exposureHours }) => ({
      trip,
      events,
      exposureHours,
      terms: [
        [0, 1],
        [1 + hour, 1],
        [first + lure, 1],
        [ofWater + water, 1],
      ],
    }))
}

const diagonal = (n: number, value: number): Float64Array =>
  Float64Array.from({ length: n * n }, (_, i) => (i % (n + 1) === 0 ? value : 0))
