import { entry } from '../checked/index.ts'
import type { SegmentColumns } from '../effort/index.ts'
import type { Exposure, GammaPoissonFit } from '../stats/index.ts'
import { fitGammaPoisson } from '../stats/index.ts'

/** Fewer trips tell nothing of how far trips spread (ours). */
const FEWEST_TRIPS = 5

/** How trips differ over the whole book, against what each water's own rate would have given. */
export interface TripSpread {
  /** Relative variance of a trip's rate, 1/α of the gamma. */
  readonly variance: number
  /** Variance over mean of strikes within a trip, from their flurries. */
  readonly dispersion: number
  readonly trips: number
  readonly blankTrips: number
  /** Blank trips that this spread would give, and their standard deviation. */
  readonly expectedBlank: number
  readonly expectedBlankSd: number
}

/** Null when there are too few trips, or no strike, to tell. Given columns with the factor `water`; counts are taken over their dispersion. */
export function tripSpread(columns: SegmentColumns, dispersion = 1): TripSpread | null {
  const trips = tripExposures(columns)
  if (trips.length < FEWEST_TRIPS || trips.every(({ events }) => events === 0)) return null
  const fit = fitGammaPoisson(
    trips.map(({ events, exposureHours }) => ({
      events: events / dispersion,
      exposureHours: exposureHours / dispersion,
    })),
  )
  // A spread that holds the flurries as well is as likely to leave a day blank.
  const ofTotals = fitGammaPoisson(trips)
  const blanks = trips.map(({ exposureHours }) => chanceOfBlank(ofTotals, exposureHours))
  return {
    dispersion,
    variance: fit.noSpread ? 0 : 1 / fit.shape,
    trips: trips.length,
    blankTrips: trips.filter(({ events }) => events === 0).length,
    expectedBlank: blanks.reduce((sum, chance) => sum + chance, 0),
    expectedBlankSd: Math.sqrt(blanks.reduce((sum, chance) => sum + chance * (1 - chance), 0)),
  }
}

const chanceOfBlank = ({ shape, rate }: GammaPoissonFit, exposure: number): number =>
  Math.exp(-shape * Math.log1p(exposure / rate))

/** At least so many blank days must be missing to speak of it, and more than chance leaves out one time in twenty (ours). */
const MISSING_DAYS = 3
const ONE_IN_TWENTY = 1.645

/**
 * Blank days seem not to have been logged: fewer trips without a strike than the fitted spread would give. Every rate is then too high.
 *
 * Given      trips without a strike, how many the spread gives, and their standard deviation
 * Returned   true where three or more are missing, and more than chance leaves out one time in twenty (normal; ours)
 */
export function blankDaysMissing({ blankTrips, expectedBlank, expectedBlankSd }: TripSpread): boolean {
  const missing = expectedBlank - blankTrips
  return missing >= MISSING_DAYS && missing > ONE_IN_TWENTY * expectedBlankSd
}

/** Each trip's strikes against the strikes its hours would have brought at its water's own rate. */
function tripExposures({ rows, strikes, hours, trip, factors }: SegmentColumns): Exposure[] {
  const water = entry(factors, 'water')
  const [waterStrikes, waterHours] = [new Float64Array(water.levels.length), new Float64Array(water.levels.length)]
  for (let row = 0; row < rows; row++) {
    const code = water.codes[row]!
    waterStrikes[code]! += strikes[row]!
    waterHours[code]! += hours[row]!
  }
  const [events, exposures] = [new Float64Array(trip.levels.length), new Float64Array(trip.levels.length)]
  for (let row = 0; row < rows; row++) {
    const [code, t, h] = [water.codes[row]!, trip.codes[row]!, hours[row]!]
    events[t]! += strikes[row]!
    if (h > 0) exposures[t]! += (h * waterStrikes[code]!) / (waterHours[code] ?? 1)
  }
  return Array.from(events, (count, t) => ({ events: count, exposureHours: exposures[t]! })).filter(
    ({ exposureHours }) => exposureHours > 0,
  )
}
