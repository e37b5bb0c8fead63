import { at } from '../checked/index.ts'
import { countWhile } from '../numerics/index.ts'
import { DAY_MS, epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { dayMeans } from './dayMeans.ts'
import type { PastReading, TripReading } from './types.ts'

/** Fewer days than this, and nothing is said of what is usual. (ours) */
const LEAST_DAYS = 10
const TREND_DAYS = 30
const USUAL_DAYS = 21
const LEAST_USUAL_DAYS = 5

interface DayMean {
  readonly day: number
  readonly mean: number
}

/** Daily means by their day of the year, whatever the year: day of each, ascending, and the sum of all before it. */
interface YearOfDays {
  readonly dayOfYear: Float64Array
  readonly sumBefore: Float64Array
}

/** All that a book has read of one water, on any trip. */
export interface WaterPast {
  /** In order of time; readings that belong to a spot are left out. */
  readonly readings: readonly PastReading[]
  /** In order of days. */
  readonly tempDays: readonly DayMean[]
  readonly airs: YearOfDays
  /** Daily means, ascending. */
  readonly temps: readonly number[]
  readonly sights: readonly number[]
}

const YEAR_DAYS = 365.25
const yearOf = (days: readonly DayMean[]): YearOfDays => {
  const ordered = days.map(({ day, mean }) => ({ day: day % YEAR_DAYS, mean })).sort((a, b) => a.day - b.day)
  const sumBefore = new Float64Array(ordered.length + 1)
  ordered.forEach(({ mean }, i) => (sumBefore[i + 1] = at(sumBefore, i) + mean))
  return { dayOfYear: Float64Array.from(ordered, ({ day }) => day), sumBefore }
}

export const NO_PAST: WaterPast = { readings: [], tempDays: [], airs: yearOf([]), temps: [], sights: [] }

/**
 * The past of a water from the readings of all its trips, in any order.
 *
 * Given      readings of one water; those of a spot are left out
 * Returned   readings by time, the days' means of water temperature, the course of the air's year, and what was measured of temperature
 *            and sight, rising
 */
export function waterPast(readings: readonly TripReading[]): WaterPast {
  const known = readings
    .filter(({ spot }) => !spot)
    .map((reading) => ({ ms: epochMs(reading.time), reading }))
    .sort((a, b) => a.ms - b.ms)
  const tempDays = dayMeans(known, 'waterTempC', utcDay)
  const ascending = (days: readonly DayMean[]): number[] => days.map(({ mean }) => mean).sort((a, b) => a - b)
  return {
    readings: known,
    tempDays,
    airs: yearOf(dayMeans(known, 'airTempC', utcDay)),
    temps: ascending(tempDays),
    sights: ascending(dayMeans(known, 'visibilityM', utcDay)),
  }
}

/** Days since 1970, UTC. */
const utcDay = (ms: EpochMs): number => Math.floor(ms / DAY_MS)

/**
 * Where a value stands among the days the book holds of this water: 0 is the lowest ever, 100 the highest.
 *
 * Given      daily means, ascending
 * Returned   percent of days below, days just equal by half; null for fewer than ten days
 * Valid for  the days fished: a book that holds no winter calls spring cold
 */
export function percentileAmong(days: readonly number[], value: number): number | null {
  if (days.length < LEAST_DAYS) return null
  const below = countWhile(days, (day) => day < value)
  return (50 * (below + countWhile(days, (day) => day <= value))) / days.length
}

/**
 * Least-squares trend of the water's temperature over the thirty days up to a time.
 *
 * Given      a water's past, a time, and how far apart its days must lie at least
 * Returned   °C a day; null unless two days at least `leastSpanDays` apart were read
 * Source     thirty and seven days are ours
 */
export function tempTrend({ tempDays }: WaterPast, ms: EpochMs, leastSpanDays = 7): number | null {
  const recent = upTo(tempDays, ms, TREND_DAYS)
  if (recent.length < 2 || at(recent, recent.length - 1).day - at(recent, 0).day < leastSpanDays) return null
  const meanDay = recent.reduce((sum, { day }) => sum + day, 0) / recent.length
  const meanTemp = recent.reduce((sum, { mean }) => sum + mean, 0) / recent.length
  const [across, square] = recent.reduce(
    ([xy, xx], { day, mean }) => [xy + (day - meanDay) * (mean - meanTemp), xx + (day - meanDay) ** 2],
    [0, 0],
  )
  return across / square
}

/**
 * The water's temperature of the last day read in the week up to a time.
 *
 * Returned   °C; null when none was read
 */
export function tempLately({ tempDays }: WaterPast, ms: EpochMs): number | null {
  return upTo(tempDays, ms, 7).at(-1)?.mean ?? null
}

/** The days of a span that ends with the day of a time. */
function upTo(days: readonly DayMean[], ms: EpochMs, span: number): readonly DayMean[] {
  const today = Math.floor(ms / DAY_MS)
  return days.slice(
    countWhile(days, ({ day }) => day <= today - span),
    countWhile(days, ({ day }) => day <= today),
  )
}

/**
 * Mean air temperature of the days within three weeks of this day of the year, in any year.
 *
 * Returned   °C; null for fewer than five such days
 * Source     common practice, no source
 */
export function usualAirC({ airs: { dayOfYear, sumBefore } }: WaterPast, ms: EpochMs): number | null {
  const today = (ms / DAY_MS) % YEAR_DAYS
  let [count, sum] = [0, 0]
  // Days of the turn of the year are near those on its other side.
  for (const turn of [-YEAR_DAYS, 0, YEAR_DAYS]) {
    const first = countWhile(dayOfYear, (day) => day < today + turn - USUAL_DAYS)
    const past = countWhile(dayOfYear, (day) => day <= today + turn + USUAL_DAYS)
    count += past - first
    sum += at(sumBefore, past) - at(sumBefore, first)
  }
  return count < LEAST_USUAL_DAYS ? null : sum / count
}
