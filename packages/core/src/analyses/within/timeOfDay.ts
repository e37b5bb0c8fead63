import { at, entry } from '../../checked/index.ts'
import type { Factor, SegmentColumns } from '../../effort/index.ts'
import { cholesky, choleskyInverse } from '../../numerics/index.ts'
import type { Square } from '../../numerics/index.ts'
import type { Clause } from '../../query/index.ts'
import { aroundFit, fitFrailty, frailtyModel, submatrix, withCounts } from '../../stats/index.ts'
import type { FrailtyCell, FrailtyFit, FrailtyModel, FrailtyTerm, FrailtyTrip } from '../../stats/index.ts'

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

interface TimeOfDayOptions {
  readonly hourSd?: number
  readonly start?: TimeOfDayStart | undefined
}

/** Rows of one trip, hour and lure are one cell: laid out once for all fits of some of them. */
export class ClockGround {
  private readonly model: FrailtyModel
  /** By row. */
  private readonly cellOf: Int32Array
  private readonly hours: Factor
  /** So many coefficients of lures and of waters come after those of the hours. */
  private readonly lures: number
  private readonly waters: number

  /** Given columns with the factors `hour`, `lure` and `water`, the rows of which some will be asked for, and the dispersion of strikes. */
  constructor(
    private readonly columns: SegmentColumns,
    rows: readonly number[],
    private readonly dispersion: number,
  ) {
    const { factors } = columns
    this.hours = entry(factors, 'hour')
    const [lures, waters] = [entry(factors, 'lure'), entry(factors, 'water')]
    ;[this.lures, this.waters] = [lures.levels.length, waters.levels.length]
    const coefficients = 1 + this.hours.levels.length + this.lures + this.waters
    const { trips, cellOf } = cellsOf(columns, rows)
    this.cellOf = cellOf
    this.model = frailtyModel({
      ...{ trips, coefficients },
      ...{ priorMean: new Float64Array(coefficients), priorPrecision: new Float64Array(coefficients ** 2) },
    })
  }

  /**
   * What the hour does to lures that are not compared: an adjustment that no luck of theirs can have a part in.
   *
   * Given      the rows to learn from, all of them laid out; how hours differ before anything is seen; where to begin: the peak is one, and is
   *            reached sooner from that of most of the rows
   * Returned   effects of all hours of the book; as before anything was seen where no other lure struck
   * Method     `fitFrailty` with a luck for each trip, normal effects of hours, lures and waters
   */
  timeOfDay(rows: readonly number[], { hourSd = HOUR_SD, start }: TimeOfDayOptions = {}): TimeOfDay {
    const { levels } = this.hours
    const size = levels.length
    const { coefficients } = this.model
    const counted = this.countsOf(rows)
    const priorMean = new Float64Array(coefficients)
    const prior = {
      levels,
      effects: new Float64Array(size),
      precision: diagonal(size, 1 / hourSd ** 2),
      logEvidence: 0,
      start: { coefficients: priorMean, logShape: USUAL_LOG_SHAPE },
    }
    const strikes = rows.reduce((sum, row) => sum + at(this.columns.strikes, row), 0)
    if (strikes === 0) return prior
    priorMean[0] = Math.log(strikes / rows.reduce((sum, row) => sum + at(this.columns.hours, row), 0))
    const model = withCounts(this.model, { ...counted, priorMean, priorPrecision: this.priorPrecision(hourSd) })
    const fit = fitFrailty(model, start ?? prior.start)
    const ofHours = Array.from({ length: size }, (_, i) => 1 + i)
    const { covariance, logEvidence } = aroundFit(model, fit)
    const factor = cholesky(submatrix(covariance, coefficients, ofHours), size)
    if (!factor) return prior
    return {
      levels,
      effects: fit.coefficients.slice(1, 1 + size),
      precision: choleskyInverse(factor, size),
      logEvidence: logEvidence - size * Math.log(hourSd),
      start: fit,
    }
  }

  private countsOf(rows: readonly number[]): { readonly events: Float64Array; readonly hours: Float64Array } {
    const size = this.model.laid.hours.length
    const [events, hours] = [new Float64Array(size), new Float64Array(size)]
    for (const row of rows) {
      const cell = at(this.cellOf, row)
      events[cell]! += at(this.columns.strikes, row) / this.dispersion
      hours[cell]! += at(this.columns.hours, row) / this.dispersion
    }
    for (let c = 0; c < size; c++) if (hours[c] === 0) events[c] = 0
    return { events, hours }
  }

  private priorPrecision(hourSd: number): Square {
    const sds = [
      FREE_SD,
      ...this.hours.levels.map(() => hourSd),
      ...Array.from({ length: this.lures }, () => LURE_SD),
      ...Array.from({ length: this.waters }, () => WATER_SD),
    ]
    const precision = new Float64Array(sds.length ** 2)
    sds.forEach((sd, i) => (precision[i * sds.length + i] = 1 / sd ** 2))
    return precision
  }
}

/** The cells of rows, trip by trip, without hours yet, and which of them each row is of; rows of a trip stand together. */
function cellsOf(
  { rows, factors, trip }: SegmentColumns,
  asked: readonly number[],
): { readonly trips: FrailtyTrip[]; readonly cellOf: Int32Array } {
  const [hours, lures, waters] = [entry(factors, 'hour'), entry(factors, 'lure'), entry(factors, 'water')]
  const ofLures = 1 + hours.levels.length
  const ofWaters = ofLures + lures.levels.length
  const cellOf = new Int32Array(rows)
  const trips: { readonly terms: FrailtyTerm[]; readonly cells: FrailtyCell[] }[] = []
  // The cell of each hour and lure, and of which trip that is.
  const kinds = hours.levels.length * lures.levels.length
  const [placed, tripOf] = [new Int32Array(kinds), new Int32Array(kinds)]
  let [last, cells] = [-1, 0]
  for (const row of asked) {
    if (at(trip.codes, row) !== last) {
      last = at(trip.codes, row)
      trips.push({
        terms: [
          [0, 1],
          [ofWaters + at(waters.codes, row), 1],
        ],
        cells: [],
      })
    }
    const [hour, lure] = [at(hours.codes, row), at(lures.codes, row)]
    const key = hour * lures.levels.length + lure
    if (tripOf[key] !== trips.length) {
      tripOf[key] = trips.length
      placed[key] = cells++
      at(trips, trips.length - 1).cells.push({
        ...{ events: 0, exposureHours: 0 },
        terms: [
          [1 + hour, 1],
          [ofLures + lure, 1],
        ],
      })
    }
    cellOf[row] = at(placed, key)
  }
  return { trips, cellOf }
}

const diagonal = (n: number, value: number): Float64Array =>
  Float64Array.from({ length: n * n }, (_, i) => (i % (n + 1) === 0 ? value : 0))
