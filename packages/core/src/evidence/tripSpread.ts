import { at, entry } from '../checked/index.ts'
import type { SegmentColumns } from '../effort/index.ts'
import type { Exposure } from './exposure.ts'
import { fitGammaPoisson } from './gammaPoisson.ts'
import type { GammaPoissonFit } from './gammaPoisson.ts'

/** Fewer trips tell nothing of how far trips spread (ours). */
const FEWEST_TRIPS = 5

/** How trips differ over the whole book, against what each water's own rate would have given. */
export interface TripSpread {
  /** Relative variance of a trip's rate, 1/α of the gamma. */
  readonly variance: number
  readonly trips: number
  readonly blankTrips: number
  /** Blank trips that this spread would give, and their standard deviation. */
  readonly expectedBlank: number
  readonly expectedBlankSd: number
}

/** Null when there are too few trips, or no strike, to tell. Given columns with the factor `water`. */
export function tripSpread(columns: SegmentColumns): TripSpread | null {
  const trips = tripExposures(columns)
  if (trips.length < FEWEST_TRIPS || trips.every(({ events }) => events === 0)) return null
  const fit = fitGammaPoisson(trips)
  const blanks = trips.map(({ exposureHours }) => chanceOfBlank(fit, exposureHours))
  return {
    variance: fit.noSpread ? 0 : 1 / fit.shape,
    trips: trips.length,
    blankTrips: trips.filter(({ events }) => events === 0).length,
    expectedBlank: blanks.reduce((sum, chance) => sum + chance, 0),
    expectedBlankSd: Math.sqrt(blanks.reduce((sum, chance) => sum + chance * (1 - chance), 0)),
  }
}

const chanceOfBlank = ({ shape, rate }: GammaPoissonFit, exposure: number): number => Math.exp(-shape * Math.log1p(exposure / rate))

/** At least so many blank days must be missing to speak of it, and more than chance leaves out one time in twenty (ours). */
const MISSING_DAYS = 3
const ONE_IN_TWENTY = 1.645

/** Blank days seem not to have been logged: fewer trips without a strike than the fitted spread would give. Every rate is then too high. */
export function blankDaysMissing({ blankTrips, expectedBlank, expectedBlankSd }: TripSpread): boolean {
  const missing = expectedBlank - blankTrips
  return missing >= MISSING_DAYS && missing > ONE_IN_TWENTY * expectedBlankSd
}

/** Each trip's strikes against the strikes its hours would have brought at its water's own rate. */
function tripExposures(columns: SegmentColumns): Exposure[] {
  const water = entry(columns.factors, 'water')
  const [strikes, hours] = [water.levels.map(() => 0), water.levels.map(() => 0)]
  for (let row = 0; row < columns.rows; row++) {
    const code = at(water.codes, row)
    strikes[code] = at(strikes, code) + at(columns.strikes, row)
    hours[code] = at(hours, code) + at(columns.hours, row)
  }
  const trips = new Map<number, { events: number; exposureHours: number }>()
  for (let row = 0; row < columns.rows; row++) {
    const [code, trip] = [at(water.codes, row), at(columns.trip.codes, row)]
    const sum = trips.get(trip) ?? { events: 0, exposureHours: 0 }
    sum.events += at(columns.strikes, row)
    if (at(columns.hours, row) > 0) sum.exposureHours += (at(columns.hours, row) * at(strikes, code)) / at(hours, code)
    trips.set(trip, sum)
  }
  return [...trips.values()].filter(({ exposureHours }) => exposureHours > 0)
}
