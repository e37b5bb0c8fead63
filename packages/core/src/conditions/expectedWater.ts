import { DAY_MS, epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { Id, Reading, Trip } from '../vocabulary/index.ts'
import { daysApart, median, usualReadings } from './usualReadings.ts'
import type { UsualReadings } from './usualReadings.ts'

/** What a water is expected to read on a day to come, and how far that may be off. SI. */
export interface ExpectedWater extends UsualReadings {
  readonly sd: { readonly waterTempC: number; readonly visibilityM: number }
  /** The tint that was mostly read there. */
  readonly tint?: string
}

/** What was read so many days ago counts for about a third against what is usual (ours). */
const FORGETS_DAYS = 7
/** A trend is followed for so long at most, and never steeper (ours). */
const TREND_DAYS = 10
const STEEPEST_C_A_DAY = 0.35
const TREND_OVER_DAYS = 30
const NEAR_DAYS = 15
/** A reading of yesterday tells tomorrow within this (ours). */
const FRESH_SD = { waterTempC: 0.8, visibilityM: 0.2 } as const
/** Where a book knows too little to say how far years differ (ours). */
const UNKNOWN_SD = { waterTempC: 3, visibilityM: 0.6 } as const

/**
 * What a water will read: the last reading there with its trend, the more the fresher it is, and what is usual at that time of the year.
 *
 * Given      the book's readings and trips, the water, and a time to come
 * Returned   expected temperature and visibility with their spread, and what else is usual; absent where nothing is known
 * Source     ours
 */
export function expectedWater(
  readings: readonly Reading[],
  trips: readonly Pick<Trip, 'id' | 'water'>[],
  water: Id<'water'>,
  ms: EpochMs,
): ExpectedWater {
  const usual = usualReadings(readings, trips, water, ms)
  const own = new Set(trips.filter((trip) => trip.water === water).map(({ id }) => id))
  const here = readings.filter(({ trip, spot }) => own.has(trip) && !spot)
  const temp = expected(here, 'waterTempC', usual.waterTempC, ms)
  const visibility = expected(here, 'visibilityM', usual.visibilityM, ms)
  return {
    ...usual,
    ...(temp.value === undefined ? {} : { waterTempC: temp.value }),
    ...(visibility.value === undefined ? {} : { visibilityM: visibility.value }),
    sd: { waterTempC: temp.sd, visibilityM: visibility.sd },
    ...tintOf(here),
  }
}

function tintOf(readings: readonly Reading[]): Pick<ExpectedWater, 'tint'> {
  const counts = new Map<string, number>()
  for (const { tint } of readings) if (tint) counts.set(tint, (counts.get(tint) ?? 0) + 1)
  const most = [...counts].sort(([, one], [, other]) => other - one)[0]
  return most ? { tint: most[0] } : {}
}

type Field = 'waterTempC' | 'visibilityM'

interface Read {
  readonly ms: EpochMs
  readonly value: number
}

function expected(
  readings: readonly Reading[],
  field: Field,
  usual: number | undefined,
  ms: EpochMs,
): { readonly value: number | undefined; readonly sd: number } {
  const read = readings
    .flatMap((reading): Read[] => {
      const value = reading[field]
      return typeof value === 'number' ? [{ ms: epochMs(reading.time), value }] : []
    })
    .filter((one) => one.ms <= ms)
    .sort((one, other) => one.ms - other.ms)
  const last = read.at(-1)
  const years = read.filter((one) => daysApart(one.ms, ms) <= NEAR_DAYS && ms - one.ms > 2 * NEAR_DAYS * DAY_MS)
  const yearsSd = spreadOf(years.map(({ value }) => value)) ?? UNKNOWN_SD[field]
  if (!last) return { value: usual, sd: yearsSd }
  const ageDays = (ms - last.ms) / DAY_MS
  const ahead = last.value + (field === 'waterTempC' ? trendOf(read, last) * Math.min(ageDays, TREND_DAYS) : 0)
  const share = usual === undefined ? 1 : Math.exp(-ageDays / FORGETS_DAYS)
  return {
    value: share * ahead + (1 - share) * (usual ?? 0),
    sd: Math.hypot(share * FRESH_SD[field], (1 - share) * yearsSd),
  }
}

/** Least squares over the days before the last reading, °C a day. */
function trendOf(read: readonly Read[], last: Read): number {
  const recent = read.filter((one) => last.ms - one.ms <= TREND_OVER_DAYS * DAY_MS)
  const days = recent.map((one) => (one.ms - last.ms) / DAY_MS)
  const [meanDay, meanValue] = [mean(days), mean(recent.map(({ value }) => value))]
  const spread = days.reduce((sum, day) => sum + (day - meanDay) ** 2, 0)
  if (spread < TREND_DAYS) return 0
  const slope = recent.reduce((sum, { value }, i) => sum + ((days[i] ?? 0) - meanDay) * (value - meanValue), 0) / spread
  return Math.max(-STEEPEST_C_A_DAY, Math.min(STEEPEST_C_A_DAY, slope))
}

const mean = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length

/** From the median distance to the median, as a standard deviation of a normal. */
function spreadOf(values: readonly number[]): number | undefined {
  if (values.length < 3) return undefined
  const middle = median(values)
  return 1.4826 * median(values.map((value) => Math.abs(value - middle)))
}
